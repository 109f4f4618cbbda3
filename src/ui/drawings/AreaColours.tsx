'use client'

import { counted, plural } from '@/core/base/words'
import clsx from 'clsx'
import { useCallback, useMemo, useState } from 'react'
import type { TurnedForm } from '@/core/form/turnedForm'
import { applyCommand } from '@/core/model/command'
import type { Piece } from '@/core/model/piece'
import type { Studio } from '@/core/model/studio'
import {
  alikeNeighbours,
  allInTurn,
  colourAreas,
  inAllCopies,
  jarsOfAreas,
  neighboursApart,
} from '@/core/usecases/create/areaSteps'
import { keepingAreas } from '@/core/usecases/create/drawnAreas'
import { HARD_TO_TELL, nearestNeighbours, proposePalettes } from '@/core/usecases/create/areaPalettes'
import { gapClosed } from '@/core/usecases/create/ownLineArt'
import { gridOf } from '@/core/usecases/view/areasView'
import { differenceWords } from '@/core/colour/differenceWords'
import { kindsLaidBy } from '@/core/vocabulary/mediumKinds'
import type { PieceDrawing } from '@/core/vocabulary/pieceDrawing'
import { useAreasLightness } from '@/store/colours'
import { useAreas } from '@/store/drawings'
import { newId, run, tell } from '@/store/studioStore'
import { swatchOf } from '@/ui/kit/colours'
import { Segments, Select } from '@/ui/kit/fields'
import { AreaList } from './AreaList'
import { AreaMap } from './AreaMap'
import { Proposals } from './Proposals'

interface AreaColoursProps {
  piece: Piece
  studio: Studio
  form: TurnedForm | null
  drawing: PieceDrawing
}

const KINDS = [...new Set([...kindsLaidBy('colourIn'), ...kindsLaidBy('glazeIn')])]

