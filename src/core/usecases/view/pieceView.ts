import { isA } from '../../plan/step'
import { OPAQUE_COATS } from '../../colour/cover'
import type { LightId } from '../../colour/light'
import { ok, type Result } from '../../base/result'
import { WALL } from '../../form/assembly'
import { buildForm } from '../../form/buildForm'
import type { TurnedForm } from '../../form/turnedForm'
import type { Body, Medium } from '../../vocabulary/material'
import type { Piece } from '../../model/piece'
import { firedWith, type Ways } from '../../model/studio'
import { timeline } from '../../plan/timeline'
import { StackOptics, type Look } from '../../skin/appearance'
import { compilePlan, firingNow, type CompiledPlan } from '../../plan/compilePlan'
import type { SkinOperation } from '../../skin/operation'
import { joinedFrom } from '../../plan/localStage'
import { atlasOf, type Atlas, type Chart } from '../../skin/atlas'
import { areaOfStacks, measureGauges, type Gauges, type Region } from '../../skin/gauges'
import { FieldCache } from '../../skin/levelField'
import type { PieceDrawing } from '../../vocabulary/pieceDrawing'
import { areasLightness, type AreasLightness } from './areasLightness'
import { decoratedSide } from './decoratedSide'
import { MediaTable } from '../../skin/mediaTable'
import { Palette, SkinPainter, skinPatch, type SkinPicture } from '../../skin/picture'
import type { SkinSpot } from './skinSpot'
import { paletteOf, type PaletteColour } from './palette'
import { SkinSimulation, type Page, type SimulationLimits } from '../../skin/simulation'
import { BARE, NO_TAPE, type Stack } from '../../skin/stack'
import { measureSteps, type StepRecord } from '../../skin/stepRecord'

/** bench: as it lies there after a step · firedNow: fired as it stands · firedWhole: when the whole plan has been carried out. */
export type ViewKind = 'bench' | 'firedNow' | 'firedWhole'

export interface ViewRequest {
  readonly piece: Piece
  readonly bodies: Readonly<Record<string, Body>>
  readonly media: Readonly<Record<string, Medium>>
  /** How the studio works: whether it fires once. */
  readonly ways: Pick<Ways, 'firings'>
  /** Index of the step just done; −1 before the first. */
  readonly afterStep: number
  readonly kind: ViewKind
  readonly light: LightId
}

/** What is read off a painted skin. */
export interface SkinReadings {
  readonly gauges: Gauges
  /** The side that the gauges measure. */
  readonly side: 'outside' | 'inside'
  readonly distinctStacks: number
}

export interface PieceView extends SkinReadings {
  readonly picture: SkinPicture
}

/** One layer of the cut through the wall, top first. */
export interface SectionFilm {
  readonly name: string
  readonly kind: Medium['kind']
  readonly coats: number
  readonly micrometres: number
  readonly screen: readonly [number, number, number]
}

/** The cut through the wall at one spot. */
export interface Section {
  readonly films: readonly SectionFilm[]
  readonly bodyName: string
  readonly bodyScreen: readonly [number, number, number]
  readonly cutDepthUm: number
  readonly burrUm: number
  readonly waxed: boolean
  readonly taped: boolean
  readonly burnished: boolean
  readonly fired: boolean
  /** Lab under daylight and the screen colour of the whole stack as fired. */
  readonly lab: readonly [number, number, number]
  readonly screen: readonly [number, number, number]
  readonly outOfGamut: boolean
}

/** What a view is made with, up to date with its plan. */
interface Prepared {
  readonly simulation: SkinSimulation
  readonly optics: StackOptics
  readonly mediaTable: MediaTable
  readonly atlas: Atlas
}

/** Keeps the skin of one piece and answers views of it; the piece may change from request to request. */
export class PieceViewer {
  private simulation: SkinSimulation | null = null
  private optics: StackOptics | null = null
  private mediaTable: MediaTable | null = null
  private simulationKey = ''
  /** The plan that the simulation stands at, and in writing what it was compiled from. */
  private compiled: (CompiledPlan & { readonly plan: string; readonly key: string }) | null = null
  private readonly fields = new FieldCache()
  private readonly palettes = new Map<string, Palette>()
  private painter: SkinPainter | null = null
  private painted: SkinPicture | null = null

