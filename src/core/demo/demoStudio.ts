import { STARTER_BODIES } from '../cupboard/bodies'
import { STARTER_MEDIA } from '../cupboard/media'
import type { Piece } from '../model/piece'
import type { Place, Step, StepContent } from '../model/step'
import { DEFAULT_SETTINGS, DEFAULT_WAYS, type Studio } from '../model/studio'

const byId = <T extends { id: string }>(list: readonly T[]): Record<string, T> => Object.fromEntries(list.map((entry) => [entry.id, entry]))

/** A studio with the starter cupboard and no pieces. */
export const emptyStudio = (): Studio => ({
  name: 'My studio',
  settings: { ...DEFAULT_SETTINGS },
  ways: { ...DEFAULT_WAYS },
  bodies: byId(STARTER_BODIES),
  media: byId(STARTER_MEDIA),
  pieces: {},
  order: [],
})

const numbered = (prefix: string, done: number, contents: readonly StepContent[]): Step[] =>
  contents.map((content, i) => ({ ...content, id: `${prefix}-${i + 1}`, done: i < done }) as Step)

const outside = (fromMm?: number, toMm?: number): Place => ({ parts: ['outside'], band: fromMm === undefined || toMm === undefined ? null : { fromMm, toMm } })
const insideAndRim: Place = { parts: ['inside', 'floor', 'rim'], band: null }

/** Reed jugs: pale slip under black, carved through to the slip; drying before the carving. */
const reedJugs: Piece = {
  id: 'reed-jugs',
  name: 'Reed jugs',
  count: 4,
  use: 'food',
  bodyId: 'estuary-red',
  form: { kind: 'turned', preset: 'jug', sizes: { heightMm: 214, rimMm: 78, bellyMm: 142, footMm: 84, wallMm: 6.8 } },
  notes: 'For the spring table. Handles after the carving.',
  steps: numbered('jug', 3, [
    { act: 'bring', to: 'leatherHard', cover: 'draped' },
    { act: 'coat', mediumId: 'chalk-slip', place: { parts: ['outside', 'rim'], band: { fromMm: 46, toMm: 400 } }, coats: 3, direction: 'crossed', intent: 'cover', waits: true },
    { act: 'coat', mediumId: 'marsh-black', place: outside(52, 178), coats: 3, direction: 'crossed', intent: 'cover', waits: true },
    { act: 'divide', sectors: 15, upMm: 110 },
    { act: 'carve', tool: 'stylus', motif: { kind: 'reeds', repeats: 15, side: 'outside', upMm: 54, heightMm: 118, lineMm: 1.7, variation: 0.55, seed: 11 }, depthMm: 0.2, protection: 'none' },
    { act: 'bring', to: 'boneDry', cover: 'open' },
    { act: 'fire', firing: 'bisque', cone: '04' },
    { act: 'wipeDust' },
    { act: 'glaze', mediumId: 'clear-gloss', place: insideAndRim, how: 'pour', coats: 1, waits: true },
    { act: 'glaze', mediumId: 'clear-gloss', place: outside(46, 400), how: 'dip', coats: 1, waits: true },
    { act: 'cleanFoot', upMm: 6 },
    { act: 'fire', firing: 'glaze', cone: '05' },
  ]),
}

/** A wide dish in colour on bisque, with two things to settle: one coat of yellow, and a dip over it unfixed. */
const scallopDish: Piece = {
  id: 'scallop-dish',
  name: 'Scallop dish',
  count: 1,
  use: 'food',
  bodyId: 'chalk-white',
  form: { kind: 'turned', preset: 'dish', sizes: { heightMm: 58, rimMm: 318, bellyMm: 318, footMm: 196, wallMm: 7.5 } },
  notes: '',
  steps: numbered('dish', 6, [
    { act: 'bring', to: 'leatherHard', cover: 'sealed' },
    { act: 'coat', mediumId: 'tide-blue', place: { parts: ['inside', 'rim'], band: null }, coats: 3, direction: 'crossed', intent: 'cover', waits: true },
    { act: 'divide', sectors: 24, upMm: 40 },
    { act: 'carve', tool: 'narrowLoop', motif: { kind: 'scallops', repeats: 24, side: 'inside', upMm: 8, heightMm: 34, lineMm: 2, variation: 0.2, seed: 4 }, depthMm: 0.3, protection: 'none' },
    { act: 'bring', to: 'boneDry', cover: 'draped' },
    { act: 'fire', firing: 'bisque', cone: '04' },
    { act: 'coat', mediumId: 'gorse-yellow', place: { parts: ['floor'], band: null }, coats: 1, direction: 'oneWay', intent: 'cover', waits: true },
    { act: 'glaze', mediumId: 'clear-gloss', place: { parts: ['inside', 'floor', 'rim', 'outside'], band: null }, how: 'dip', coats: 1, waits: true },
    { act: 'cleanFoot', upMm: 6 },
    { act: 'fire', firing: 'glaze', cone: '05' },
  ]),
}

