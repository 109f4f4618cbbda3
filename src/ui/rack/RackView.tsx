'use client'

import Link from 'next/link'
import { useRef } from 'react'
import { FolderOpen, Plus } from 'lucide-react'
import { demoNow } from '@/store/beginnings'
import { run, useStudio } from '@/store/studioStore'
import { openFile } from '@/store/files'
import { PieceCard } from './PieceCard'
import { TodayList } from './TodayList'

/** The rack: every piece in progress. */
export function RackView() {
  const studio = useStudio((s) => s.studio)
  return (
    <div className="mx-auto max-w-7xl px-6 py-5">
      <div className="mb-4 flex flex-wrap items-end justify-between gap-3">
        <div>
          <h1 className="text-2xl font-bold">{studio.name}</h1>
          <p className="text-base-content/80">
            {studio.order.length === 0
              ? 'Nothing on the rack yet.'
              : `${studio.order.length} ${studio.order.length === 1 ? 'piece' : 'pieces'} on the rack`}
          </p>
        </div>
        <div className="flex gap-2">
          <OpenButton />
          <Link href="/new" className="btn btn-primary">
            <Plus size={18} aria-hidden /> New piece
          </Link>
        </div>
      </div>
      {studio.order.length > 0 && <TodayList studio={studio} />}
      {studio.order.length === 0 ? (
        <EmptyRack />
      ) : (
        <ul className="grid gap-4 sm:grid-cols-2 xl:grid-cols-4">
          {studio.order.map((id) => (
            <PieceCard key={id} piece={studio.pieces[id]} studio={studio} />
          ))}
        </ul>
      )}
    </div>
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
        accept=".json,application/json"
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
        <button type="button" className="btn" onClick={() => run({ type: 'studio.replace', studio: demoNow() })}>
          Look round the demo studio
        </button>
      </div>
    </div>
  )
}
