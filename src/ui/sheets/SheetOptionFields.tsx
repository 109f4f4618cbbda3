'use client'

import { inMm } from '@/core/base/units'
import { useMemo } from 'react'
import { buildForm } from '@/core/form/buildForm'
import { surfacesOf } from '@/core/form/assembly'
import { useInUnits } from '@/ui/kit/useInUnits'
import type { Piece } from '@/core/model/piece'
import type { Studio } from '@/core/model/studio'
import { STRIP_EDGES, type SheetOption, type SheetOptions, type StripEdge } from '@/core/sheets/sheetInput'
import { linesOf } from '@/core/usecases/sheets/sheetInput'
import { Check, Field, LengthInput, NumberInput, Segments, Select } from '@/ui/kit/fields'

interface FieldsProps {
  piece: Piece
  studio: Studio
  asks: readonly SheetOption[]
  options: SheetOptions
  onChange: (changes: Partial<SheetOptions>) => void
}

const EDGE_WORDS: Readonly<Record<StripEdge, string>> = {
  plain: 'plain',
  motif: 'its lines',
  zigzag: 'zigzag',
  scallop: 'scallops',
  wave: 'waves',
}

/** What a kind of sheet asks, each by its own control. */
export function SheetOptionFields(props: FieldsProps) {
  const toothed = !['plain', 'motif'].includes(props.options.edge)
  const asked = props.asks.filter((ask) => toothed || !(ask === 'swingMm' || ask === 'tapeMm'))
  return (
    <>
      {asked.map((ask) => (
        <OptionField key={ask} ask={ask} {...props} />
      ))}
    </>
  )
}

function OptionField({ ask, piece, studio, options, onChange }: FieldsProps & { ask: SheetOption }) {
  const inUnits = useInUnits()
  const surfaces = useMemo(() => {
    const form = buildForm(piece.form)
    return form.ok ? surfacesOf(form.value, piece.form.parts) : []
  }, [piece.form])
  const number = (label: string, min: number, max: number, hint?: string) => (
    <Field label={label} hint={hint}>
      {(id) => (
        <NumberInput
          id={id}
          value={options[ask] as number}
          min={min}
          max={max}
          step={1}
          onCommit={(n) => onChange({ [ask]: Math.round(n) })}
        />
      )}
    </Field>
  )
  const length = (label: string, minMm: number, maxMm: number, hint?: string) => (
    <Field label={label} hint={hint}>
      {(id) => (
        <LengthInput
          id={id}
          mm={options[ask] as number}
          minMm={minMm}
          maxMm={maxMm}
          onCommit={(mm) => onChange({ [ask]: mm })}
        />
      )}
    </Field>
  )
  const check = (label: string) => (
    <Check label={label} checked={options[ask] as boolean} onChange={(value) => onChange({ [ask]: value })} />
  )
  switch (ask) {
    case 'sectors':
      return number('Equal parts', 2, 120)
    case 'between':
      return check('First ray between joints')
    case 'half':
      return check('Half a wheel, turned end for end')
    case 'upMm':
      return length('Middle, up the wall as made', 0, piece.form.sizes.heightMm * 2)
    case 'highMm':
      return length('Height of the strip as made', 3, 400)
    case 'swingMm':
      return length('Teeth, on paper', 1, 100)
    case 'tapeMm':
      return length('Width of the tape', 3, 300)
    case 'gores':
      return number('Gores', 0, 60, '0: as many as keep paper within 2 %')
    case 'copy':
      return number('Which repeat', 0, 240, '0: all of them, as a strip')
    case 'sketchMm':
      return length('A sketch of it is so wide', 0, 2000, 'to copy at the right size; 0: none')
    case 'bridgeMm':
      return length('Bridges', 0.5, 12, inUnits(`${inMm(2)} for paper, ${inMm(3)} for tape`))
    case 'kerfMm':
      return length('The cutter takes away', 0, 2, '0 for a knife')
    case 'mirrored':
      return check('Mirrored, to rub on')
    case 'dotted':
      return check('Dots, to pounce')
    case 'edge':
      return (
        <Segments<StripEdge>
          small
          label="Upper edge"
          value={options.edge}
          choices={STRIP_EDGES.map((edge) => [edge, EDGE_WORDS[edge]] as const)}
          onChange={(edge) => onChange({ edge })}
        />
      )
    case 'of': {
      const lines = linesOf(piece, studio)
      if (!lines.length) return null
      return (
        <Field label="Lines">
          {(id) => (
            <Select
              id={id}
              value={lines.some((l) => l.id === options.of) ? options.of : lines[0].id}
              choices={lines.map(({ id: own, name }) => [own, name] as const)}
              onChange={(of) => onChange({ of })}
            />
          )}
        </Field>
      )
    }
    case 'on':
      return (
        <Field label="Surface">
          {(id) => (
            <Select
              id={id}
              value={options.on}
              choices={surfaces.map((s) => [s.id, s.name] as const)}
              onChange={(on) =>
                onChange({ on, zone: surfaces.find((s) => s.id === on)?.zones[on === 'wall' ? 1 : 0]?.key ?? '' })
              }
            />
          )}
        </Field>
      )
    case 'zone': {
      const zones = surfaces.find((s) => s.id === options.on)?.zones ?? []
      return (
        <Field label="Part of it">
          {(id) => (
            <Select
              id={id}
              value={zones.some((z) => z.key === options.zone) ? options.zone : (zones[0]?.key ?? '')}
              choices={zones.map((z) => [z.key, z.name] as const)}
              onChange={(zone) => onChange({ zone })}
            />
          )}
        </Field>
      )
    }
  }
}
