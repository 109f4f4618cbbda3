'use client'

import clsx from 'clsx'
import { useRef, useState } from 'react'
import { Download, FolderOpen } from 'lucide-react'
import { CONES, type Cone } from '@/core/firing/cones'
import { CAUTION_WORDS, type Medium } from '@/core/vocabulary/material'
import { MEDIUM_KIND, MEDIUM_KINDS } from '@/core/vocabulary/mediumKinds'
import type { Studio } from '@/core/model/studio'
import { findMedia } from '@/core/usecases/cupboard/mediaSearch'
import { openMedia, saveMediaTable } from '@/store/files'
import { useStudio } from '@/store/studioStore'
import { Segments, Select } from '@/ui/kit/fields'
import { HatchSwatch } from '@/ui/kit/Hatch'
import { swatchOf } from '@/ui/kit/colours'
import { AddMedium } from './laterForms'
import { AmountsPanel } from './AmountsPanel'
import { ClaysTab } from './ClaysTab'
import { Ladder } from './Ladder'
import { MediumFields } from './MediumFields'
import { MixPanel } from './MixPanel'
import { useAddress } from '@/ui/frame/useAddress'

type Tab = 'media' | 'clays' | 'mix' | 'amounts'

const TABS: readonly (readonly [Tab, string])[] = [
  ['media', 'Materials'],
  ['clays', 'Clays and tools'],
  ['mix', 'Mix and match'],
  ['amounts', 'Amounts'],
]

const CHOICES = TABS.map(([choice]) => choice)

/** The cupboard: every material with what the trade asks of it and how it fires. */
export function CupboardView() {
  const studio = useStudio((s) => s.studio)
  const [tab, setTab] = useAddress('show', CHOICES)
  return (
    <div className="px-6 py-4">
      <div className="mb-4 flex flex-wrap items-center gap-4">
        <h1 className="text-2xl font-bold">Cupboard</h1>
        <Segments small label="Part of the cupboard" value={tab} choices={TABS} onChange={setTab} />
        <CsvButtons studio={studio} />
      </div>
      {tab === 'media' && <Media studio={studio} />}
      {tab === 'clays' && <ClaysTab studio={studio} />}
      {tab === 'mix' && <MixPanel studio={studio} />}
      {tab === 'amounts' && <AmountsPanel studio={studio} />}
    </div>
  )
}

function CsvButtons({ studio }: { studio: Studio }) {
  const file = useRef<HTMLInputElement>(null)
  return (
    <div className="ml-auto flex gap-2">
      <button type="button" className="btn btn-sm" onClick={() => void saveMediaTable(studio)}>
        <Download size={15} aria-hidden /> Save as CSV
      </button>
      <button type="button" className="btn btn-sm" onClick={() => file.current?.click()}>
        <FolderOpen size={15} aria-hidden /> Bring in CSV
      </button>
      <input
        ref={file}
        type="file"
        accept=".csv,text/csv"
        className="hidden"
        aria-label="Materials from CSV"
        onChange={(event) => {
          const [chosen] = event.target.files ?? []
          event.target.value = ''
          if (chosen) void openMedia(chosen)
        }}
      />
    </div>
  )
}

const KNOWN_WORDS: Readonly<Record<Medium['knownBy'], string>> = {
  assumed: 'estimated, not measured',
  swatch: 'from one swatch',
  tiles: 'from your tiles',
}