/** A small jar in stoneware, still wet: dark slip carved through dots and rings. */
const dottedJar: Piece = {
  id: 'dotted-jar',
  name: 'Dotted jar',
  count: 2,
  use: 'food',
  bodyId: 'dune-buff',
  form: { kind: 'turned', preset: 'cylinderJar', sizes: { heightMm: 124, rimMm: 88, bellyMm: 98, footMm: 90, wallMm: 5.5 } },
  notes: 'Lids are thrown to fit after the bisque.',
  steps: numbered('jar', 0, [
    { act: 'bring', to: 'leatherHard', cover: 'draped' },
    { act: 'coat', mediumId: 'peat-slip', place: outside(14, 116), coats: 3, direction: 'crossed', intent: 'cover', waits: true },
    { act: 'divide', sectors: 18, upMm: 60 },
    { act: 'carve', tool: 'narrowLoop', motif: { kind: 'dottedRing', repeats: 18, side: 'outside', upMm: 72, heightMm: 24, lineMm: 1.8, variation: 0.15, seed: 2 }, depthMm: 0.4, protection: 'none' },
    { act: 'carve', tool: 'narrowLoop', motif: { kind: 'leaves', repeats: 9, side: 'outside', upMm: 20, heightMm: 46, lineMm: 1.6, variation: 0.35, seed: 8 }, depthMm: 0.4, protection: 'none' },
    { act: 'bring', to: 'boneDry', cover: 'open' },
    { act: 'fire', firing: 'bisque', cone: '05' },
    { act: 'wipeDust' },
    { act: 'glaze', mediumId: 'clear-stoneware', place: insideAndRim, how: 'pour', coats: 1, waits: true },
    { act: 'glaze', mediumId: 'pale-green', place: outside(), how: 'dip', coats: 1, waits: true },
    { act: 'cleanFoot', upMm: 6 },
    { act: 'fire', firing: 'glaze', cone: '6' },
  ]),
}

/** A beaker with waxed bands, finished but for the firing. */
const waxBeaker: Piece = {
  id: 'wax-beakers',
  name: 'Banded beakers',
  count: 6,
  use: 'food',
  bodyId: 'chalk-white',
  form: { kind: 'turned', preset: 'beaker', sizes: { heightMm: 112, rimMm: 88, bellyMm: 88, footMm: 68, wallMm: 4.5 } },
  notes: '',
  steps: numbered('beaker', 11, [
    { act: 'bring', to: 'leatherHard', cover: 'draped' },
    { act: 'coat', mediumId: 'rowan-orange', place: outside(16, 104), coats: 3, direction: 'crossed', intent: 'cover', waits: true },
    { act: 'wax', mediumId: 'wax-resist', place: outside(38, 50), waits: true },
    { act: 'wax', mediumId: 'wax-resist', place: outside(74, 80), waits: true },
    { act: 'coat', mediumId: 'mussel-grey', place: outside(24, 96), coats: 3, direction: 'crossed', intent: 'cover', waits: true },
    { act: 'bring', to: 'boneDry', cover: 'open' },
    { act: 'fire', firing: 'bisque', cone: '04' },
    { act: 'wipeDust' },
    { act: 'glaze', mediumId: 'clear-satin', place: insideAndRim, how: 'pour', coats: 1, waits: true },
    { act: 'glaze', mediumId: 'clear-satin', place: outside(), how: 'dip', coats: 1, waits: true },
    { act: 'cleanFoot', upMm: 6 },
    { act: 'fire', firing: 'glaze', cone: '05' },
  ]),
}

/** The demo: an invented studio by a tidal river, four pieces in different states. */
export const demoStudio = (): Studio => {
  const pieces = [reedJugs, scallopDish, dottedJar, waxBeaker]
  return { ...emptyStudio(), name: 'Tidewater shed', pieces: byId(structuredCopy(pieces)), order: pieces.map((piece) => piece.id) }
}

const structuredCopy = <T>(value: T): T => JSON.parse(JSON.stringify(value)) as T
