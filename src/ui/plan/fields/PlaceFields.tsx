'use client'

import clsx from 'clsx'
import { useMemo } from 'react'
import { buildForm } from '@/core/form/buildForm'
import { ZONES, type ZoneName } from '@/core/form/turnedForm'
import { joinedZones, ZONE_NAMES } from '@/core/form/zoneNames'
import { PRESETS } from '@/core/form/presets'
import type { Piece } from '@/core/model/piece'
import { type Place, FLAT_PART_NAMES, TO_THE_EDGE_MM } from '@/core/vocabulary/place'
import { Check, LengthInput, NumberInput } from '@/ui/kit/fields'
import type { Change } from './types'

/** A length no wall has: a band up to here goes to its edge. */
const WHOLE_WALL_MM = 2000

/** A band to begin with: 20 to 60 mm, or the middle of a wall that is lower. */
const usualBand = (highestMm: number) =>
  highestMm >= 60
    ? { fromMm: 20, toMm: 60 }
    : { fromMm: Math.round(highestMm / 3), toMm: Math.round((2 * highestMm) / 3) }

/** Where a step acts: parts of the piece to press, a band if only part of the wall is meant, some of its sectors. */
export function PlaceFields({ piece, place, change }: { piece: Piece; place: Place; change: Change }) {
  const flat = PRESETS[piece.form.preset].flat === true && piece.form.own === null
  const set = (changes: Partial<Place>) => change({ place: { ...place, ...changes } })
  const toggle = (part: ZoneName) => {
    const parts = place.parts.includes(part)
      ? place.parts.filter((p) => p !== part)
      : ZONES.filter((p) => p === part || place.parts.includes(p))
    if (parts.length || place.on?.length) set({ parts })
  }
  const zones = joinedZones(piece.form)
  const wall = flat
    ? null
    : place.parts.includes('outside')
      ? 'outside'
      : place.parts.includes('inside')
        ? 'inside'
        : null
  const built = useMemo(() => buildForm(piece.form), [piece.form])
  const zone = wall && built.ok ? built.value.zones[wall] : null
  /** No height is above the piece. */
  const highestMm = zone ? Math.floor(zone.to - zone.from) : WHOLE_WALL_MM
  const toTheEdge = place.band !== null && place.band.toMm >= TO_THE_EDGE_MM
  const shown = flat
    ? (['base', 'outside', 'floor'] as const)
    : PRESETS[piece.form.preset].closed && piece.form.own === null
      ? (['base', 'outside'] as const)
      : ZONES
  return (
    <div className="space-y-2">
      <div role="group" aria-label="Where" className="flex flex-wrap gap-1">
        {shown.map((part) => (
          <PlaceButton key={part} pressed={place.parts.includes(part)} onClick={() => toggle(part)}>
            {(flat ? FLAT_PART_NAMES : ZONE_NAMES)[part]}
          </PlaceButton>
        ))}
      </div>
      {zones.length > 0 && <JoinedParts zones={zones} place={place} set={set} />}
      <div className="flex flex-wrap items-end gap-x-4 gap-y-2">
        {wall && (
          <Check
            label="only a band"
            checked={place.band !== null}
            onChange={(on) => set({ band: on ? usualBand(highestMm) : null })}
          />
        )}
        <Check
          label="only some sectors"
          checked={place.sectors !== null}
          onChange={(on) => set({ sectors: on ? { of: 8, take: [0, 2, 4, 6] } : null })}
        />
      </div>
      {wall && place.band && (
        <div className="flex flex-wrap items-end gap-2">
          <div className="grid w-48 grid-cols-2 gap-2">
            <LengthInput
              label="Band from"
              mm={place.band.fromMm}
              minMm={0}
              maxMm={highestMm}
              onCommit={(fromMm) => place.band && set({ band: { ...place.band, fromMm } })}
            />
            {toTheEdge ? (
              <span className="self-end pb-1 text-sm">to {wall === 'outside' ? 'the rim' : 'the floor'}</span>
            ) : (
              <LengthInput
                label="Band to"
                mm={place.band.toMm}
                minMm={0}
                maxMm={highestMm}
                onCommit={(toMm) => place.band && set({ band: { ...place.band, toMm } })}
              />
            )}
          </div>
          <Check
            label={wall === 'outside' ? 'to the rim' : 'to the floor'}
            checked={toTheEdge}
            onChange={(on) =>
              place.band &&
              set({ band: { ...place.band, toMm: on ? WHOLE_WALL_MM : Math.min(highestMm, place.band.fromMm + 40) } })
            }
          />
          <span className="text-xs text-base-content/75">
            {wall === 'outside' ? 'up the wall; drag its edges on the form' : 'down the wall from the rim'}
          </span>
        </div>
      )}
      {place.sectors && <SectorFields sectors={place.sectors} onChange={(sectors) => set({ sectors })} />}
    </div>
  )
}

