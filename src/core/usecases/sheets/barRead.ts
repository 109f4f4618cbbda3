import { shrinkageFromBars, type BarReading, type MeasuredShrinkage, type Shrinks } from '../../clay/stageScale'
import type { Body } from '../../vocabulary/material'

/** What a clay shrinks by its bars, with one more if it is given: always from the figures that it had before any was read. */
export function barsOf(body: Body, shrinks: Shrinks, more?: BarReading): MeasuredShrinkage {
  const from = body.bars?.from ?? { drying: body.dryingShrinkage, firing: body.firingShrinkage }
  const read = [...(body.bars?.read ?? []), ...(more ? [more] : [])]
  return shrinkageFromBars({ ...shrinks, dryingShrinkage: from.drying, firingShrinkage: from.firing }, read)
}

const kept = (share: number) => Math.min(0.2, Number(share.toFixed(5)))

/** A clay with one more bar read: it shrinks by what all its bars say. */
export function withBar(body: Body, shrinks: Shrinks, reading: BarReading): Body {
  const { drying, firing } = barsOf(body, shrinks, reading)
  return {
    ...body,
    dryingShrinkage: kept(drying),
    firingShrinkage: kept(firing),
    bars: {
      from: body.bars?.from ?? { drying: body.dryingShrinkage, firing: body.firingShrinkage },
      read: [...(body.bars?.read ?? []), reading].slice(-200),
    },
  }
}

/** A clay without its bars: it has the figures that it had before. */
export const withoutBars = (body: Body): Body =>
  body.bars
    ? { ...body, dryingShrinkage: body.bars.from.drying, firingShrinkage: body.bars.from.firing, bars: null }
    : body
