import type { DrawingShape } from './motif'

/** Points of line art are kept to a hundredth of a millimetre of a drawing of 100 mm. */
const rounded = (x: number) => Math.round(x * 1e4) / 1e4

/** A stroke of one’s own line art. */
export const strokeOf = (lines: readonly (readonly (readonly [number, number])[])[], name?: string): DrawingShape => ({
  kind: 'stroke',
  lines: lines.map((line) => line.map(([x, y]): [number, number] => [rounded(x), rounded(y)])),
  width: null,
  cap: 'round',
  join: 'round',
  ink: true,
  ...(name ? { name } : {}),
})