  constructor(
    private readonly width = 2048,
    private readonly height = 1024,
    private readonly limits?: SimulationLimits,
  ) {}

  /** The picture of a piece at a moment, and what is read off it. */
  view(request: ViewRequest): Result<PieceView> {
    const painted = this.paint(request)
    return painted.ok ? ok({ picture: painted.value.picture, ...painted.value.read() }) : painted
  }

  /** The picture alone, so that it can go on its way; `read` measures it afterwards, before the next is painted. */
  paint(request: ViewRequest): Result<{ picture: SkinPicture; read: () => SkinReadings }> {
    const ready = this.prepare(request)
    if (!ready.ok) return ready
    const { simulation, optics, atlas } = ready.value
    const { pages, look } = this.pagesFor(request, ready.value)
    const paletteKey = `${JSON.stringify(look)}|${request.light}`
    let palette = this.palettes.get(paletteKey)
    if (!palette) {
      palette = new Palette(optics, look, request.light)
      this.palettes.set(paletteKey, palette)
    }
    const painter = (this.painter ??= new SkinPainter(simulation))
    const picture = painter.paint(pages, palette)
    this.painted = picture
    const read = () => {
      const side = decoratedSide(request.piece)
      const gauges = measureGauges(atlas, painter.raster, simulation.stacks.stacks, optics, regionsOf(atlas, side))
      return { gauges, side, distinctStacks: simulation.stacks.stacks.length }
    }
    return ok({ picture, read })
  }

  /** The last picture; null before the first. */
  get lastPicture(): SkinPicture | null {
    return this.painted
  }

  /** A square patch of the last picture round a place, in true millimetres. RGBA; null before the first. */
  patch({ across, down, on }: SkinSpot, samples: number, seesMm: number): Uint8ClampedArray<ArrayBuffer> | null {
    const chart = this.chartOf(on)
    return this.painted && chart ? skinPatch(this.painted, chart, across, down, samples, seesMm) : null
  }

  /** The chart of a surface of the last view. */
  private chartOf(on: string | undefined): Chart | undefined {
    return this.simulation?.atlas.charts.find(({ surface }) => surface.id === (on ?? WALL))
  }

  /** The plan of a piece as it was compiled for its last picture; undefined when that was of another plan. */
  compiledFor({
    piece,
    bodies,
    media,
    ways,
  }: Pick<ViewRequest, 'piece' | 'bodies' | 'media' | 'ways'>): CompiledPlan | undefined {
    const { compiled } = this
    const same =
      compiled?.plan === JSON.stringify(piece.steps) && compiled.key === keyOf({ piece, bodies, media, ways })
    return same ? compiled : undefined
  }

  /** Brings the skin up to date without a picture, so that long work can be done a step at a time. */
  prepareOnly(request: ViewRequest): Result<null> {
    const ready = this.prepare(request)
    return ready.ok ? ok(null) : ready
  }

  /** What each step of a plan did to the skin. */
  measure(request: ViewRequest): Result<{ atlas: Atlas; records: StepRecord[] }> {
    const ready = this.prepare(request)
    if (!ready.ok) return ready
    const { simulation, mediaTable, atlas } = ready.value
    const { steps } = request.piece
    return ok({
      atlas,
      records: measureSteps(simulation, this.compiled?.operations ?? [], steps.length, mediaTable, joinedFrom(steps)),
    })
  }

  /** The cut through the wall, or through what is joined to it, at a place of the last view. */
  section({ across, down, on }: SkinSpot): Section | null {
    const { simulation, optics, painter } = this
    const chart = this.chartOf(on)
    if (!simulation || !optics || !painter || !chart) return null
    const { width, height } = chart.grid
    const column = Math.min(width - 1, Math.max(0, Math.floor((((across % 1) + 1) % 1) * width)))
    const row = Math.min(height - 1, Math.max(0, Math.floor(down * height)))
    const texel = (chart.y + row) * simulation.atlas.width + chart.x + column
    return describeSection(simulation.stacks.stacks[painter.raster[texel]], optics)
  }

