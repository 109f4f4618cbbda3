'use client'

import { zodResolver } from '@hookform/resolvers/zod'
import { useEffect, useMemo, useState } from 'react'
import { useRouter, useSearchParams } from 'next/navigation'
import { useForm, useWatch } from 'react-hook-form'
import * as z from '@/core/base/zod'
import { formatLength } from '@/core/base/units'
import { sentence } from '@/core/base/issue'
import { FORM_PRESETS, PRESETS, type FormPreset } from '@/core/form/presets'
import { capacityMl } from '@/core/form/measures'
import { buildForm } from '@/core/form/buildForm'
import { partsAtSize, presetForm } from '@/core/model/presetForm'
import { beginPiece, sidesOf, usualSide } from '@/core/usecases/create/beginPiece'
import { SEQUENCES, SEQUENCE } from '@/core/usecases/create/sequences'
import type { DecoratedSide } from '@/core/usecases/create/choices'
import { stepsOfRun } from '@/core/usecases/bench/stepsOfRun'
import { coatsTold, repeatPiece, type Again } from '@/core/usecases/create/repeatPiece'
import { USES, type Form, type Piece } from '@/core/model/piece'
import type { Settings } from '@/core/model/studio'
import { newId, run, tell, useStudio } from '@/store/studioStore'
import { recountedPiece, settledPiece } from '@/store/derived'
import { Field, Segments } from '@/ui/kit/fields'
import { Silhouette } from '@/ui/kit/Silhouette'
import { useInUnits } from '@/ui/kit/useInUnits'
import { sizesInMm, sizesInUnit } from './sizes'
import { FormChoice } from './FormChoice'
import { keepDraft, keptDraft } from './keptDraft'
import { MainColour } from './MainColour'
import { MeasuredFields, type Extras } from './MeasuredFields'
import { PlanAgain } from './PlanAgain'
import { WayToBegin } from './WayToBegin'

const length = z.coerce.number({ error: 'a number is needed' }).positive('must be more than 0')

const draftSchema = z.object({
  name: z.string().trim().min(1, 'give it a name').max(80, 'at most 80 letters'),
  count: z.coerce
    .number({ error: 'a number is needed' })
    .int('whole pieces only')
    .min(1, 'at least 1')
    .max(500, 'at most 500'),
  use: z.enum(USES),
  preset: z.enum(FORM_PRESETS),
  sizes: z.object({ heightMm: length, rimMm: length, bellyMm: length, footMm: length, wallMm: length }),
  bodyId: z.string(),
  colourId: z.string(),
  sequence: z.enum(SEQUENCES),
})

type Draft = z.infer<typeof draftSchema>

const USE_WORDS = { food: 'for food', water: 'holds water', display: 'decorative only' } as const

const SIDE_WORDS: Readonly<Record<DecoratedSide, string>> = {
  outside: 'outside',
  inside: 'inside wall',
  face: 'face',
}

const extrasOf = ({ plan, unevenMm, parts, own }: Form): Extras => ({ plan, unevenMm, parts, own })

/** What is kept of a piece that is being begun. */
interface Kept {
  readonly values: z.input<typeof draftSchema>
  readonly extras: Extras
  readonly side: DecoratedSide | null
}

/** What is known of a piece that is made again: all of it but its plan. */
const keptOf = ({ name, count, use, bodyId, form }: Piece, unit: Settings['length']): Kept => ({
  values: {
    name: `${name}, again`.slice(0, 80),
    count,
    use,
    preset: form.preset,
    sizes: sizesInUnit(form.sizes, unit),
    bodyId,
    colourId: '',
    sequence: 'sgraffito',
  },
  extras: extrasOf(form),
  side: null,
})

