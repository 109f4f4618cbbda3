/**
 * The inverse of a 2 × 2 matrix, as rows, by its determinant; apart from the larger ones, since every view reckons paces and none of
 * them needs a library of matrices for it. Throws when the matrix is singular.
 */
export function inverseOfTwo([[a, b], [c, d]]: readonly (readonly number[])[]): number[][] {
  const determinant = a * d - b * c
  if (determinant === 0) throw new Error('a singular matrix has no inverse')
  return [
    [d / determinant, -b / determinant],
    [-c / determinant, a / determinant],
  ]
}
