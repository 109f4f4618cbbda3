'use client'

import { counted } from '@/core/base/words'
import Link from 'next/link'
import { useDeferredValue, useEffect, useRef, useState } from 'react'
import { FolderOpen, Plus } from 'lucide-react'
import { openDemo } from '@/store/beginnings'
import { useStudio } from '@/store/studioStore'
import { openFile } from '@/store/files'
import type { Studio } from '@/core/model/studio'
import { RACK_GROUPS, RACK_SORTS, rackShelves, tagsOf, type RackWish } from '@/core/usecases/rack/rackList'
import { inAddress, unsentInAddress, writeAddress, writeUnsent } from '@/ui/frame/useAddress'
import { PieceCard } from './PieceCard'
import { RackTools } from './RackTools'
import { TodayList } from './TodayList'

/** From so many pieces on one looks for them. */
const SEARCHED_FROM = 5

/** The rack: every piece in progress, and what is put away. */
export function RackView() {
  const studio = useStudio((s) => s.studio)
  const [wish, setWish] = useState<RackWish>(() => ({
    search: unsentInAddress('find'),
    sort: RACK_SORTS.find((sort) => sort === inAddress('sort')) ?? 'placed',
    group: RACK_GROUPS.find((group) => group === inAddress('group')) ?? 'none',
  }))
  // The address follows once the hands rest: each change of it goes through the router.
  useEffect(() => {
    const timer = setTimeout(() => {
      writeUnsent('find', wish.search.trim())
      writeAddress('sort', wish.sort === 'placed' ? null : wish.sort, true)
      writeAddress('group', wish.group === 'none' ? null : wish.group, true)
    }, 300)
    return () => clearTimeout(timer)
  }, [wish])
  const wanted = useDeferredValue(wish)
  const shelves = rackShelves(studio.order, studio, wanted)
  const away = rackShelves(studio.archive, studio, { ...wanted, sort: 'placed', group: 'none' })[0]?.ids ?? []
  const found = new Set(shelves.flatMap(({ ids }) => ids)).size
  const all = studio.order.length
  const empty = all === 0 && studio.archive.length === 0
  return (
    <div className="mx-auto max-w-7xl px-6 py-5">
      <div className="mb-4 flex flex-wrap items-end justify-between gap-3">
        <div className="min-w-0">
          <h1 className="text-2xl font-bold wrap-anywhere">{studio.name}</h1>
          <p className="text-base-content/80">
            {all === 0 ? 'Nothing on the rack yet.' : `${counted(all, 'piece', 'pieces')} on the rack`}
          </p>
        </div>
        <div className="flex gap-2">
          <OpenButton />
          <Link href="/new" className="btn btn-primary">
            <Plus size={18} aria-hidden /> New piece
          </Link>
        </div>
      </div>
      {all > 0 && <TodayList studio={studio} />}
      {all + studio.archive.length >= SEARCHED_FROM && (
        <RackTools wish={wish} onWish={setWish} tags={tagsOf(studio)} found={found} all={all} />
      )}
      {empty && <EmptyRack />}
      {!empty && found === 0 && away.length === 0 && (
        <p className="max-w-xl">
          Nothing on the rack has all of “{wanted.search.trim()}”. Fewer words find more; names, clays, colours,
          techniques, states, tags and notes are looked through.
        </p>
      )}
      {shelves.map(({ title, ids }) => (
        <section key={title} aria-label={title || 'On the rack'} className="mb-5">
          {title && (
            <h2 className="mb-2 text-lg font-bold">
              {title} <span className="numbers text-sm font-normal text-base-content/75">{ids.length}</span>
            </h2>
          )}
          <Cards ids={ids} studio={studio} />
        </section>
      ))}
      {studio.archive.length > 0 && (
        <details className="mt-6 border-t border-base-content/40 pt-2" open={away.length > 0 && found === 0}>
          <summary className="cursor-pointer text-lg font-bold">
            Put away <span className="numbers text-sm font-normal text-base-content/75">{away.length}</span>
          </summary>
          <div className="mt-3">
            <Cards ids={away} studio={studio} away />
          </div>
        </details>
      )}
    </div>
  )
}

function Cards({ ids, studio, away = false }: { ids: readonly string[]; studio: Studio; away?: boolean }) {
  return (
    <ul className="grid gap-4 sm:grid-cols-2 xl:grid-cols-4">
      {ids.map((id) => (
        <PieceCard key={id} piece={studio.pieces[id]} studio={studio} away={away} />
      ))}
    </ul>
  )
}

/** Chooses a file and brings it in. */
export function OpenButton() {
  const input = useRef<HTMLInputElement>(null)
  return (
    <>
      <input
        ref={input}
        type="file"
        accept=".json,.zip,application/json,application/zip"
        className="hidden"
        aria-label="Open a Vernice file"
        onChange={(event) => {
          const file = event.target.files?.[0]
          event.target.value = ''
          if (file) void openFile(file)
        }}
      />
      <button type="button" className="btn" onClick={() => input.current?.click()}>
        <FolderOpen size={18} aria-hidden /> Open a file
      </button>
    </>
  )
}

function EmptyRack() {
  return (
    <div className="grid gap-6 border border-base-content/60 p-8 md:grid-cols-[1fr_auto] md:items-center">
      <div className="max-w-xl">
        <h2 className="mb-2 text-xl font-bold">Lay out a piece once; Vernice does the waiting and the arithmetic.</h2>
        <ol className="list-decimal space-y-1 pl-5">
          <li>Choose a form and type in what you measured.</li>
          <li>Choose a clay and a way to begin, for instance colour over all, carve through, clear.</li>
          <li>See it fired, read what would go wrong, mend it with one click, print the bench card.</li>
        </ol>
      </div>
      <div className="flex flex-col gap-2">
        <Link href="/new" className="btn btn-lg btn-primary">
          Plan the first piece
        </Link>
        <button type="button" className="btn" onClick={() => void openDemo()}>
          Look round the demo studio
        </button>
      </div>
    </div>
  )
}