/** Begins a piece: form, measured size, clay, a way to begin; or a piece that there is, made again. */
export function NewPieceView() {
  const studio = useStudio((s) => s.studio)
  const router = useRouter()
  const unit = studio.settings.length
  const asked = useSearchParams()
  const again = studio.pieces[asked.get('again') ?? '']
  const pot = Number(asked.get('pot'))
  /** With a pot named it is made again as that pot was made, and not as it was planned. */
  const former = useMemo(
    () => (again && pot >= 1 && pot <= again.count ? { ...again, steps: [...stepsOfRun(again, pot).steps] } : again),
    [again, pot],
  )
  const [kept] = useState(() => (former ? keptOf(former, unit) : keptDraft<Kept>(unit)))
  const [motifs, setMotifs] = useState<Again['motifs']>('scaled')
  const [begun, setBegun] = useState(false)
  const inUnits = useInUnits()
  const form = useForm<z.input<typeof draftSchema>, unknown, Draft>({
    resolver: zodResolver(draftSchema),
    defaultValues: kept?.values ?? {
      name: 'Jug',
      count: 1,
      use: 'food',
      preset: 'jug',
      sizes: sizesInUnit(PRESETS.jug.sizes, unit),
      bodyId: Object.keys(studio.bodies)[0],
      colourId: '',
      sequence: 'sgraffito',
    },
  })
  const draft = useWatch({ control: form.control })
  const preset = draft.preset ?? 'jug'
  const sizes = sizesInMm(draft.sizes, unit, PRESETS[preset].sizes)
  const [chosenSide, setChosenSide] = useState<DecoratedSide | null>(kept?.side ?? null)
  /** What its parts were begun on: they follow the sizes until the artist sets one herself. */
  const [pattern, setPattern] = useState<Form>(() => former?.form ?? presetForm(kept?.values.preset ?? 'jug'))
  const [chosen, setChosen] = useState<Extras>(() => kept?.extras ?? extrasOf(pattern))
  const whole: Form = { kind: 'turned', preset, sizes, ...chosen }
  const extras = { ...chosen, parts: partsAtSize(pattern, chosen.parts, whole) }
  const built = buildForm(whole)
  useEffect(() => {
    if (!former) keepDraft(unit, begun ? null : { values: draft, extras: chosen, side: chosenSide })
  }, [unit, draft, chosen, chosenSide, begun, former])
  const { flat } = PRESETS[preset]
  const media = Object.values(studio.media)
  const body = studio.bodies[draft.bodyId ?? ''] ?? Object.values(studio.bodies)[0]
  const sides = built.ok ? sidesOf(built.value) : []
  /** The kind of colour that the way to begin asks for; one that was chosen for another way does not count. */
  const colourKind = SEQUENCE[draft.sequence ?? 'sgraffito'].colour
  const wished = studio.media[draft.colourId ?? '']
  const mainColour = wished && wished.kind === colourKind ? wished : undefined
  const side =
    (chosenSide && sides.includes(chosenSide) ? chosenSide : null) ??
    (built.ok ? usualSide(built.value, preset) : 'outside')

  const choose = (next: FormPreset) => {
    const named = FORM_PRESETS.some((p) => PRESETS[p].name === form.getValues('name'))
    form.setValue('preset', next)
    setChosenSide(null)
    const begins = presetForm(next)
    setPattern(begins)
    setChosen(extrasOf(begins))
    if (PRESETS[next].flat || PRESETS[next].closed) form.setValue('use', 'display')
    form.setValue('sizes', sizesInUnit(PRESETS[next].sizes, unit))
    if (named) form.setValue('name', PRESETS[next].name)
    // Beads are made by the dozen; what was said of the number otherwise stays.
    const [were, are] = [PRESETS[preset].usualCount ?? 1, PRESETS[next].usualCount ?? 1]
    if (Number(form.getValues('count')) === were) form.setValue('count', are)
  }

  const begin = form.handleSubmit(async (values) => {
    const mm = sizesInMm(values.sizes, unit, PRESETS[values.preset].sizes)
    const { name, count, use, bodyId, sequence } = values
    const measured: Form = { kind: 'turned', preset: values.preset, sizes: mm, ...extras }
    if (former) {
      const repetition = repeatPiece(former, { name, count, use, bodyId, form: measured, motifs }, newId)
      if (!repetition.ok) return form.setError('sizes', { message: sentence(repetition.issue) })
      const { piece: repeated, told } = repetition.value
      const counted = await recountedPiece(repeated, former, studio)
      if (run({ type: 'piece.add', piece: counted })) return
      const changed = [...told, ...coatsTold(repeated, counted)]
      if (changed.length) tell('news', changed.slice(0, 4).join(' '))
      return router.push(`/plan/${counted.id}`)
    }
    const wish = { name, count, use, bodyId, sequence, form: measured, colourId: mainColour?.id ?? null, side }
    const piece = beginPiece(wish, studio, newId)
    if (!piece.ok) {
      const { issue } = piece
      const unsuited = issue.code === 'bad-value' && issue.path === 'way to begin'
      return form.setError('sizes', { message: unsuited ? issue.expected : sentence(issue) })
    }
    const settled = await settledPiece(piece.value, studio)
    if (run({ type: 'piece.add', piece: settled })) return
    setBegun(true)
    router.push(`/plan/${settled.id}`)
  })

  const problem = form.formState.errors
  return (
    <form
      onSubmit={begin}
      onKeyDown={(event) => {
        // Enter takes what is typed; a piece is made by its button.
        if (event.key === 'Enter' && event.target instanceof HTMLInputElement) event.preventDefault()
      }}
      className="mx-auto grid max-w-7xl gap-x-8 gap-y-5 px-6 py-5 lg:grid-cols-[1fr_21rem]"
      noValidate
    >
      <div className="space-y-5">
        <h1 className="text-2xl font-bold">{former ? `${former.name}, made again` : 'A new piece'}</h1>
        <FormChoice preset={preset} onChoose={choose} />
        <MeasuredFields
          preset={preset}
          unit={unit}
          built={built}
          extras={extras}
          // Parts that were not touched stay those that follow.
          onExtras={(next) => setChosen(next.parts === extras.parts ? { ...next, parts: chosen.parts } : next)}
          register={(key) => form.register(`sizes.${key}`)}
          problemOf={(key) => problem.sizes?.[key]?.message}
        />
        {former ? (
          <PlanAgain former={former} pot={former === again ? null : pot} motifs={motifs} onMotifs={setMotifs} />
        ) : (
          <WayToBegin radio={form.register('sequence')} body={body} media={media} />
        )}
      </div>
      <div className="space-y-4">
        <div className="flex flex-col items-center bg-[var(--stage)] p-4 text-[var(--stage-ink)]">
          <Silhouette
            form={built.ok ? built.value : null}
            parts={extras.parts}
            size={210}
            label={`Outline of a ${PRESETS[preset].name.toLowerCase()} of this size`}
          />
          <p className="numbers mt-2 text-sm">
            {built.ok
              ? flat
                ? 'a slab: back, edge and face'
                : PRESETS[preset].solid
                  ? `clay all through, a hole of ${formatLength(built.value.holeMm ?? 0, unit)} for the wire`
                  : PRESETS[preset].closed
                    ? 'a hollow figure; leave a hole for the air'
                    : `holds ${Math.round(capacityMl(built.value))} ml to the brim when wet`
              : 'this cannot be built'}
          </p>
        </div>
        <Field label="Name">
          {(id) => (
            <>
              <input
                id={id}
                className="input w-full input-sm"
                {...form.register('name')}
                aria-invalid={problem.name !== undefined}
              />
              {problem.name && (
                <span role="alert" className="text-xs text-error">
                  {problem.name.message}
                </span>
              )}
            </>
          )}
        </Field>
        <div className="grid grid-cols-[6rem_1fr] gap-3">
          <Field label="How many">
            {(id) => (
              <>
                <input
                  id={id}
                  type="number"
                  min={1}
                  className="numbers input w-full input-sm"
                  {...form.register('count')}
                />
                {problem.count && (
                  <span role="alert" className="text-xs text-error">
                    {problem.count.message}
                  </span>
                )}
              </>
            )}
          </Field>
          <Field label="What for">
            {(id) => (
              <>
                <select id={id} className="select w-full select-sm" {...form.register('use')}>
                  {USES.map((use) => (
                    <option key={use} value={use}>
                      {USE_WORDS[use]}
                    </option>
                  ))}
                </select>
              </>
            )}
          </Field>
        </div>
        {!former && sides.length > 1 && (
          <div>
            <p className="mb-1 text-sm font-bold">Decorated on</p>
            <Segments
              label="Decorated on"
              value={side}
              choices={sides.map((s) => [s, SIDE_WORDS[s]] as const)}
              onChange={setChosenSide}
            />
          </div>
        )}
        <Field label="Clay">
          {(id) => (
            <>
              <select id={id} className="select w-full select-sm" {...form.register('bodyId')}>
                {Object.values(studio.bodies).map((body) => (
                  <option
                    key={body.id}
                    value={body.id}
                  >{`${body.name}, cone ${body.range.from} to ${body.range.to}`}</option>
                ))}
              </select>
            </>
          )}
        </Field>
        {!former && colourKind && (
          <MainColour
            key={colourKind}
            media={media}
            kind={colourKind}
            chosen={mainColour}
            register={form.register('colourId')}
          />
        )}
        {problem.sizes?.message && (
          <p role="alert" className="text-sm text-error">
            {inUnits(problem.sizes.message)}
          </p>
        )}
        <button type="submit" className="btn w-full btn-lg btn-primary">
          Make the plan
        </button>
      </div>
    </form>
  )
}