  /** The skin of a piece as it will be fired: the stack at each texel. */
  private fired(request: ViewRequest): Result<Prepared & { ids: Int32Array; stacks: readonly Stack[] }> {
    const ready = this.prepare(request)
    if (!ready.ok) return ready
    const { simulation, atlas } = ready.value
    const { pages } = this.pagesFor({ ...request, kind: 'firedWhole' }, ready.value)
    const ids = new Int32Array(atlas.width * atlas.height)
    pages.forEach((page, tile) => simulation.placeTile(ids, page, tile))
    return ok({ ...ready.value, ids, stacks: simulation.stacks.stacks })
  }

  /** Shares of some areas of a drawing that fire light, middle and dark; null where there are none. */
  areasLightness(request: ViewRequest, drawing: PieceDrawing, wanted: ReadonlySet<number>): Result<AreasLightness> {
    const fired = this.fired(request)
    if (!fired.ok) return fired
    const { atlas, ids, stacks, optics } = fired.value
    return ok(areasLightness(drawing, wanted, atlas, ids, stacks, optics))
  }

  /** The colours of a piece as it will be fired, outside and inside, by area. */
  palette(request: ViewRequest): Result<PaletteColour[]> {
    const fired = this.fired(request)
    if (!fired.ok) return fired
    const { optics, atlas, ids, stacks } = fired.value
    const { flat } = atlas.charts[0].grid.form
    const side = (which: 'outside' | 'inside', of: PaletteColour['side'], idFrom: number) =>
      paletteOf(areaOfStacks(atlas, ids, stacks.length, regionsOf(atlas, which)), stacks, optics, of, idFrom)
    const outside = side(flat ? 'inside' : 'outside', 'outside', 0)
    return ok(flat ? outside : [...outside, ...side('inside', 'inside', outside.length)])
  }

  /** Tiles of the last edit that had to be replayed, for measuring. */
  get replayedTiles(): number {
    return this.simulation?.replayedTiles ?? 0
  }

  private prepare(request: ViewRequest): Result<Prepared> {
    const { piece, bodies, media, ways } = request
    const key = keyOf(request)
    if (
      !this.simulation ||
      !this.optics ||
      !this.mediaTable ||
      key !== this.simulationKey ||
      this.simulation.tableFull
    ) {
      const form = buildForm(piece.form)
      if (!form.ok) return form
      this.mediaTable = new MediaTable(Object.values(media))
      const { list } = this.mediaTable
      const { parts } = piece.form
      const atlas = atlasOf(form.value, parts, this.width, this.height)
      this.simulation = new SkinSimulation(
        atlas,
        list,
        sameForm(this.simulation?.atlas, atlas) ? this.fields : new FieldCache(),
        this.limits,
      )
      this.optics = new StackOptics(bodies[piece.bodyId], list)
      this.palettes.clear()
      this.painter = null
      this.simulationKey = key
      this.compiled = null
    }
    const { atlas } = this.simulation
    const plan = JSON.stringify(piece.steps)
    if (this.compiled?.plan !== plan || this.compiled.key !== key) {
      const operations = compilePlan(piece.steps, this.mediaTable, atlas, firedWith(bodies[piece.bodyId], ways))
      const { form } = atlas.charts[0].surface
      this.compiled = { plan, key, form, atlas, mediaTable: this.mediaTable, operations }
      this.simulation.update(operations)
    }
    return ok({ simulation: this.simulation, optics: this.optics, mediaTable: this.mediaTable, atlas })
  }

  private pagesFor(request: ViewRequest, { simulation, mediaTable, atlas }: Prepared): { pages: Page[]; look: Look } {
    const { piece, afterStep, kind } = request
    const times = timeline(piece.steps)
    if (kind === 'bench')
      return { pages: simulation.pagesAfter(afterStep), look: { kind: 'bench', stage: times[afterStep + 1].stage } }
    const last = kind === 'firedWhole' ? piece.steps.length - 1 : afterStep
    const finished = last >= 0 && isA(piece.steps[last], 'firing') && times[last + 1].stage === 'fired'
    return {
      pages: simulation.pagesAfter(last, finished ? [] : this.missingFire(request, mediaTable, atlas, last)),
      look: { kind: 'fired' },
    }
  }

