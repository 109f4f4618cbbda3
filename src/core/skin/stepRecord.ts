import type { MediaTable } from './mediaTable'
import { areaIn, chartAt, hiddenWall, type Atlas, type Chart } from './atlas'
import { areaWeights } from './grid'
import { TILE } from './tileSide'
import type { SkinOperation } from './operation'
import type { Page, SkinSimulation } from './simulation'
import { NO_TAPE, type Stack } from './stack'

/** What a step laid of one medium. */
export interface LaidFilm {
  readonly mediumId: string
  /** True area on which any of it lies, mm². */
  readonly areaMm2: number
  /** Area times film, mm² of one nominal coat: what it takes from the jar, and what hands have to lay. */
  readonly coatMm2: number
}

/** What one step did to the skin, measured on the skin itself. */
export interface StepRecord {
  /** True area that is otherwise than before, mm². */
  readonly touchedMm2: number
  readonly laid: readonly LaidFilm[]
  /** What came off: area times film of each medium, mm² of one nominal coat. */
  readonly takenOff: readonly LaidFilm[]
  readonly waxedMm2: number
  readonly tapedMm2: number
}

const NOTHING: StepRecord = { touchedMm2: 0, laid: [], takenOff: [], waxedMm2: 0, tapedMm2: 0 }

/** Nominal coats of each medium in some films. */
type Coats = ReadonlyMap<number, number>

function coatsIn(stack: Stack): Coats {
  const coats = new Map<number, number>()
  for (const { medium, eighths } of stack.films) coats.set(medium, (coats.get(medium) ?? 0) + eighths / 8)
  return coats
}

/** Media that a step’s operations lay, each with the coats it comes to where it lands on tape. */
function laidBy(operations: readonly SkinOperation[]): Map<number, number> {
  const media = new Map<number, number>()
  for (const { act } of operations)
    if (act.act === 'coat' || act.act === 'fill' || act.act === 'bead') {
      const onTape = act.act === 'coat' ? act.gain * (act.coats ?? 1) : 0
      media.set(act.medium, Math.max(media.get(act.medium) ?? 0, onTape))
    }
  return media
}

/** What became what, and on how much: ids of stacks, true area in mm². */
interface Change {
  readonly from: number
  readonly to: number
  mm2: number
}

/** Sums of area by pairs of ids. Maps of small whole numbers are several times faster than one of both ids in one number. */
class ChangeSums {
  private readonly byFrom = new Map<number, Map<number, Change>>()
  readonly list: Change[] = []
  private last: Change = { from: -1, to: -1, mm2: 0 }

  add(from: number, to: number, mm2: number): void {
    if (this.last.from !== from || this.last.to !== to) this.last = this.sumOf(from, to)
    this.last.mm2 += mm2
  }

  private sumOf(from: number, to: number): Change {
    let byTo = this.byFrom.get(from)
    if (!byTo) this.byFrom.set(from, (byTo = new Map()))
    let sum = byTo.get(to)
    if (!sum) {
      sum = { from, to, mm2: 0 }
      byTo.set(to, sum)
      this.list.push(sum)
    }
    return sum
  }
}

/**
 * True area of each change from one stack to another between two moments. Equal ids are left out.
 * `joined`: whether the parts are on, so that joints hide what is under them.
 */
function changes(atlas: Atlas, before: readonly Page[], after: readonly Page[], joined: boolean): readonly Change[] {
  const sums = new ChangeSums()
  const { grid } = atlas.charts[0]
  const weights = areaWeights(grid)
  const areaAt = areaIn(atlas, atlas.charts[0], joined)
  const even = weights.round && !(joined && hiddenWall(atlas))
  const tilesAcross = atlas.width / TILE
  before.forEach((page, tile) => {
    const other = after[tile]
    if (page === other) return
    const left = (tile % tilesAcross) * TILE
    const top = Math.floor(tile / tilesAcross) * TILE
    if (top >= grid.height) {
      changesOfParts(atlas, [left, top], [page, other], joined, sums)
      return
    }
    const [was, is] = [page.ids, other.ids]
    for (let row = 0; row < TILE; row++) {
      const mm2 = weights.row[top + row]
      for (let column = 0, i = row * TILE; column < TILE; column++, i++)
        if (was[i] !== is[i]) sums.add(was[i], is[i], even ? mm2 : areaAt(left + column, top + row))
    }
  })
  return sums.list
}

