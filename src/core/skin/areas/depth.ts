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
  const last = width - 1
  const sweep = (y: number, step: 1 | -1) => {
    const row = y * width
    const beside = columnMm[y]
    const aslant = Math.hypot(beside, rowMm)
    const before = y - step >= 0 && y - step < height ? (y - step) * width : -1
    const from = step === 1 ? 0 : last
    let back = far[row + (step === 1 ? last : 0)]
    for (let x = from; x >= 0 && x < width; x += step) {
      let d = far[row + x]
      if (d > back + beside) d = back + beside
      if (before >= 0 && d > 0) {
        const above = far[before + x] + rowMm
        const left = far[before + (x === 0 ? last : x - 1)] + aslant
        const right = far[before + (x === last ? 0 : x + 1)] + aslant
        if (d > above) d = above
        if (d > left) d = left
        if (d > right) d = right
      }
      far[row + x] = d
      back = far[row + x]
    }
    // Once more round from the seam, as far as anything comes nearer by it.
    for (let x = from; x >= 0 && x < width; x += step) {
      if (far[row + x] <= back + beside) break
      far[row + x] = back + beside
      back = far[row + x]
    }
  }
  for (let y = 0; y < height; y++) sweep(y, 1)
  for (let y = height - 1; y >= 0; y--) sweep(y, -1)
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
