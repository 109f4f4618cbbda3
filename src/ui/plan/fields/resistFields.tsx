'use client'

import { startingMotif } from './startingMotif'
import type { StepOf } from '@/core/plan/step'
import { Check, Segments } from '@/ui/kit/fields'
import { MotifFields } from './MotifFields'
import { PlaceFields } from './PlaceFields'
import type { FieldsProps } from './types'

/** An area, or a drawn shape. */
function ShapeFields(props: FieldsProps<StepOf<'wax'> | StepOf<'mask'>>) {
  const { piece, form, step, change } = props
  return (
    <>
      <Segments
        small
        label="Shape"
        value={step.motif ? 'motif' : 'area'}
        choices={[
          ['area', 'an area'],
          ['motif', 'a drawn shape'],
        ]}
        onChange={(shape) => change({ motif: shape === 'motif' ? startingMotif(form) : null })}
      />
      {step.motif ? (
        <MotifFields
          {...props}
          motif={step.motif}
          onMotif={(motif) => change({ motif })}
          follows
          ground={['the shape is covered', 'all round it is covered']}
        />
      ) : (
        <PlaceFields piece={piece} place={step.place} change={change} />
      )}
    </>
  )
}

export function WaxFields(props: FieldsProps<StepOf<'wax'>>) {
  return (
    <>
      <ShapeFields {...props} />
      <Check
        label="Let it dry before going on"
        checked={props.step.waits}
        onChange={(waits) => props.change({ waits })}
      />
    </>
  )
}

export function MaskFields(props: FieldsProps<StepOf<'mask'>>) {
  return (
    <>
      <Segments
        small
        label="Made of"
        value={props.step.material}
        choices={[
          ['tape', 'tape'],
          ['stencil', 'cut stencil'],
        ]}
        onChange={(material) => props.change({ material })}
      />
      <ShapeFields {...props} />
    </>
  )
}
