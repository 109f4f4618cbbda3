'use client'

import type { ReactNode } from 'react'
import type { Act, Step, StepOf } from '@/core/model/step'
import { CoatFields, DrawFields, FillFields, GlazeFields, TouchUpFields } from './layerFields'
import { CutFields, ImpressFields, WipeFields } from './cutFields'
import { MaskFields, WaxFields } from './resistFields'
import { PlaceFields } from './PlaceFields'
import { BringFields, DivideFields, FireFields, FootFields } from './turningFields'
import type { FieldsProps } from './types'

const onlyPlace = ({ step, piece, change }: FieldsProps<Extract<Step, { place: unknown }>>) => (
  <PlaceFields piece={piece} place={step.place} change={change} />
)

/** The fields of each act. */
const FIELDS: { readonly [A in Act]: (props: FieldsProps<StepOf<A>>) => ReactNode } = {
  bring: (props) => <BringFields {...props} />,
  burnish: onlyPlace,
  coat: (props) => <CoatFields {...props} />,
  draw: (props) => <DrawFields {...props} />,
  touchUp: (props) => <TouchUpFields {...props} />,
  divide: (props) => <DivideFields {...props} />,
  carve: (props) => <CutFields {...props} />,
  incise: (props) => <CutFields {...props} />,
  impress: (props) => <ImpressFields {...props} />,
  fill: (props) => <FillFields {...props} />,
  wipe: (props) => <WipeFields {...props} />,
  scrape: onlyPlace,
  wax: (props) => <WaxFields {...props} />,
  swab: onlyPlace,
  mask: (props) => <MaskFields {...props} />,
  peel: () => <p className="text-sm">Every tape and stencil comes off.</p>,
  glaze: (props) => <GlazeFields {...props} />,
  pick: onlyPlace,
  cleanFoot: (props) => <FootFields {...props} />,
  wipeDust: () => <p className="text-sm">Dust and skin grease off, all over.</p>,
  fire: (props) => <FireFields {...props} />,
}

/** The values of a step, each in effect as soon as it is changed. */
export function StepFields(props: FieldsProps<Step>) {
  return (FIELDS[props.step.act] as (props: FieldsProps<Step>) => ReactNode)(props)
}
