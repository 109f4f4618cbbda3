'use client'

import { asInitials, asSectors, motifOfDrawing, motifOnSide, motifOnSurface } from '@/core/usecases/create/motifOnSide'
import clsx from 'clsx'
import { useMemo, useRef } from 'react'
import { surfacesOf, WALL } from '@/core/form/assembly'
import { aroundMm, profileAt, type TurnedForm } from '@/core/form/turnedForm'
import { repeatAdvice } from '@/core/form/repeats'
import { followed } from '@/core/vocabulary/pieceDrawing'
import { hasOwnWidths, MOTIF_KINDS, MOTIF_SIDES, type Motif } from '@/core/vocabulary/motif'
import { MOTIFS } from '@/core/skin/motifs/library'
import { motifAspect } from '@/core/skin/motifs/motifAspect'
import { Check, Field, LengthInput, NumberInput, Segments, Select } from '@/ui/kit/fields'
import { FollowedMotif } from './FollowedMotif'
import { GroundChoice } from './GroundChoice'
import { MotifMark } from '@/ui/kit/MotifMark'
import { SectorFillings } from './SectorFillings'
import { SvgFile } from '@/ui/kit/SvgFile'
import type { FieldsProps } from './types'
import { TextInput } from '@/ui/kit/TextInput'
import { tell } from '@/store/studioStore'
import { lineArt, SOON_MS } from '@/workers/clients'

interface MotifProps extends Pick<FieldsProps, 'piece' | 'form'> {
  motif: Motif
  onMotif: (motif: Motif) => void
  /** Words for acting on the shape and on the ground round it; false when only the shape makes sense. */
  ground: readonly [string, string] | false
  /** Whether it may follow a drawing of the piece. */
  follows?: boolean
}

const SIDE_WORDS = { outside: 'outside', inside: 'inside', floor: 'floor', base: 'base' } as const
const FLAT_SIDE_WORDS = { outside: 'edge', inside: 'inside', floor: 'face', base: 'back' } as const

/** A motif: which, where, how often, how large, how drawn; or the drawing of the piece that it follows. */
export function MotifFields(props: MotifProps) {
  const { piece, motif, onMotif, ground } = props
  const drawing = piece.drawings.find(({ id }) => id === motif.of)
  if (!props.follows || piece.drawings.length === 0) return <OwnMotif {...props} />
  return (
    <>
      <Field label="Lines of">
        {(id) => (
          <Select
            id={id}
            value={drawing?.id ?? ''}
            choices={[['', 'this step alone'], ...piece.drawings.map((d) => [d.id, d.name] as [string, string])]}
            onChange={(chosen) => {
              const other = piece.drawings.find((d) => d.id === chosen)
              const { of: _, only: __, ...own } = motif
              onMotif(other ? followed(other, own) : own)
            }}
          />
        )}
      </Field>
      {drawing ? (
        <FollowedMotif drawing={drawing} motif={motif} onMotif={onMotif} ground={ground} />
      ) : (
        <OwnMotif {...props} />
      )}
    </>
  )
}

