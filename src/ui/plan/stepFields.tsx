'use client'

import { COVER_NAMES, COVERS, DRYING_STAGES, STAGE } from '@/core/clay/stages'
import { CONES, coneCelsius } from '@/core/firing/cones'
import { formatTemperature } from '@/core/base/units'
import { repeatAdvice } from '@/core/form/repeats'
import { buildTurnedForm, profileAt, ZONES, type ZoneName } from '@/core/form/turnedForm'
import type { MediumKind } from '@/core/model/material'
import type { Piece } from '@/core/model/piece'
import { MOTIF_KINDS, TOOL, TOOLS, type Place, type Step, type StepOf } from '@/core/model/step'
import type { Studio } from '@/core/model/studio'
import { PART_NAMES } from '@/core/usecases/stepWords'
import { MOTIFS } from '@/core/skin/motifs/library'
import { swatchOf } from '@/ui/kit/colours'
import { Check, Field, LengthInput, NumberInput, Segments, Select } from '@/ui/kit/fields'

type Change = (changes: Record<string, unknown>) => void

interface FieldsProps<S extends Step = Step> {
  piece: Piece
  studio: Studio
  step: S
  change: Change
}

/** The values of a step, each in effect as soon as it is changed. */
export function StepFields({ step, ...rest }: FieldsProps) {
  switch (step.act) {
    case 'bring':
      return <BringFields step={step} {...rest} />
    case 'coat':
      return <CoatFields step={step} {...rest} />
    case 'divide':
      return <DivideFields step={step} {...rest} />
    case 'carve':
      return <CarveFields step={step} {...rest} />
    case 'wax':
      return (
        <>
          <PlaceFields place={step.place} change={rest.change} />
          <Check label="Let it dry before going on" checked={step.waits} onChange={(waits) => rest.change({ waits })} />
        </>
      )
    case 'glaze':
      return <GlazeFields step={step} {...rest} />
    case 'cleanFoot':
      return <Field label="Bare above the foot">{(id) => <LengthInput id={id} mm={step.upMm} minMm={0} maxMm={100} onCommit={(upMm) => rest.change({ upMm })} />}</Field>
    case 'wipeDust':
      return <p className="text-sm">Dust and skin grease off, all over.</p>
    case 'fire':
      return <FireFields step={step} {...rest} />
  }
}

function BringFields({ step, change }: FieldsProps<StepOf<'bring'>>) {
  return (
    <div className="grid grid-cols-2 gap-3">
      <Field label="Dry it to">{(id) => <Select id={id} value={step.to} choices={DRYING_STAGES.map((s) => [s, STAGE[s].name] as const)} onChange={(to) => change({ to })} />}</Field>
      <Field label="Kept">{(id) => <Select id={id} value={step.cover} choices={COVERS.map((c) => [c, COVER_NAMES[c]] as const)} onChange={(cover) => change({ cover })} />}</Field>
    </div>
  )
}

function MediumField({ studio, kinds, value, onChange }: { studio: Studio; kinds: readonly MediumKind[]; value: string; onChange: (id: string) => void }) {
  const media = Object.values(studio.media).filter((m) => kinds.includes(m.kind))
  const medium = studio.media[value]
  return (
    <Field label={kinds.includes('glaze') ? 'Glaze' : 'Colour'}>
      {(id) => (
        <span className="flex items-center gap-2">
          <Select id={id} value={value} choices={media.map((m) => [m.id, `${m.name} (${m.kind}, cone ${m.range.from} to ${m.range.to})`] as const)} onChange={onChange} />
          {medium && <span role="img" className="flex h-8 w-16 shrink-0 border border-base-content" aria-label="raw, then fired" title="raw, then fired"><span className="h-full w-1/2" style={{ background: medium.raw.dry }} /><span className="h-full w-1/2" style={{ background: swatchOf(medium) }} /></span>}
        </span>
      )}
    </Field>
  )
}

function CoatFields({ studio, step, change }: FieldsProps<StepOf<'coat'>>) {
  return (
    <>
      <MediumField studio={studio} kinds={['slip', 'underglaze']} value={step.mediumId} onChange={(mediumId) => change({ mediumId })} />
      <div className="grid grid-cols-[5.5rem_1fr] items-end gap-3">
        <Field label="Coats">{(id) => <NumberInput id={id} value={step.coats} min={1} max={24} step={1} onCommit={(coats) => change({ coats: Math.round(coats) })} />}</Field>
        <Segments small label="Brush direction" value={step.direction} choices={[['crossed', 'crossed'], ['oneWay', 'one way']]} onChange={(direction) => change({ direction })} />
      </div>
      <PlaceFields place={step.place} change={change} />
      <div className="flex flex-wrap gap-x-5 gap-y-1">
        <Check label="Each coat matte before the next" checked={step.waits} onChange={(waits) => change({ waits })} />
        <Check label="A blush, thin on purpose" checked={step.intent === 'blush'} onChange={(blush) => change({ intent: blush ? 'blush' : 'cover' })} />
      </div>
    </>
  )
}

