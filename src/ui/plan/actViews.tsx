'use client'

import type { ReactNode } from 'react'
import {
  Bandage,
  BrushCleaning,
  Box,
  Brush,
  CloudDrizzle,
  Disc3,
  Droplet,
  Droplets,
  Eraser,
  Feather,
  Flame,
  Footprints,
  Hammer,
  Layers,
  Grid3x3,
  Puzzle,
  RectangleHorizontal,
  SprayCan,
  Highlighter,
  PaintBucket,
  Paintbrush,
  PenLine,
  PieChart,
  Pipette,
  Scissors,
  Shield,
  Slice,
  Sparkles,
  StickyNote,
  SwatchBook,
  Waves,
  Wind,
  type LucideIcon,
} from 'lucide-react'
import type { Family } from '@/core/plan/actDefinition'
import type { Act, Step, StepOf } from '@/core/plan/step'
import { AreaFields } from './fields/AreaFields'
import { CutFields, EtchFields, ImpressFields, WipeFields } from './fields/cutFields'
import { CoatFields, DrawFields, FillFields, GlazeFields, TouchUpFields } from './fields/layerFields'
import { PlaceFields } from './fields/PlaceFields'
import { MaskFields, WaxFields } from './fields/resistFields'
import { BringFields, DivideFields, FireFields, FootFields } from './fields/turningFields'
import type { FieldsProps } from './fields/types'

/** What the interface adds to an act: its icon and the fields of its values. */
interface ActView<A extends Act> {
  readonly icon: LucideIcon
  readonly fields: (props: FieldsProps<StepOf<A>>) => ReactNode
}

const onlyPlace = ({ step, piece, change }: FieldsProps<Extract<Step, { place: unknown }>>) => (
  <PlaceFields piece={piece} place={step.place} change={change} />
)

const only = (words: string) =>
  function OnlyWords() {
    return <p className="text-sm">{words}</p>
  }

export const ACT_VIEW: { readonly [A in Act]: ActView<A> } = {
  bring: { icon: Droplets, fields: (props) => <BringFields {...props} /> },
  mist: { icon: CloudDrizzle, fields: onlyPlace },
  burnish: { icon: Sparkles, fields: onlyPlace },
  coat: { icon: Brush, fields: (props) => <CoatFields {...props} /> },
  draw: { icon: PenLine, fields: (props) => <DrawFields {...props} /> },
  colourIn: { icon: SwatchBook, fields: (props) => <AreaFields {...props} /> },
  touchUp: { icon: Bandage, fields: (props) => <TouchUpFields {...props} /> },
  divide: { icon: PieChart, fields: (props) => <DivideFields {...props} /> },
  carve: { icon: Feather, fields: (props) => <CutFields {...props} /> },
  incise: { icon: Slice, fields: (props) => <CutFields {...props} /> },
  impress: { icon: Grid3x3, fields: (props) => <ImpressFields {...props} /> },
  fill: { icon: PaintBucket, fields: (props) => <FillFields {...props} /> },
  wipe: { icon: Eraser, fields: (props) => <WipeFields {...props} /> },
  etch: { icon: Layers, fields: (props) => <EtchFields {...props} /> },
  scrape: { icon: Disc3, fields: onlyPlace },
  wax: { icon: Shield, fields: (props) => <WaxFields {...props} /> },
  swab: { icon: Pipette, fields: onlyPlace },
  mask: { icon: StickyNote, fields: (props) => <MaskFields {...props} /> },
  peel: { icon: Scissors, fields: only('Every tape and stencil comes off.') },
  glaze: { icon: Waves, fields: (props) => <GlazeFields {...props} /> },
  glazeIn: { icon: Droplet, fields: (props) => <AreaFields {...props} /> },
  pick: { icon: Highlighter, fields: onlyPlace },
  cleanFoot: { icon: Footprints, fields: (props) => <FootFields {...props} /> },
  wipeDust: { icon: Wind, fields: only('Dust and skin grease off, all over.') },
  boxIt: { icon: Box, fields: only('It stays as dry as it is until it is taken out.') },
  practiceSlab: {
    icon: RectangleHorizontal,
    fields: only('As thick as the wall, of the same clay, given the same coats.'),
  },
  joinParts: { icon: Puzzle, fields: only('Before their colour or after it: where this step stands in the plan.') },
  brushCrumbs: { icon: BrushCleaning, fields: only('Onto paper, with a soft dry brush; never blown.') },
  sand: { icon: SprayCan, fields: only('With a damp, fine pad, then wiped clean.') },
  tapFlat: { icon: Hammer, fields: only('On a flat board, while the clay gives.') },
  fire: { icon: Flame, fields: (props) => <FireFields {...props} /> },
}

/** Icons of families that open a menu. */
export const FAMILY_ICON: Readonly<Partial<Record<Family, LucideIcon>>> = {
  Colour: Paintbrush,
  Cut: Feather,
  Inlay: PaintBucket,
  Resist: Shield,
  Dry: Droplets,
  'Mark out': PieChart,
  Clean: Footprints,
}

/** The values of a step, each in effect as soon as it is changed. */
export const StepFields = (props: FieldsProps<Step>) =>
  (ACT_VIEW[props.step.act].fields as (props: FieldsProps<Step>) => ReactNode)(props)