/** Adds the changes of a tile in which charts of parts lie. */
function changesOfParts(
  atlas: Atlas,
  [left, top]: readonly [number, number],
  [before, after]: readonly [Page, Page],
  joined: boolean,
  sums: ChangeSums,
): void {
  let chart: Chart | undefined
  let area: ((column: number, row: number) => number) | null = null
  for (let i = 0; i < TILE * TILE; i++) {
    if (before.ids[i] === after.ids[i]) continue
    const [x, y] = [left + (i % TILE), top + Math.floor(i / TILE)]
    const here = chartAt(atlas, x, y)
    if (!here) continue
    if (here !== chart || !area) [chart, area] = [here, areaIn(atlas, here, joined)]
    sums.add(before.ids[i], after.ids[i], area(x - here.x, y - here.y))
  }
}

/** A sum of films by medium; a mixture counts as its parts. */
class FilmSum {
  private readonly sums = new Map<string, { areaMm2: number; coatMm2: number }>()

  constructor(private readonly mediaTable: MediaTable) {}

  add(medium: number, areaMm2: number, coats: number): void {
    for (const { mediumId, share } of this.mediaTable.partsOf(medium)) {
      const sum = this.sums.get(mediumId) ?? { areaMm2: 0, coatMm2: 0 }
      sum.areaMm2 += areaMm2
      sum.coatMm2 += areaMm2 * coats * share
      this.sums.set(mediumId, sum)
    }
  }

  list = (): LaidFilm[] => [...this.sums].map(([mediumId, sum]) => ({ mediumId, ...sum }))
}

/**
 * What each step of a plan did, read off the simulated skin: the one measure of areas, films and amounts. Films that a firing
 * moved about are not counted as laid or taken. Before step `joinedAt` the parts lie beside the wall, and no joint hides anything.
 */
export function measureSteps(
  simulation: SkinSimulation,
  operations: readonly SkinOperation[],
  stepCount: number,
  mediaTable: MediaTable,
  joinedAt = 0,
): StepRecord[] {
  const { atlas, stacks } = simulation
  const records: StepRecord[] = []
  let before = simulation.pagesAfter(-1)
  const coats = new Map<number, Coats>()
  const coatsOfId = (id: number): Coats => {
    let known = coats.get(id)
    if (!known) coats.set(id, (known = coatsIn(stacks.stacks[id])))
    return known
  }
  for (let step = 0; step < stepCount; step++) {
    const own = operations.filter((operation) => operation.stepIndex === step)
    if (own.length === 0) {
      records.push(NOTHING)
      continue
    }
    const after = simulation.pagesAfter(step)
    const lays = laidBy(own)
    const burns = own.some(({ act }) => act.act === 'fire')
    const laid = new FilmSum(mediaTable)
    const taken = new FilmSum(mediaTable)
    let touchedMm2 = 0
    let waxedMm2 = 0
    let tapedMm2 = 0
    for (const { from, to, mm2 } of changes(atlas, before, after, step >= joinedAt)) {
      const [was, is] = [stacks.stacks[from], stacks.stacks[to]]
      touchedMm2 += mm2
      if (was.wax === 'none' && is.wax !== 'none') waxedMm2 += mm2
      if (was.tape === NO_TAPE && is.tape !== NO_TAPE) tapedMm2 += mm2
      if (burns) continue
      const [had, has] = [coatsOfId(from), coatsOfId(to)]
      for (const [medium, onTape] of lays) {
        const more = (has.get(medium) ?? 0) - (had.get(medium) ?? 0)
        if (more > 0) laid.add(medium, mm2, more)
        else if (is.tape === medium && was.tape !== medium) laid.add(medium, mm2, onTape)
      }
      for (const [medium, count] of had) {
        // A film that gets buried is rounded: only what is thinner at the top, or gone, has come off.
        const less = count - (has.get(medium) ?? 0)
        if (less > 0 && !lays.has(medium) && is.films.length <= was.films.length) taken.add(medium, mm2, less)
      }
    }
    records.push({ touchedMm2, laid: laid.list(), takenOff: taken.list(), waxedMm2, tapedMm2 })
    before = after
  }
  return records
}
