/** Neighbours round a pixel from above to the right: N NE E SE S SW W NW. */
const ROUND = (width: number) => [-width, 1 - width, 1, width + 1, width, width - 1, -1, -width - 1] as const

/** Which pixels go in each half of a round (Zhang and Suen 1984, from memory): by the eight neighbours as bits. */
const GOES = [0, 1].map((half) =>
  Uint8Array.from({ length: 256 }, (_, bits) => {
    const p = Array.from({ length: 8 }, (__, k) => (bits >> k) & 1)
    const count = p.reduce((a, b) => a + b, 0)
    let turns = 0
    for (let k = 0; k < 8; k++) if (!p[k] && p[(k + 1) % 8]) turns++
    const [n, , e, , s, , w] = p
    const kept = half === 0 ? n * e * s || e * s * w : n * e * w || n * s * w
    return count >= 2 && count <= 6 && turns === 1 && !kept ? 1 : 0
  }),
)

/** The centre lines of a mask, one pixel broad; its margin is clear. */
export function thinned(mask: Uint8Array, width: number): Uint8Array {
  const line = mask.slice()
  const round = ROUND(width)
  const bitsAt = (i: number) => round.reduce((bits, step, k) => bits | (line[i + step] << k), 0)
  let live: number[] = []
  for (let i = width; i < line.length - width; i++) if (line[i]) live.push(i)
  for (let changed = true; changed;) {
    changed = false
    for (const goes of GOES) {
      const gone = live.filter((i) => goes[bitsAt(i)])
      for (const i of gone) line[i] = 0
      if (gone.length) {
        changed = true
        live = live.filter((i) => line[i])
      }
    }
  }
  // Stairs: a pixel whose two neighbours at a right angle touch each other already.
  for (const i of live) {
    const p = round.map((step) => line[i + step])
    for (let k = 0; k < 8; k += 2)
      if (p[k] && p[(k + 2) % 8] && !p[(k + 4) % 8] && !p[(k + 6) % 8] && !p[(k + 5) % 8]) {
        line[i] = 0
        break
      }
  }
  return line
}