/** The areas of a drawing: jars in the hand, a press on the map, and what comes of it. */
export function AreaColours({ piece, studio, form, drawing }: AreaColoursProps) {
  const { value: view, busy, problem } = useAreas(piece, drawing)
  const jars = useMemo(() => jarsOfAreas(piece, drawing.id), [piece, drawing.id])
  const used = [...new Set([...jars.values()].flat())]
  const [held, setHeld] = useState<readonly string[]>([])
  const palette = [...new Set([...used, ...held])].filter((id) => studio.media[id])
  const [inHand, setInHand] = useState<string | null>(null)
  const jar = inHand && palette.includes(inHand) ? inHand : (palette[0] ?? null)
  const [where, setWhere] = useState<'one' | 'copies'>('one')
  const topJar = useCallback((id: number) => studio.media[jars.get(id)?.at(-1) ?? ''], [jars, studio.media])
  const colourOf = useCallback(
    (id: number) => {
      const medium = topJar(id)
      return medium ? swatchOf(medium) : null
    },
    [topJar],
  )
  const chosen = new Set(jar ? [...jars].filter(([, ids]) => ids.includes(jar)).map(([id]) => id) : [])
  const coloured = (view?.areas ?? []).map(({ id }) => id).filter((id) => jars.has(id))
  const light = useAreasLightness(piece, studio, drawing, coloured).value?.light ?? null
  if (problem) return <p role="alert">{problem}</p>
  if (!view)
    return <p className="text-sm text-base-content/75">{busy ? 'Looking for its areas…' : 'Its surface is gone.'}</p>
  if (!form) return null
  const { areas, orphaned, leaks } = view
  const give = (wanted: ReadonlyMap<number, string | null>) =>
    run(colourAreas({ piece, studio, form, drawing, areas }, wanted, newId))
  const press = (id: number) => {
    const area = areas.find((a) => a.id === id)
    if (!area) return
    if (!jar) return tell('news', 'Take a jar into your hand first, then press areas.')
    const same = where === 'copies' ? inAllCopies(area, areas) : [area]
    const off = chosen.has(id)
    give(new Map(same.map((one) => [one.id, off ? null : jar])))
  }
  const jarOf = (id: number) => topJar(id)
  const nearest = nearestNeighbours(areas, jarOf)
  const alike = alikeNeighbours(areas, jars)
  const kind = (jar && studio.media[jar]?.kind) || 'underglaze'
  const body = studio.bodies[piece.bodyId]
  const size = Math.min(4, Math.max(3, palette.length))
  // Where the cupboard has no set as large, a smaller one.
  const proposals = [size, size - 1, 2]
    .map((many) => (body ? proposePalettes(Object.values(studio.media), body, kind, many) : []))
    .find((found) => found.length > 0)
  const apart = (ids: readonly string[]) => {
    const wanted = neighboursApart(areas, ids)
    if (wanted) give(wanted)
    else
      tell(
        'news',
        `${counted(ids.length, 'jar is', 'jars are')} too few: some neighbours would be alike. ` +
          `Take one more into your hand.`,
      )
  }
  const name = (id: string) => studio.media[id]?.name ?? 'missing jar'
  return (
    <div className="space-y-2" data-testid="area-colours" data-busy={busy}>
      <div role="group" aria-label="Jars in the hand" className="flex flex-wrap items-center gap-1.5">
        {palette.map((id) => (
          <button
            key={id}
            type="button"
            aria-pressed={id === jar}
            onClick={() => setInHand(id)}
            className={clsx(
              'flex cursor-pointer items-center gap-1.5 border px-1.5 py-0.5 text-[0.8125rem]',
              id === jar ? 'border-base-content bg-primary text-primary-content' : 'border-base-content/60',
            )}
          >
            <span
              className="h-4 w-4 border border-base-content/60"
              style={{ background: swatchOf(studio.media[id]) }}
            />
            {name(id)}
          </button>
        ))}
        <span className="w-44">
          <Select
            label="Take a jar into the hand"
            value=""
            choices={[
              ['', palette.length ? 'another jar…' : 'take a jar…'],
              ...Object.values(studio.media)
                .filter((m) => KINDS.includes(m.kind) && !palette.includes(m.id))
                .map((m) => [m.id, m.name] as [string, string]),
            ]}
            onChange={(id) => {
              if (!id) return
              setHeld([...held, id])
              setInHand(id)
            }}
          />
        </span>
      </div>
      <AreaMap
        view={view}
        label={`Areas of ${drawing.name}`}
        colourOf={colourOf}
        chosen={chosen}
        words={(id) => `${(jars.get(id) ?? []).map(name).join(', then ') || 'no colour yet'}`}
        onPress={press}
        onLeak={(leak) => {
          const grid = gridOf(piece, drawing)
          if (!grid) return
          const motif = gapClosed(grid, drawing.motif, leak.closes)
          run({ type: 'drawing.set', pieceId: piece.id, drawing: { ...keepingAreas(drawing, areas), motif } })
        }}
      />
      <p className="numbers text-[0.8125rem] text-base-content/80">
        {counted(areas.length, 'area', 'areas')}, {coloured.length} with a colour
        {light !== null && `; ${Math.round(light * 100)} % of what is coloured fires light`}.
        {leaks.length > 0 &&
          ` ${leaks.length === 1 ? 'One gap' : `${leaks.length} gaps`} in its outlines: press a red ring to close it, or leave it open.`}
        {orphaned.length > 0 &&
          ` ${orphaned.map(({ id, called }) => called || `area ${id}`).join(', ')} ` +
            `${plural(orphaned.length, 'has merged with another or lies', 'have merged with others or lie')} off the piece.`}
      </p>
      {nearest && nearest.apart < HARD_TO_TELL && (
        <p className="text-[0.8125rem]" data-warning>
          Areas {nearest.a} and {nearest.b} are {differenceWords(nearest.apart)} in the worst light (ΔE{' '}
          <span className="numbers">{nearest.apart.toFixed(0)}</span>).
        </p>
      )}
      {alike.length > 0 && (
        <p className="text-[0.8125rem] text-base-content/80">
          Neighbours alike:{' '}
          {alike
            .slice(0, 4)
            .map(([a, b]) => `${a} and ${b}`)
            .join('; ')}
          {alike.length > 4 && `; ${alike.length - 4} more`}.
        </p>
      )}
      <div className="flex flex-wrap items-center gap-1.5">
        <Segments
          small
          label="A press colours"
          value={where}
          choices={[
            ['one', 'this area'],
            ['copies', 'it in every copy'],
          ]}
          onChange={setWhere}
        />
        <button
          type="button"
          className="btn px-2 font-normal btn-sm"
          disabled={palette.length < 2}
          title="As few of the jars in the hand as will do, no two neighbours alike"
          onClick={() => apart(palette)}
        >
          no neighbours alike
        </button>
        <button
          type="button"
          className="btn px-2 font-normal btn-sm"
          disabled={palette.length < 2 || drawing.motif.repeats < 2}
          title="The jars in the hand one after another, as one goes round"
          onClick={() => give(allInTurn(areas, palette))}
        >
          in turn round
        </button>
      </div>
      {proposals && (
        <Proposals
          proposals={proposals}
          tried={(ids) => {
            const wanted = neighboursApart(areas, ids)
            let n = 0
            const command = wanted && colourAreas({ piece, studio, form, drawing, areas }, wanted, () => `tried-${n++}`)
            const after = command && applyCommand(studio, command)
            return after?.ok ? after.value.pieces[piece.id] : null
          }}
          studio={studio}
          onTake={(ids) => {
            setHeld(ids)
            apart(ids)
          }}
        />
      )}
      <AreaList piece={piece} studio={studio} drawing={drawing} view={view} jars={jars} />
    </div>
  )
}
