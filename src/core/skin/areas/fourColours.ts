import { seededRandom } from '../../base/random'

/** Tries before a fifth colour is taken. */
const TRIES = 400

/**
 * Colours 0 … for areas so that no neighbours share one: with two or three where that does, else with four, as planar areas always
 * can; handles and spouts can make it five.
 *
 * @param neighbours for each area the others that touch it
 */
export function colourNeighbours(neighbours: readonly (readonly number[])[], seed = 1): number[] {
  return (
    fewest(neighbours, 2) ??
    (neighbours.length <= 60 ? fewest(neighbours, 3) : null) ??
    kempe(neighbours, 4, seed) ??
    kempe(neighbours, 5, seed) ??
    greedy(neighbours)
  )
}

/** By saturation with backtracking: good for few colours; gives up after a while. */
function fewest(neighbours: readonly (readonly number[])[], colours: number): number[] | null {
  const chosen = new Array<number>(neighbours.length).fill(-1)
  let left = 20_000
  const taken = (v: number) => new Set(neighbours[v].map((w) => chosen[w]).filter((c) => c >= 0))
  const go = (used: number): boolean => {
    if (left-- < 0) return false
    let best = -1
    let most = -1
    for (let v = 0; v < chosen.length; v++) {
      if (chosen[v] >= 0) continue
      const rank = taken(v).size * 1000 + neighbours[v].length
      if (rank > most) [most, best] = [rank, v]
    }
    if (best < 0) return true
    const no = taken(best)
    for (let c = 0; c < Math.min(colours, used + 1); c++) {
      if (no.has(c)) continue
      chosen[best] = c
      if (go(Math.max(used, c + 1))) return true
      chosen[best] = -1
    }
    return false
  }
  return go(0) ? chosen : null
}

/** Areas taken off fewest neighbours first and put back; where no colour is free, a chain of two colours is turned. */
function kempe(neighbours: readonly (readonly number[])[], colours: number, seed: number): number[] | null {
  const random = seededRandom(seed)
  const degree = neighbours.map((list) => list.length)
  const off = new Array<boolean>(neighbours.length).fill(false)
  const order: number[] = []
  for (let i = 0; i < neighbours.length; i++) {
    let least = -1
    for (let v = 0; v < neighbours.length; v++) if (!off[v] && (least < 0 || degree[v] < degree[least])) least = v
    off[least] = true
    order.push(least)
    for (const w of neighbours[least]) degree[w]--
  }
  const chosen = new Array<number>(neighbours.length).fill(-1)
  const turnChain = (from: number, a: number, b: number) => {
    const chain = [from]
    const seen = new Set(chain)
    for (const v of chain)
      for (const w of neighbours[v])
        if (!seen.has(w) && (chosen[w] === a || chosen[w] === b)) {
          seen.add(w)
          chain.push(w)
        }
    for (const v of chain) chosen[v] = chosen[v] === a ? b : a
  }
  const free = (v: number): number => {
    const no = new Set(neighbours[v].map((w) => chosen[w]))
    for (let c = 0; c < colours; c++) if (!no.has(c)) return c
    return -1
  }
  for (const v of order.reverse()) {
    let colour = free(v)
    for (let t = 0; colour < 0 && t < TRIES; t++) {
      const round = neighbours[v].filter((w) => chosen[w] >= 0)
      const w = round[Math.floor(random() * round.length)]
      const a = chosen[w]
      const b = (a + 1 + Math.floor(random() * (colours - 1))) % colours
      turnChain(w, a, b)
      colour = free(v)
    }
    if (colour < 0) return null
    chosen[v] = colour
  }
  return chosen
}

function greedy(neighbours: readonly (readonly number[])[]): number[] {
  const chosen: number[] = []
  neighbours.forEach((list, v) => {
    const no = new Set(list.map((w) => chosen[w]))
    let c = 0
    while (no.has(c)) c++
    chosen[v] = c
  })
  return chosen
}
