/** A point or a direction in space: x, y (up), z. */
export type Vector = readonly [x: number, y: number, z: number]

/** a + k b. */
export const add = (a: Vector, b: Vector, k = 1): Vector => [a[0] + k * b[0], a[1] + k * b[1], a[2] + k * b[2]]

export const minus = (a: Vector, b: Vector): Vector => add(a, b, -1)

export const times = (a: Vector, k: number): Vector => [a[0] * k, a[1] * k, a[2] * k]

export const dot = (a: Vector, b: Vector): number => a[0] * b[0] + a[1] * b[1] + a[2] * b[2]

export const cross = (a: Vector, b: Vector): Vector => [
  a[1] * b[2] - a[2] * b[1],
  a[2] * b[0] - a[0] * b[2],
  a[0] * b[1] - a[1] * b[0],
]

export const lengthOf = (a: Vector): number => Math.hypot(a[0], a[1], a[2])

/** The same direction at length 1; nothing stays nothing. */
export const unit = (a: Vector): Vector => times(a, 1 / (lengthOf(a) || 1))

/** A point turned about an axis of length 1 through the origin by an angle in radians. Source: Rodrigues 1840. */
export function turned(a: Vector, axis: Vector, angle: number): Vector {
  const [cos, sin] = [Math.cos(angle), Math.sin(angle)]
  return add(add(times(a, cos), cross(axis, a), sin), axis, dot(axis, a) * (1 - cos))
}

/** Area of the two triangles between four corners walked round, by the cross product of its diagonals. */
export const quadArea = (a: Vector, b: Vector, c: Vector, d: Vector): number =>
  lengthOf(cross(minus(c, a), minus(d, b))) / 2