function DivideFields({ piece, step, change }: FieldsProps<StepOf<'divide'>>) {
  return (
    <div className="grid grid-cols-2 gap-3">
      <Field label="Equal sectors" hint={sectorHint(piece, step)}>{(id) => <NumberInput id={id} value={step.sectors} min={2} max={120} step={1} onCommit={(sectors) => change({ sectors: Math.round(sectors) })} />}</Field>
      <Field label="Marked at, up the wall">{(id) => <LengthInput id={id} mm={step.upMm} minMm={0} maxMm={1000} onCommit={(upMm) => change({ upMm })} />}</Field>
    </div>
  )
}

function sectorHint(piece: Piece, step: StepOf<'divide'>): string {
  const form = buildTurnedForm(piece.form.preset, piece.form.sizes)
  if (!form.ok) return ''
  const { r } = profileAt(form.value, form.value.zones.outside.from + step.upMm)
  return `${((2 * Math.PI * r) / step.sectors).toFixed(1)} mm each round the wall there`
}

function CarveFields({ piece, step, change }: FieldsProps<StepOf<'carve'>>) {
  const { motif } = step
  const setMotif = (changes: Partial<typeof motif>) => change({ motif: { ...motif, ...changes } })
  return (
    <>
      <div className="grid grid-cols-2 gap-3">
        <Field label="Motif" hint={MOTIFS[motif.kind].words}>{(id) => <Select id={id} value={motif.kind} choices={MOTIF_KINDS.map((k) => [k, MOTIFS[k].name] as const)} onChange={(kind) => setMotif({ kind })} />}</Field>
        <Field label="Tool" hint={TOOL[step.tool].words}>{(id) => <Select id={id} value={step.tool} choices={TOOLS.map((t) => [t, TOOL[t].name] as const)} onChange={(tool) => change({ tool, depthMm: TOOL[tool].depthMm, motif: { ...motif, lineMm: TOOL[tool].lineMm } })} />}</Field>
      </div>
      <div className="grid grid-cols-3 gap-3">
        <Field label="Repeats">{(id) => <NumberInput id={id} value={motif.repeats} min={1} max={120} step={1} onCommit={(repeats) => setMotif({ repeats: Math.round(repeats) })} />}</Field>
        <Field label="Height">{(id) => <LengthInput id={id} mm={motif.heightMm} minMm={1} maxMm={1000} onCommit={(heightMm) => setMotif({ heightMm })} />}</Field>
        <Field label={motif.side === 'outside' ? 'Starts, up' : 'Starts, down'}>{(id) => <LengthInput id={id} mm={motif.upMm} minMm={0} maxMm={1000} onCommit={(upMm) => setMotif({ upMm })} />}</Field>
        <Field label="Line">{(id) => <LengthInput id={id} mm={motif.lineMm} minMm={0.2} maxMm={20} onCommit={(lineMm) => setMotif({ lineMm })} />}</Field>
        <Field label="Depth">{(id) => <LengthInput id={id} mm={step.depthMm} minMm={0.02} maxMm={20} onCommit={(depthMm) => change({ depthMm })} />}</Field>
        <Field label="Looseness, %">{(id) => <NumberInput id={id} value={Math.round(motif.variation * 100)} min={0} max={100} step={10} onCommit={(percent) => setMotif({ variation: percent / 100 })} />}</Field>
      </div>
      <div className="flex flex-wrap items-center gap-x-4 gap-y-1">
        <Segments small label="Side" value={motif.side} choices={[['outside', 'outside'], ['inside', 'inside']]} onChange={(side) => setMotif({ side })} />
        <Check label="Damp, with a respirator" checked={step.protection === 'dampAndRespirator'} onChange={(on) => change({ protection: on ? 'dampAndRespirator' : 'none' })} />
      </div>
      <RepeatHint piece={piece} step={step} onRepeats={(repeats) => setMotif({ repeats })} />
    </>
  )
}

