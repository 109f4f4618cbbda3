'use client'

import { isA } from '@/core/plan/step'
import { useCallback, useMemo } from 'react'
import type { StepOf } from '@/core/plan/step'
import { areaMinutes } from '@/core/plan/acts/areaWork'
import { drawingOfStep, keepingAreas } from '@/core/usecases/create/drawnAreas'
import { kindsLaidBy } from '@/core/vocabulary/mediumKinds'
import { followed, type PieceDrawing } from '@/core/vocabulary/pieceDrawing'
import { AREA_TOOL, AREA_TOOLS } from '@/core/vocabulary/tools'
import { useAreas } from '@/store/drawings'
import { newId, run } from '@/store/studioStore'
import { AreaMap } from '@/ui/drawings/AreaMap'
import { swatchOf } from '@/ui/kit/colours'
import { Check, Field, NumberInput, Segments, Select } from '@/ui/kit/fields'
import { MediumField } from './MediumField'
import type { FieldsProps } from './types'

type AreaStep = StepOf<'colourIn'> | StepOf<'glazeIn'>

/** One jar in areas of a drawing: which areas, with what, how many coats. */
export function AreaFields(props: FieldsProps<AreaStep>) {
  const { piece, studio, step, change } = props
  const drawing = piece.drawings.find(({ id }) => id === step.motif.of) ?? null
  return (
    <>
      <MediumField
        studio={studio}
        kinds={kindsLaidBy(step.act)}
        value={step.mediumId}
        onChange={(mediumId) => change({ mediumId })}
      />
      <div className="grid grid-cols-[4.5rem_1fr] gap-3">
        <Field label="Coats">
          {(id) => (
            <NumberInput
              id={id}
              value={step.coats}
              min={1}
              max={8}
              step={1}
              onCommit={(coats) => change({ coats: Math.round(coats) })}
            />
          )}
        </Field>
        <Field label="Laid on with">
          {(id) => (
            <Select
              id={id}
              value={step.tool}
              choices={AREA_TOOLS.map((tool) => [tool, AREA_TOOL[tool].name] as const)}
              onChange={(tool) => change({ tool, coats: AREA_TOOL[tool].flows ? 1 : 3 })}
            />
          )}
        </Field>
      </div>
      {piece.drawings.length > 0 && (
        <Field label="Areas of">
          {(id) => (
            <Select
              id={id}
              value={drawing?.id ?? ''}
              choices={[
                ...(drawing ? [] : [['', 'lines of its own'] as [string, string]]),
                ...piece.drawings.map((d) => [d.id, d.name] as [string, string]),
              ]}
              onChange={(chosen) => {
                const other = piece.drawings.find((d) => d.id === chosen)
                if (other) change({ motif: followed(other, step.motif), take: [] })
              }}
            />
          )}
        </Field>
      )}
      {drawing ? (
        <StepAreas {...props} drawing={drawing} />
      ) : (
        <button
          type="button"
          className="btn font-normal btn-sm"
          onClick={() => {
            const command = drawingOfStep(piece, step, newId())
            if (command) run(command)
          }}
        >
          Make a drawing of its lines, to choose areas
        </button>
      )}
      {isA(step, 'area colouring') && <BlendInto studio={studio} step={step} change={props.change} />}
      <Check label="Each coat matte before the next" checked={step.waits} onChange={(waits) => change({ waits })} />
    </>
  )
}

/** A gradient from the jar into another, over the areas that are taken. */
function BlendInto({
  studio,
  step,
  change,
}: Pick<FieldsProps<StepOf<'colourIn'>>, 'studio' | 'change'> & { step: StepOf<'colourIn'> }) {
  const kinds = kindsLaidBy(step.act)
  const others = Object.values(studio.media).filter(({ id, kind }) => kinds.includes(kind) && id !== step.mediumId)
  const { blend } = step
  return (
    <div className="grid grid-cols-2 items-end gap-3">
      <Field label="Blends into">
        {(id) => (
          <Select
            id={id}
            value={blend?.mediumId ?? ''}
            choices={[['', 'nothing: one colour'], ...others.map((m) => [m.id, m.name] as [string, string])]}
            onChange={(chosen) =>
              change({ blend: chosen ? { along: blend?.along ?? 'up', mediumId: chosen } : undefined })
            }
          />
        )}
      </Field>
      {blend && (
        <div>
          <Segments
            small
            label="Blend runs"
            value={blend.along}
            choices={[
              ['up', 'up'],
              ['across', 'across'],
              ['inward', 'inwards'],
            ]}
            onChange={(along) => change({ blend: { ...blend, along } })}
          />
        </div>
      )}
    </div>
  )
}

/** The areas of a step on the map of its drawing; pressed, they are taken or left. */
function StepAreas({ piece, studio, step, drawing }: FieldsProps<AreaStep> & { drawing: PieceDrawing }) {
  const { value: view, problem } = useAreas(piece, drawing)
  const chosen = useMemo(() => new Set(step.take.map(({ id }) => id)), [step.take])
  const medium = studio.media[step.mediumId]
  const colourOf = useCallback((id: number) => (chosen.has(id) && medium ? swatchOf(medium) : null), [chosen, medium])
  if (problem) return <p role="alert">{problem}</p>
  if (!view) return <p className="text-sm text-base-content/75">Looking for its areas…</p>
  const own = view.areas.filter(({ id }) => chosen.has(id))
  const cm2 = own.reduce((sum, { mm2 }) => sum + mm2 / 100, 0)
  const narrow = own.filter(({ widthMm }) => widthMm < AREA_TOOL[step.tool].tipMm)
  const minutes = (tool: AreaStep['tool'], coats: number) =>
    Math.max(1, Math.round(coats * areaMinutes(tool, own.length, cm2)))
  return (
    <>
      <AreaMap
        view={view}
        label={`Areas of ${drawing.name}`}
        colourOf={colourOf}
        chosen={chosen}
        words={(id) => (chosen.has(id) ? 'taken' : 'left')}
        onPress={(id) => {
          const area = view.areas.find((a) => a.id === id)
          if (!area) return
          const { copy, at } = area
          const take = chosen.has(id) ? step.take.filter((t) => t.id !== id) : [...step.take, { id, copy, at }]
          run({
            type: 'batch',
            label: 'choose areas',
            commands: [
              { type: 'drawing.set', pieceId: piece.id, drawing: keepingAreas(drawing, view.areas) },
              { type: 'step.change', pieceId: piece.id, stepId: step.id, changes: { take } },
            ],
          })
        }}
      />
      <p className="numbers text-[0.8125rem] text-base-content/80">
        {own.length ? `${own.length} of ${view.areas.length} areas, ${cm2.toFixed(0)} cm². ` : 'No area is taken yet. '}
        {own.length > 0 &&
          `About ${minutes('fineBrush', 3)} min by brush in 3 coats, ${minutes('needleBottle', 1)} by needle bottle, ` +
            `${minutes('bulb', 1)} by bulb.`}
      </p>
      {narrow.length > 0 && (
        <p className="text-[0.8125rem]" data-warning>
          {narrow.length === 1 ? `Area ${narrow[0].id} is` : `${narrow.length} areas are`} narrower than the{' '}
          {AREA_TOOL[step.tool].name}: the coat there stays thin; one coat more, or a finer tip.
        </p>
      )}
    </>
  )
}