/** A motif of a step’s own. */
function OwnMotif({ piece, form: wall, motif, onMotif, ground }: MotifProps) {
  const surfaces = useMemo(() => (wall ? surfacesOf(wall, piece.form.parts) : []), [wall, piece.form.parts])
  const form = surfaces.find(({ id }) => id === motif.on)?.form ?? wall
  const set = (changes: Partial<Motif>) => onMotif({ ...motif, ...changes })
  const lies = motif.side === 'floor' || motif.side === 'base'
  const sides = MOTIF_SIDES.filter(
    (s) => !form || (form.zones[s].to > form.zones[s].from && !(form.flat && s !== 'floor' && s !== 'base')),
  )
  /** On another surface it stands in the middle, as large as there is room. */
  const moveTo = (id: string) => {
    const to = surfaces.find((surface) => surface.id === id)
    if (to) onMotif(motifOnSurface(motif, to))
  }
  return (
    <>
      <MotifPicker form={form} motif={motif} set={set} />
      {motif.kind === 'letters' && !motif.drawing && (
        <Field label="Words">
          {(id) => (
            <TextInput
              id={id}
              value={motif.text}
              maxLength={24}
              placeholder="initials and year"
              valid={() => true}
              onCommit={(text) => set({ text })}
            />
          )}
        </Field>
      )}
      {motif.kind === 'sectors' && !motif.drawing && <SectorFillings motif={motif} set={set} />}
      <div className="grid grid-cols-3 gap-x-3 gap-y-2">
        <Field label={motif.kind === 'sectors' && !motif.drawing ? 'Sectors' : 'Repeats'}>
          {(id) => (
            <NumberInput
              id={id}
              value={motif.repeats}
              min={1}
              max={120}
              step={1}
              onCommit={(repeats) => set({ repeats: Math.round(repeats) })}
            />
          )}
        </Field>
        <Field label="Height">
          {(id) => (
            <LengthInput
              id={id}
              mm={motif.heightMm}
              minMm={1}
              maxMm={1000}
              onCommit={(heightMm) => set({ heightMm })}
            />
          )}
        </Field>
        <Field label={lies ? 'Out from middle' : motif.side === 'outside' ? 'Height above the foot' : 'Below the rim'}>
          {(id) => <LengthInput id={id} mm={motif.upMm} minMm={0} maxMm={1000} onCommit={(upMm) => set({ upMm })} />}
        </Field>
        <Field label="Line">
          {(id) => (
            <LengthInput id={id} mm={motif.lineMm} minMm={0.2} maxMm={20} onCommit={(lineMm) => set({ lineMm })} />
          )}
        </Field>
        <Field label="Uneven by hand, % (0 = exact)">
          {(id) => (
            <NumberInput
              id={id}
              value={Math.round(motif.variation * 100)}
              min={0}
              max={100}
              step={10}
              onCommit={(percent) => set({ variation: percent / 100 })}
            />
          )}
        </Field>
        <Field label="Off the line by up to">
          {(id) => (
            <LengthInput
              id={id}
              mm={motif.strayMm ?? 0}
              minMm={0}
              maxMm={5}
              onCommit={(strayMm) => set({ strayMm: strayMm || undefined })}
            />
          )}
        </Field>
        <Field label="Rotate the first by, °">
          {(id) => (
            <NumberInput
              id={id}
              value={Math.round(motif.startDeg * 10) / 10}
              min={0}
              max={360}
              step={5}
              onCommit={(startDeg) => set({ startDeg })}
            />
          )}
        </Field>
      </div>
      <RepeatHint form={form} motif={motif} onRepeats={(repeats) => set({ repeats })} />
      {surfaces.length > 1 && (
        <Field label="On">
          {(id) => (
            <Select
              id={id}
              value={motif.on ?? WALL}
              choices={surfaces.map((surface) => [surface.id, surface.name] as const)}
              onChange={moveTo}
            />
          )}
        </Field>
      )}
      <div className="flex flex-wrap items-center gap-x-4 gap-y-2">
        <Segments
          small
          label="Side"
          value={motif.side}
          choices={sides.map((s) => [s, (form?.flat ? FLAT_SIDE_WORDS : SIDE_WORDS)[s]] as const)}
          onChange={(side) => set(form ? motifOnSide(motif, side, form) : { side })}
        />
        <Check
          label="outlines only"
          checked={motif.made === 'line'}
          onChange={(on) => set({ made: on ? 'line' : 'filled' })}
        />
      </div>
      {motif.drawing && hasOwnWidths(motif.drawing) && motif.made === 'filled' && (
        <Segments
          small
          label="Width of its lines"
          value={motif.drawing.widths}
          choices={[
            ['tool', 'lines as wide as the tool'],
            ['drawn', 'as wide as drawn'],
          ]}
          onChange={(widths) => motif.drawing && set({ drawing: { ...motif.drawing, widths } })}
        />
      )}
      <GroundChoice motif={motif} words={ground} set={set} />
      <details className="border border-base-content/40" open={motif.rows > 1 || motif.alternate !== 'none'}>
        <summary className="cursor-pointer px-2 py-1 text-sm">Rows and turns</summary>
        <div className="grid grid-cols-3 gap-3 px-2 pb-2">
          <Field label="Rows">
            {(id) => (
              <NumberInput
                id={id}
                value={motif.rows}
                min={1}
                max={24}
                step={1}
                onCommit={(rows) => set({ rows: Math.round(rows) })}
              />
            )}
          </Field>
          <Field label="Gap">
            {(id) => (
              <LengthInput
                id={id}
                mm={motif.rowGapMm}
                minMm={0}
                maxMm={500}
                onCommit={(rowGapMm) => set({ rowGapMm })}
              />
            )}
          </Field>
          <Field label="Every second">
            {(id) => (
              <Select
                id={id}
                value={motif.alternate}
                choices={[
                  ['none', 'as it is'],
                  ['mirror', 'mirrored'],
                  ['turn', 'upside down'],
                  ['offset', 'row shifted'],
                ]}
                onChange={(alternate) => set({ alternate })}
              />
            )}
          </Field>
        </div>
      </details>
    </>
  )
}

