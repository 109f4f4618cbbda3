/** One film of one medium; `eighths` counts eighths of a nominal coat. */
export interface Film {
  readonly medium: number
  readonly eighths: number
}

/** Tape on a spot: none, bare, or the number of the medium that lies on it. */
export const NO_TAPE = -2
export const BARE_TAPE = -1

/** What lies at one spot, bottom film first. */
export interface Stack {
  readonly films: readonly Film[]
  /** How deep the body is cut, µm. */
  readonly cutUm: number
  /** How far the spot lies below the surface round it, µm: fills, wipes and pools go by this. */
  readonly recessUm: number
  /** Burr thrown up by a tool, µm. */
  readonly burrUm: number
  readonly wax: 'none' | 'dry' | 'tacky'
  /** How many films lie under the wax. */
  readonly waxAt: number
  readonly tape: number
  /** The bare clay was rubbed to a sheen. */
  readonly burnished: boolean
  /** How many films, counted from the bottom, a firing has fixed. */
  readonly fixed: number
  /** Place in the cone table of the hottest firing so far; −1 raw. */
  readonly cone: number
}

export const BARE: Stack = { films: [], cutUm: 0, recessUm: 0, burrUm: 0, wax: 'none', waxAt: 0, tape: NO_TAPE, burnished: false, fixed: 0, cone: -1 }

/** Key of a stack: equal stacks have equal keys. */
export function stackKey(stack: Stack): string {
  let key = `${stack.cutUm},${stack.recessUm},${stack.burrUm},${stack.wax[0]}${stack.waxAt},${stack.tape},${stack.burnished ? 1 : 0},${stack.fixed},${stack.cone}`
  for (const film of stack.films) key += `|${film.medium}:${film.eighths}`
  return key
}

/** Gives each distinct stack a small number. Id 0 is bare clay. */
export class StackTable {
  readonly stacks: Stack[] = [BARE]
  private readonly ids = new Map<string, number>([[stackKey(BARE), 0]])

  idOf(stack: Stack): number {
    const key = stackKey(stack)
    const known = this.ids.get(key)
    if (known !== undefined) return known
    const id = this.stacks.length
    if (id >= 2 ** 27) throw new Error(`${id} distinct stacks do not fit 27 bits`)
    this.stacks.push(stack)
    this.ids.set(key, id)
    return id
  }
}

/**
 * Lays `eighths` of a medium on top. The same medium on an unfixed film of its own adds up; a film that gets buried is rounded
 * to half coats, and more coarsely the deeper it lies, where its streaks cannot be seen any more.
 * Tried and lost: half coats at every depth (1.2 million distinct stacks after 40 coats over one another, 52 s; see docs/speed.md).
 */
export function withFilm(stack: Stack, medium: number, eighths: number): Stack {
  if (eighths <= 0) return stack
  const films = stack.films.slice()
  const last = films.length - 1
  const top = films[last]
  if (top && films.length > stack.fixed && top.medium === medium) films[last] = { medium, eighths: roundTop(top.eighths + eighths) }
  else {
    if (top) films[last] = { medium: top.medium, eighths: roundBuried(top.eighths) }
    if (last > 0) films[last - 1] = { medium: films[last - 1].medium, eighths: roundDeep(films[last - 1].eighths) }
    if (last > 2) films[last - 3] = { medium: films[last - 3].medium, eighths: roundDeepest(films[last - 3].eighths) }
    films.push({ medium, eighths: roundTop(eighths) })
  }
  return { ...stack, films }
}

/** From a coat and a half on, quarters are enough: the film is nearly opaque. */
const roundTop = (eighths: number) => (eighths < 12 ? eighths : 2 * Math.round(eighths / 2))

const roundBuried = (eighths: number) => (eighths < 3 ? eighths : eighths < 12 ? 4 * Math.max(1, Math.round(eighths / 4)) : 8 * Math.round(eighths / 8))

/** Under four others only thin and thick are told apart. */
const roundDeepest = (eighths: number) => (eighths < 3 ? 2 : eighths < 16 ? 8 : 24)

const roundDeep = (eighths: number) => (eighths < 3 ? 2 : 8 * Math.max(1, Math.round(eighths / 8)))
