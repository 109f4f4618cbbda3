import { DRYING_STAGES, stageIndex, type DryingStage } from '../clay/stages'
import type { TurnedForm } from '../form/turnedForm'
import type { Piece } from '../model/piece'
import type { Act, StepContent } from '../model/step'
import type { Studio } from '../model/studio'
import { timeline } from '../model/timeline'

import { coneIndex, conesOutside } from '../firing/cones'

/** Acts in the order in which a hand reaches for them, with the word on their button. */
export const ADDABLE: readonly { readonly act: Act; readonly word: string }[] = [
  { act: 'bring', word: 'Dry' },
  { act: 'coat', word: 'Colour' },
  { act: 'divide', word: 'Mark out' },
  { act: 'carve', word: 'Carve' },
  { act: 'wax', word: 'Wax' },
  { act: 'glaze', word: 'Glaze' },
  { act: 'cleanFoot', word: 'Foot' },
  { act: 'wipeDust', word: 'Dust' },
  { act: 'fire', word: 'Fire' },
]

/** A sensible new step of an act after step `afterStep` of a piece: what a potter would most likely mean there. */
export function newStepContent(act: Act, piece: Piece, studio: Studio, form: TurnedForm, afterStep: number): StepContent {
  const { stage } = timeline(piece.steps)[afterStep + 1]
  const body = studio.bodies[piece.bodyId]
  const media = Object.values(studio.media)
  const wallMm = Math.round(form.zones.outside.to - form.zones.outside.from)
  const outside = { parts: ['outside' as const], band: null }
  const suiting = (kind: 'slip' | 'underglaze' | 'glaze' | 'wax') =>
    (media.find((m) => m.kind === kind && coneIndex(m.range.to) >= coneIndex(body.range.from) && coneIndex(m.range.from) <= coneIndex(body.range.to)) ?? media.find((m) => m.kind === kind))?.id ?? ''
  switch (act) {
    case 'bring': {
      const next = DRYING_STAGES.find((s) => stageIndex(s) > stageIndex(stage)) ?? 'boneDry'
      const to: DryingStage = stage === 'wet' ? 'leatherHard' : next
      return { act, to, cover: to === 'boneDry' ? 'open' : 'draped' }
    }
    case 'coat':
      return { act, mediumId: suiting('underglaze'), place: outside, coats: 3, direction: 'crossed', intent: 'cover', waits: true }
    case 'divide':
      return { act, sectors: 12, upMm: Math.round(wallMm / 2) }
    case 'carve': {
      const divided = piece.steps.slice(0, afterStep + 1).findLast((step) => step.act === 'divide')
      const repeats = divided?.act === 'divide' ? divided.sectors : 12
      return { act, tool: 'narrowLoop', depthMm: 0.35, protection: 'none', motif: { kind: 'leaves', repeats, side: 'outside', upMm: Math.round(wallMm * 0.25), heightMm: Math.round(wallMm * 0.4), lineMm: 1.6, variation: 0.4, seed: 1 + piece.steps.length } }
    }
    case 'wax':
      return { act, mediumId: suiting('wax'), place: { parts: ['outside'], band: { fromMm: Math.round(wallMm * 0.45), toMm: Math.round(wallMm * 0.55) } }, waits: true }
    case 'glaze': {
      const insideDone = piece.steps.some((step) => step.act === 'glaze' && step.place.parts.includes('inside'))
      const inside = { parts: ['inside' as const, 'floor' as const, 'rim' as const], band: null }
      return { act, mediumId: suiting('glaze'), place: insideDone ? outside : inside, how: insideDone ? 'dip' : 'pour', coats: 1, waits: true }
    }
    case 'cleanFoot':
      return { act, upMm: 6 }
    case 'wipeDust':
      return { act }
    case 'fire': {
      const bisqued = stageIndex(stage) >= stageIndex('bisque')
      const glaze = piece.steps.findLast((step) => step.act === 'glaze')
      const range = glaze?.act === 'glaze' ? studio.media[glaze.mediumId]?.range : undefined
      const cone = range && conesOutside(range.to, body.range) <= 0 ? range.to : body.range.from
      return bisqued ? { act, firing: 'glaze', cone } : { act, firing: 'bisque', cone: body.bisqueCone }
    }
  }
}