  /** A plan that stops before its last firing is shown as if that firing came now. */
  private missingFire(
    { piece, bodies, ways }: ViewRequest,
    mediaTable: MediaTable,
    atlas: Atlas,
    last: number,
  ): SkinOperation[] {
    const body = bodies[piece.bodyId]
    const planned = piece.steps.findLast((step) => isA(step, 'firing'))
    const like = planned ?? null
    return firingNow(
      piece.steps.slice(0, last + 1),
      like,
      like?.cone ?? body.bisqueCone,
      mediaTable,
      atlas,
      firedWith(body, ways),
    )
  }
}

/** What is seen of a side: of the wall, and of what is joined to it that goes along with that. */
const regionsOf = ({ charts }: Atlas, side: 'outside' | 'inside'): Region[] =>
  charts.map((chart, i) => ({
    chart,
    stretches:
      i === 0
        ? [decoratedStretch(chart.surface.form, side)]
        : chart.surface.zones.filter(({ like, arcs }) => like === side && !arcs).map(({ stretch }) => stretch),
  }))

const decoratedStretch = ({ zones }: TurnedForm, side: 'outside' | 'inside') =>
  side === 'outside' ? zones.outside : { from: zones.inside.from, to: zones.floor.to }

/** Everything but the steps that a skin depends on. */
const keyOf = ({ piece, bodies, media, ways }: Pick<ViewRequest, 'piece' | 'bodies' | 'media' | 'ways'>) =>
  [JSON.stringify(piece.form), piece.bodyId, textOf(bodies[piece.bodyId]), textOf(media), ways.firings].join('|')

const texts = new WeakMap<object, string>()

/** A record in writing, written once; records are never changed. */
function textOf(record: object): string {
  let text = texts.get(record)
  if (text === undefined) {
    text = JSON.stringify(record)
    texts.set(record, text)
  }
  return text
}

/** The key of a view holds materials by value, so an unchanged form may keep its level fields. */
const sameForm = (a: Atlas | undefined, b: Atlas): boolean =>
  a !== undefined && JSON.stringify(shapeOf(a)) === JSON.stringify(shapeOf(b))

const shapeOf = ({ charts }: Atlas) =>
  charts.map(({ surface: { id, part, form }, x, y }) => [id, part, form.profile, form.plan.plan, x, y])

/** Puts a stack into words and colours, top film first. */
function describeSection(stack: Stack, optics: StackOptics): Section {
  const fired = { ...stack, cone: Math.max(stack.cone, 0) }
  const screenOf = (s: Stack) => optics.appearance(s, { kind: 'fired' }, 'daylight')
  const films = stack.films.map((film) => {
    const medium = optics.media[film.medium]
    const alone = screenOf({
      ...BARE,
      films: [{ medium: film.medium, eighths: 8 * OPAQUE_COATS }],
      fixed: 1,
      cone: fired.cone,
    })
    return {
      name: medium.name,
      kind: medium.kind,
      coats: film.eighths / 8,
      micrometres: (film.eighths / 8) * medium.filmUm,
      screen: alone.linear,
    }
  })
  const whole = screenOf(fired)
  return {
    films: films.reverse(),
    bodyName: optics.bodyRecord.name,
    bodyScreen: screenOf({ ...BARE, cone: 0 }).linear,
    cutDepthUm: stack.cutDepthUm,
    burrUm: stack.burrUm,
    waxed: stack.wax !== 'none',
    taped: stack.tape !== NO_TAPE,
    burnished: stack.burnished && stack.films.length === 0,
    fired: stack.cone >= 0,
    lab: optics.lab(fired),
    screen: whole.linear,
    outOfGamut: whole.outOfGamut,
  }
}