/** What is joined to the wall: it goes along with it, or zones of it are named. */
function JoinedParts({
  zones,
  place,
  set,
}: {
  zones: readonly { key: string; name: string }[]
  place: Place
  set: (changes: Partial<Place>) => void
}) {
  const { on, parts } = place
  const toggle = (key: string) => {
    const next = !on ? [key] : on.includes(key) ? on.filter((k) => k !== key) : [...on, key]
    if (next.length || parts.length) set({ on: next })
  }
  return (
    <div role="group" aria-label="On what is joined" className="flex flex-wrap gap-1">
      <PlaceButton
        pressed={!on}
        onClick={() => set({ on: on ? undefined : [] })}
        title="handle, lid and all else that is joined go along with the wall"
      >
        parts as the wall
      </PlaceButton>
      {zones.map(({ key, name }) => (
        <PlaceButton key={key} pressed={on?.includes(key) ?? false} onClick={() => toggle(key)}>
          {name}
        </PlaceButton>
      ))}
    </div>
  )
}

function PlaceButton({
  pressed,
  onClick,
  title,
  children,
}: {
  pressed: boolean
  onClick: () => void
  title?: string
  children: React.ReactNode
}) {
  return (
    <button
      type="button"
      aria-pressed={pressed}
      title={title}
      onClick={onClick}
      className={clsx(
        'cursor-pointer border px-2 py-0.5 text-[0.8125rem]',
        pressed ? 'border-base-content bg-primary text-primary-content' : 'border-base-content/60',
      )}
    >
      {children}
    </button>
  )
}

function SectorFields({
  sectors,
  onChange,
}: {
  sectors: NonNullable<Place['sectors']>
  onChange: (sectors: NonNullable<Place['sectors']>) => void
}) {
  const { of, take } = sectors
  const toggle = (k: number) => {
    const next = take.includes(k) ? take.filter((other) => other !== k) : [...take, k].sort((a, b) => a - b)
    if (next.length) onChange({ of, take: next })
  }
  return (
    <div className="flex items-start gap-3">
      <div className="w-24">
        <NumberInput
          label="Sectors in all"
          value={of}
          min={2}
          max={60}
          step={1}
          onCommit={(n) =>
            onChange({ of: Math.round(n), take: take.filter((k) => k < n).length ? take.filter((k) => k < n) : [0] })
          }
        />
      </div>
      <div role="group" aria-label="Sectors taken" className="flex flex-wrap gap-0.5">
        {Array.from({ length: of }, (_, k) => (
          <button
            key={k}
            type="button"
            aria-pressed={take.includes(k)}
            aria-label={`Sector ${k + 1}`}
            onClick={() => toggle(k)}
            className={clsx(
              'numbers h-7 min-w-7 cursor-pointer border text-xs',
              take.includes(k) ? 'border-base-content bg-primary text-primary-content' : 'border-base-content/50',
            )}
          >
            {k + 1}
          </button>
        ))}
      </div>
    </div>
  )
}
