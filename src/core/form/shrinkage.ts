/** Total linear shrinkage of drying then firing, as shares: 1 − (1 − d)(1 − f). */
export const totalShrinkage = (drying: number, firing: number): number => 1 - (1 - drying) * (1 - firing)

/** A length drawn when a share `shrunkAtDrawing` of the drying shrinkage had happened, after the last firing; mm. */
export function firedLength(drawnMm: number, drying: number, firing: number, shrunkAtDrawing: number): number {
  return (drawnMm * (1 - totalShrinkage(drying, firing))) / (1 - drying * shrunkAtDrawing)
}

/** How long to draw it so that it is `firedMm` when fired. */
export function drawnLength(firedMm: number, drying: number, firing: number, shrunkAtDrawing: number): number {
  return (firedMm * (1 - drying * shrunkAtDrawing)) / (1 - totalShrinkage(drying, firing))
}