/** How often the motif would fit at its own width, with the nearest whole numbers to choose. */
function RepeatHint({ piece, step, onRepeats }: { piece: Piece; step: StepOf<'carve'>; onRepeats: (n: number) => void }) {
  const form = buildTurnedForm(piece.form.preset, piece.form.sizes)
  if (!form.ok) return null
  const { motif } = step
  const from = motif.side === 'outside' ? form.value.zones.outside.from : form.value.zones.inside.from
  const { r } = profileAt(form.value, from + motif.upMm + motif.heightMm / 2)
  const own = MOTIFS[motif.kind].aspect * motif.heightMm
  const { exact, choices } = repeatAdvice(r, own)
  return (
    <p className="numbers text-[13px] text-base-content/80">
      At its own proportions it fits {exact.toFixed(1)} times:{' '}
      {choices.filter((c) => c.repeats <= 120).map((c) => (
        <button key={c.repeats} type="button" className="link mr-2" onClick={() => onRepeats(c.repeats)}>
          {c.repeats} × at {c.stretch >= 0 ? '+' : '−'}{Math.abs(c.stretch * 100).toFixed(1)} %
        </button>
      ))}
    </p>
  )
}

function GlazeFields({ studio, step, change }: FieldsProps<StepOf<'glaze'>>) {
  return (
    <>
      <MediumField studio={studio} kinds={['glaze']} value={step.mediumId} onChange={(mediumId) => change({ mediumId })} />
      <div className="flex items-end gap-3">
        <Segments small label="How it goes on" value={step.how} choices={[['dip', 'dip'], ['pour', 'pour'], ['brush', 'brush']]} onChange={(how) => change({ how, coats: how === 'brush' ? 3 : 1 })} />
        {step.how === 'brush' && <Field label="Coats">{(id) => <NumberInput id={id} value={step.coats} min={1} max={12} step={1} onCommit={(coats) => change({ coats: Math.round(coats) })} />}</Field>}
      </div>
      <PlaceFields place={step.place} change={change} />
      <Check label="Let it turn matte before going on" checked={step.waits} onChange={(waits) => change({ waits })} />
    </>
  )
}

function FireFields({ studio, step, change }: FieldsProps<StepOf<'fire'>>) {
  return (
    <div className="grid grid-cols-2 gap-3">
      <Field label="Firing">{(id) => <Select id={id} value={step.firing} choices={[['bisque', 'bisque'], ['decoration', 'decoration'], ['glaze', 'glaze']]} onChange={(firing) => change({ firing })} />}</Field>
      <Field label="Cone" hint="at 60 °C an hour; check your maker’s chart">{(id) => <Select id={id} value={step.cone} choices={CONES.map((c) => [c, `${c}, about ${formatTemperature(coneCelsius(c), studio.settings.temperature)}`] as const)} onChange={(cone) => change({ cone })} />}</Field>
    </div>
  )
}

/** Where a step acts: parts of the piece to press, and a band if only part of the wall is meant. */
function PlaceFields({ place, change }: { place: Place; change: Change }) {
  const toggle = (part: ZoneName) => {
    const parts = place.parts.includes(part) ? place.parts.filter((p) => p !== part) : ZONES.filter((p) => p === part || place.parts.includes(p))
    if (parts.length) change({ place: { ...place, parts } })
  }
  const wall = place.parts.includes('outside') ? 'outside' : place.parts.includes('inside') ? 'inside' : null
  return (
    <div className="space-y-2">
      <div role="group" aria-label="Where" className="flex flex-wrap gap-1">
        {ZONES.map((part) => (
          <button key={part} type="button" aria-pressed={place.parts.includes(part)} onClick={() => toggle(part)} className={`cursor-pointer border px-2 py-0.5 text-[13px] ${place.parts.includes(part) ? 'border-base-content bg-primary text-primary-content' : 'border-base-content/60'}`}>
            {PART_NAMES[part]}
          </button>
        ))}
      </div>
      {wall && (
        <div className="flex flex-wrap items-end gap-3">
          <Check label="only a band" checked={place.band !== null} onChange={(on) => change({ place: { ...place, band: on ? { fromMm: 20, toMm: 60 } : null } })} />
          {place.band && (
            <div className="grid grid-cols-2 gap-2">
              <LengthInput label="Band from" mm={place.band.fromMm} minMm={0} maxMm={2000} onCommit={(fromMm) => place.band && change({ place: { ...place, band: { ...place.band, fromMm } } })} />
              <LengthInput label="Band to" mm={place.band.toMm} minMm={0} maxMm={2000} onCommit={(toMm) => place.band && change({ place: { ...place, band: { ...place.band, toMm } } })} />
            </div>
          )}
          {place.band && <span className="text-xs text-base-content/75">{wall === 'outside' ? 'up the wall from the foot' : 'down the wall from the rim'}</span>}
        </div>
      )}
    </div>
  )
}