function Media({ studio }: { studio: Studio }) {
  const [search, setSearch] = useState('')
  const [bodyId, setBodyId] = useState('any')
  const [cone, setCone] = useState<Cone | 'any'>('any')
  const [use, setUse] = useState<'any' | 'food'>('any')
  const [chosenId, setChosenId] = useState<string | null>(null)
  const [besideId, setBesideId] = useState('none')
  const [adding, setAdding] = useState(false)
  const media = findMedia(Object.values(studio.media), {
    words: search,
    body: studio.bodies[bodyId] ?? null,
    cone: cone === 'any' ? null : cone,
    forFood: use === 'food',
  })
  const chosen = (chosenId && studio.media[chosenId]) || media[0]
  const beside = Object.values(studio.media).filter(
    (m) =>
      (chosen?.kind === 'glaze'
        ? MEDIUM_KIND[m.kind].melts === 'never' && !MEDIUM_KIND[m.kind].resists
        : m.kind === 'glaze') && m.id !== chosen?.id,
  )
  return (
    <div className="grid gap-6 lg:grid-cols-[19rem_minmax(0,1fr)_21rem]">
      <div className="space-y-3">
        <input
          type="search"
          className="input w-full input-sm"
          placeholder="Search"
          aria-label="Search the cupboard"
          value={search}
          onChange={(event) => setSearch(event.target.value)}
        />
        <div className="grid grid-cols-[1.3fr_1fr_1fr] gap-2">
          <Select
            label="Suits the clay"
            value={bodyId}
            choices={[
              ['any', 'any clay'] as const,
              ...Object.values(studio.bodies).map((b) => [b.id, b.name] as const),
            ]}
            onChange={setBodyId}
          />
          <Select<Cone | 'any'>
            label="Suits the cone"
            value={cone}
            choices={[['any', 'any cone'], ...CONES.map((c): [Cone, string] => [c, `cone ${c}`])]}
            onChange={setCone}
          />
          <Select
            label="Suits the use"
            value={use}
            choices={[
              ['any', 'any use'],
              ['food', 'for food'],
            ]}
            onChange={setUse}
          />
        </div>
        <div className="max-lg:columns-3 max-lg:gap-4 max-sm:columns-1">
          {MEDIUM_KINDS.map((kind) => {
            const group = media.filter((m) => m.kind === kind)
            if (!group.length) return null
            return (
              <section key={kind} className="mb-3 break-inside-avoid">
                <h2 className="text-[0.8125rem] text-base-content/75">{MEDIUM_KIND[kind].plural}</h2>
                <ul>
                  {group.map((medium) => (
                    <li key={medium.id}>
                      <button
                        type="button"
                        aria-pressed={chosen?.id === medium.id}
                        onClick={() => {
                          setChosenId(medium.id)
                          setAdding(false)
                        }}
                        className={clsx(
                          'flex w-full cursor-pointer items-center gap-2 px-1.5 py-1 text-left text-sm',
                          chosen?.id === medium.id && !adding ? 'bg-primary text-primary-content' : 'hover:bg-base-200',
                        )}
                      >
                        <HatchSwatch
                          kind={medium.kind}
                          colour={MEDIUM_KIND[medium.kind].resists ? undefined : swatchOf(medium)}
                          size={18}
                        />
                        <span className="flex-1 truncate">{medium.name}</span>
                        <span className="numbers text-xs opacity-80">
                          {medium.range.from}–{medium.range.to}
                        </span>
                      </button>
                    </li>
                  ))}
                </ul>
              </section>
            )
          })}
        </div>
        {media.length === 0 && <p className="text-sm text-base-content/80">Nothing in the cupboard suits that.</p>}
        <button type="button" className="btn btn-primary btn-sm" onClick={() => setAdding(true)}>
          Add a material
        </button>
      </div>
      <div>
        {adding ? (
          <AddMedium
            studio={studio}
            onAdded={(id) => {
              if (studio.media[id] || !studio.bodies[id]) setChosenId(id)
              setAdding(false)
            }}
          />
        ) : (
          chosen && (
            <>
              <div className="mb-3 flex flex-wrap items-end justify-between gap-3">
                <div>
                  <h2 className="text-xl font-bold">{chosen.name}</h2>
                  <p className="text-sm text-base-content/80">
                    colour: {KNOWN_WORDS[chosen.knownBy]}
                    {chosen.cautions.length ? ` · ${chosen.cautions.map((c) => CAUTION_WORDS[c]).join(', ')}` : ''}
                  </p>
                </div>
                {beside.length > 0 && (
                  <span className="w-52">
                    <Select
                      label="Together with"
                      value={beside.some((m) => m.id === besideId) ? besideId : 'none'}
                      choices={[
                        ['none', 'on its own'] as const,
                        ...beside.map((m) => [m.id, `with ${m.name}`] as const),
                      ]}
                      onChange={setBesideId}
                    />
                  </span>
                )}
              </div>
              <Ladder medium={chosen} studio={studio} beside={beside.find((m) => m.id === besideId) ?? null} />
            </>
          )
        )}
      </div>
      {chosen && !adding && <MediumFields key={chosen.id} medium={chosen} studio={studio} />}
    </div>
  )
}