/** All motifs as drawings to choose from, or one’s own line art. */
function MotifPicker({
  form,
  motif,
  set,
}: {
  form: TurnedForm | null
  motif: Motif
  set: (changes: Partial<Motif>) => void
}) {
  const menu = useRef<HTMLDetailsElement>(null)
  const name = motif.drawing ? motif.drawing.name : MOTIFS[motif.kind].name
  const words = motif.drawing ? 'your own drawing' : MOTIFS[motif.kind].words
  const choose = (changes: Partial<Motif>) => {
    set(changes)
    menu.current?.removeAttribute('open')
  }
  /** The motif as it begins when a kind is chosen. */
  const asChosen = (kind: Motif['kind']): Partial<Motif> => {
    if (form && kind === 'sectors') return asSectors(motif, form)
    if (form && kind === 'letters') return asInitials(motif, form)
    return { kind, drawing: null }
  }
  return (
    <details
      ref={menu}
      className="border border-base-content/60"
      onKeyDown={(event) => event.key === 'Escape' && menu.current?.removeAttribute('open')}
    >
      <summary
        className="flex cursor-pointer items-center gap-3 px-2 py-1"
        aria-label={`Motif: ${name}. Choose another`}
      >
        <MotifMark kind={motif.kind} drawing={motif.drawing} text={motif.text} size={44} />
        <span>
          <b className="block leading-tight">{name}</b>
          <span className="text-[0.8125rem] text-base-content/80">{words}</span>
        </span>
      </summary>
      <div role="radiogroup" aria-label="Motif" className="grid grid-cols-6 gap-1 border-t border-base-content/40 p-2">
        {MOTIF_KINDS.map((kind) => (
          <button
            key={kind}
            type="button"
            role="radio"
            aria-checked={!motif.drawing && kind === motif.kind}
            aria-label={MOTIFS[kind].name}
            title={MOTIFS[kind].name}
            onClick={() => choose(asChosen(kind))}
            className={clsx(
              'flex cursor-pointer items-center justify-center border p-0.5',
              !motif.drawing && kind === motif.kind
                ? 'border-base-content bg-primary text-primary-content'
                : 'border-base-content/25 hover:border-base-content',
            )}
          >
            <MotifMark kind={kind} size={42} />
          </button>
        ))}
      </div>
      <SvgFile
        words="Your own line art (SVG)"
        label="Open line art as SVG"
        className="flex cursor-pointer items-center gap-2 border-t border-base-content/40 px-2 py-1.5 text-sm"
        read={(bytes, name) => lineArt.ask((remote) => remote.drawing(bytes, name), { limitMs: SOON_MS })}
        onRead={({ drawing, notes }) => {
          choose(form ? motifOfDrawing(motif, drawing, form) : { drawing })
          if (notes.length) tell('news', notes.join(' '))
        }}
      />
    </details>
  )
}

/** How often the motif would fit at its own width, with the nearest whole numbers to choose. */
function RepeatHint({
  form,
  motif,
  onRepeats,
}: {
  form: TurnedForm | null
  motif: Motif
  onRepeats: (n: number) => void
}) {
  if (!form || motif.side === 'floor' || motif.side === 'base') return null
  const from = motif.side === 'outside' ? form.zones.outside.from : form.zones.inside.from
  const { r } = profileAt(form, from + motif.upMm + motif.heightMm / 2)
  const own = motifAspect(motif) * motif.heightMm
  const { exact, choices } = repeatAdvice(aroundMm(form, r) / (2 * Math.PI), own)
  return (
    <p className="numbers text-[0.8125rem] text-base-content/80">
      Drawn without stretching it fits {exact.toFixed(1)} times. Wider (+) or narrower (−):{' '}
      {choices
        .filter((c) => c.repeats <= 120)
        .map((c) => (
          <button key={c.repeats} type="button" className="mr-2 link" onClick={() => onRepeats(c.repeats)}>
            {c.repeats} × at {c.stretch >= 0 ? '+' : '−'}
            {Math.abs(c.stretch * 100).toFixed(1)} %
          </button>
        ))}
    </p>
  )
}
