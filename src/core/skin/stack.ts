/** One film of one medium; `eighths` counts eighths of a nominal coat. */
export interface Film {
  readonly medium: number
  readonly eighths: number
}

/** What lies at one spot, bottom film first. */
export interface Stack {
  readonly films: readonly Film[]
  /** How deep the body is cut, µm. */
  readonly cutUm: number
  /** Burr thrown up by a tool, µm. */
  readonly burrUm: number
  readonly wax: 'none' | 'dry' | 'tacky'
  /** How many films, counted from the bottom, a firing has fixed. */
  readonly fixed: number
  /** Place in the cone table of the hottest firing so far; −1 raw. */
  readonly cone: number
}

export const BARE: Stack = { films: [], cutUm: 0, burrUm: 0, wax: 'none', fixed: 0, cone: -1 }

/** Key of a stack: equal stacks have equal keys. */
export function stackKey(stack: Stack): string {
  let key = `${stack.cutUm},${stack.burrUm},${stack.wax[0]},${stack.fixed},${stack.cone}`
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
 * Lays `eighths` of a medium on top. The same medium on an unfixed film of its own adds up; a film that gets buried by
 * another is rounded to half coats, which keeps the number of stacks small and cannot be seen.
 */
export function withFilm(stack: Stack, medium: number, eighths: number): Stack {
  if (eighths <= 0) return stack
  const films = stack.films.slice()
  const top = films[films.length - 1]
  if (top && films.length > stack.fixed && top.medium === medium) films[films.length - 1] = { medium, eighths: top.eighths + eighths }
  else {
    if (top) films[films.length - 1] = { medium: top.medium, eighths: roundBuried(top.eighths) }
    films.push({ medium, eighths })
  }
  return { ...stack, films }
}

const roundBuried = (eighths: number) => (eighths < 3 ? eighths : 4 * Math.max(1, Math.round(eighths / 4)))
