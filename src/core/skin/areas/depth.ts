import type { AreaRaster } from './areaRaster'

/**
 * Distance of each texel to the nearest one that `near` names, mm, to a few hundredths of itself: two sweeps of steps to the eight
 * neighbours, each twice round so that nothing stops at the seam.
 */
function distanceTo(
  { width, top, bottom, rowMm, columnMm }: AreaRaster,
  near: (texel: number) => boolean,
): Float32Array {
  const height = bottom - top
  const far = new Float32Array(width * height).fill(1e6)
  for (let i = 0; i < far.length; i++) if (near(i)) far[i] = 0
  const sweep = (y: number, from: number, step: 1 | -1) => {
    const row = y * width
    const beside = columnMm[y]
    const aslant = Math.hypot(beside, rowMm)
    const before = y - step >= 0 && y - step < height ? (y - step) * width : -1
    for (let k = 0; k < 2 * width; k++) {
      const x = (((from + step * k) % width) + width) % width
      const [l, r] = [x === 0 ? width - 1 : x - 1, x === width - 1 ? 0 : x + 1]
      const back = step === 1 ? l : r
      let d = Math.min(far[row + x], far[row + back] + beside)
      if (before >= 0 && k < width)
        d = Math.min(d, far[before + x] + rowMm, far[before + l] + aslant, far[before + r] + aslant)
      far[row + x] = d
    }
  }
  for (let y = 0; y < height; y++) sweep(y, 0, 1)
  for (let y = height - 1; y >= 0; y--) sweep(y, width - 1, -1)
  return far
}

/** How far each texel is from a line, mm; 0 on lines. The borders of what is parted count as lines. */
export const depthOf = (raster: AreaRaster): Float32Array => {
  const { width, top, bottom, line, poles } = raster
  const last = bottom - top - 1
  return distanceTo(raster, (i) => {
    if (line[i]) return true
    const y = Math.floor(i / width)
    return (y === 0 && !poles.includes(0)) || (y === last && !poles.includes(last))
  })
}
