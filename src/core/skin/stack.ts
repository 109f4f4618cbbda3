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
  /** How deep the body is cut, µm; below 0 where gas has raised it. */
  readonly cutDepthUm: number
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
  /** A pencil mark lies on top. */
  readonly pencil: boolean
  /** Loose dust of a dry cut, in thirds of what hides the most. */
  readonly dust: number
  /** How many films, counted from the bottom, a firing has fixed. */
  readonly fixed: number
  /** Place in the cone table of the hottest firing so far; −1 raw. */
  readonly cone: number
}

export const BARE: Stack = {
  films: [],
  cutDepthUm: 0,
  recessUm: 0,
  burrUm: 0,
  wax: 'none',
  waxAt: 0,
  tape: NO_TAPE,
  burnished: false,
  pencil: false,
  dust: 0,
  fixed: 0,
  cone: -1,
}

const WAX = { none: 0, dry: 1, tacky: 2 } as const

/** Equal stacks have equal hashes; a multiplicative hash over all of their numbers. */
function hashOf(stack: Stack): number {
  let hash = Math.imul(stack.cutDepthUm, 31) + stack.recessUm
  hash =
    Math.imul(hash, 0x9e3779b1) ^
    (stack.burrUm +
      (WAX[stack.wax] << 10) +
      (stack.waxAt << 12) +
      (stack.fixed << 17) +
      ((stack.cone + 1) << 22) +
      (stack.burnished ? 1 << 28 : 0) +
      (stack.dust << 29) +
      (stack.pencil ? 1 << 31 : 0))
  hash = Math.imul(hash ^ (hash >>> 15), 0x85ebca6b) + stack.tape
  const { films } = stack
  for (let i = 0; i < films.length; i++)
    hash = Math.imul(hash ^ (hash >>> 13), 0xc2b2ae35) + films[i].medium + (films[i].eighths << 8)
  return hash ^ (hash >>> 16)
}

function sameStack(a: Stack, b: Stack): boolean {
  if (
    a.cutDepthUm !== b.cutDepthUm ||
    a.recessUm !== b.recessUm ||
    a.burrUm !== b.burrUm ||
    a.wax !== b.wax ||
    a.waxAt !== b.waxAt
  )
    return false
  if (
    a.tape !== b.tape ||
    a.burnished !== b.burnished ||
    a.pencil !== b.pencil ||
    a.dust !== b.dust ||
    a.fixed !== b.fixed ||
    a.cone !== b.cone ||
    a.films.length !== b.films.length
  )
    return false
  for (let i = 0; i < a.films.length; i++)
    if (
      a.films[i] !== b.films[i] &&
      (a.films[i].medium !== b.films[i].medium || a.films[i].eighths !== b.films[i].eighths)
    )
      return false
  return true
}

/**
 * Gives each distinct stack a small number. Id 0 is bare clay. An open hash table over the numbers of a stack.
 * Tried and lost: a map of written-out keys, 3 µs a question against 0.3 µs.
 */
export class StackTable {
  readonly stacks: Stack[] = []
  /** id + 1 at the hash of each stack; 0 is free. */
  private slots = new Int32Array(1 << 12)

  constructor() {
    this.idOf(BARE)
  }

  idOf(stack: Stack): number {
    let at = this.slotOf(stack)
    if (this.slots[at]) return this.slots[at] - 1
    const id = this.stacks.length
    if (id >= 2 ** 23) throw new Error(`${id} distinct stacks do not fit 23 bits`)
    if (2 * id >= this.slots.length) {
      this.grow()
      at = this.slotOf(stack)
    }
    this.stacks.push(stack)
    this.slots[at] = id + 1
    return id
  }

  /** Where a stack is, or the free slot where it belongs. */
  private slotOf(stack: Stack): number {
    const { slots, stacks } = this
    const mask = slots.length - 1
    let at = hashOf(stack) & mask
    while (slots[at] && !sameStack(stacks[slots[at] - 1], stack)) at = (at + 1) & mask
    return at
  }

  private grow(): void {
    this.slots = new Int32Array(this.slots.length * 2)
    this.stacks.forEach((stack, id) => (this.slots[this.slotOf(stack)] = id + 1))
  }
}

/**
 * Lays `eighths` of a medium on top. The same medium on an unfixed film of its own adds up; a film that gets buried is rounded
 * to half coats, and more coarsely the deeper it lies, where its streaks cannot be seen any more.
 * Tried and lost: half coats at every depth (1.2 million distinct stacks after 40 coats over one another, 52 s; see docs/speed.md).
 */
export function withFilm(stack: Stack, medium: number, eighths: number): Stack {
  if (eighths <= 0) return stack
  const last = stack.films.length - 1
  const top = stack.films[last]
  if (top && last >= stack.fixed && top.medium === medium) {
    const films = stack.films.slice()
    films[last] = filmOf(medium, roundTop(top.eighths + eighths))
    return { ...stack, films, pencil: false }
  }
  const films = stack.films.concat(filmOf(medium, roundTop(eighths)))
  if (top) films[last] = filmOf(top.medium, roundBuried(top.eighths))
  if (last > 0) films[last - 1] = filmOf(films[last - 1].medium, roundDeep(films[last - 1].eighths))
  if (last > 1) films[last - 2] = filmOf(films[last - 2].medium, roundDeepest(films[last - 2].eighths))
  return { ...stack, films, pencil: false }
}

const FILMS: Film[][] = []

/** One record for each film there is, shared by all stacks. */
function filmOf(medium: number, eighths: number): Film {
  const known = (FILMS[medium] ??= [])
  return (known[eighths] ??= { medium, eighths })
}

/** From a coat and a half on, quarters are enough: the film is nearly opaque; from four coats on, whole ones. */
const roundTop = (eighths: number) =>
  eighths < 12 ? eighths : eighths < 32 ? 2 * Math.round(eighths / 2) : 8 * Math.round(eighths / 8)

const roundBuried = (eighths: number) =>
  eighths < 3
    ? eighths
    : eighths < 12
      ? 2 * Math.round(eighths / 2)
      : eighths < 32
        ? 8 * Math.round(eighths / 8)
        : 16 * Math.round(eighths / 16)

/** Under three others only thin and thick are told apart. */
const roundDeepest = (eighths: number) => (eighths < 3 ? 2 : eighths < 16 ? 8 : 24)

const roundDeep = (eighths: number) =>
  eighths < 3 ? 2 : eighths < 20 ? 8 * Math.max(1, Math.round(eighths / 8)) : 16 * Math.round(eighths / 16)
