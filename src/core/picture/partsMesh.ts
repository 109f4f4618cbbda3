import { hiddenPatches, joints, type Part } from '../form/parts'
import { profileAt, type TurnedForm } from '../form/turnedForm'

type Vector = readonly [number, number, number]

/** A bare mesh: positions and normals, one place of the skin whose colour it takes. */
export interface PartMesh {
  readonly positions: number[]
  readonly normals: number[]
  readonly indices: number[]
  /** Column and row of the skin, 0–1: a part wears what lies beside its joint. */
  readonly skin: readonly [number, number]
}

const add = (a: Vector, b: Vector, k = 1): Vector => [a[0] + b[0] * k, a[1] + b[1] * k, a[2] + b[2] * k]
const cross = (a: Vector, b: Vector): Vector => [
  a[1] * b[2] - a[2] * b[1],
  a[2] * b[0] - a[0] * b[2],
  a[0] * b[1] - a[1] * b[0],
]
const unit = (a: Vector): Vector => {
  const length = Math.hypot(...a) || 1
  return [a[0] / length, a[1] / length, a[2] / length]
}

const RING = 14

/** A tube along a path: an ellipse `across` wide and `thick` deep at each point. */
function tube(
  path: readonly Vector[],
  sideways: Vector,
  size: (t: number) => readonly [across: number, thick: number],
  capped: boolean,
): Omit<PartMesh, 'skin'> {
  const positions: number[] = []
  const normals: number[] = []
  const indices: number[] = []
  path.forEach((p, i) => {
    const along = unit(add(path[Math.min(path.length - 1, i + 1)], path[Math.max(0, i - 1)], -1))
    const out = unit(cross(sideways, along))
    const [across, thick] = size(i / (path.length - 1))
    for (let k = 0; k <= RING; k++) {
      const angle = (k / RING) * 2 * Math.PI
      const c = Math.cos(angle)
      const s = Math.sin(angle)
      positions.push(...add(add(p, sideways, (across / 2) * c), out, (thick / 2) * s))
      normals.push(
        ...unit(add([sideways[0] * c * thick, sideways[1] * c * thick, sideways[2] * c * thick], out, s * across)),
      )
    }
    if (i === 0) return
    for (let k = 0; k < RING; k++) {
      const a = (i - 1) * (RING + 1) + k
      const b = a + RING + 1
      indices.push(a, b, a + 1, a + 1, b, b + 1)
    }
  })
  if (capped)
    cap(path[path.length - 1], unit(add(path[path.length - 1], path[path.length - 2], -1)), positions, normals, indices)
  return { positions, normals, indices }
}

/** Closes the end of a tube. */
function cap(centre: Vector, normal: Vector, positions: number[], normals: number[], indices: number[]): void {
  const ring = positions.length / 3 - (RING + 1)
  const start = positions.length / 3
  for (let k = 0; k <= RING; k++) {
    positions.push(positions[3 * (ring + k)], positions[3 * (ring + k) + 1], positions[3 * (ring + k) + 2])
    normals.push(...normal)
  }
  positions.push(...centre)
  normals.push(...normal)
  for (let k = 0; k < RING; k++) indices.push(start + k, start + RING + 1, start + k + 1)
}

/** A small turned shape on the axis, from a profile of radius and height. */
function turned(profile: readonly (readonly [r: number, z: number])[]): Omit<PartMesh, 'skin'> {
  const positions: number[] = []
  const normals: number[] = []
  const indices: number[] = []
  const sides = 56
  profile.forEach(([r, z], i) => {
    const [ar, az] = profile[Math.max(0, i - 1)]
    const [br, bz] = profile[Math.min(profile.length - 1, i + 1)]
    const length = Math.hypot(br - ar, bz - az) || 1
    for (let k = 0; k <= sides; k++) {
      const angle = (k / sides) * 2 * Math.PI
      positions.push(r * Math.sin(angle), z, r * Math.cos(angle))
      normals.push(((bz - az) / length) * Math.sin(angle), -(br - ar) / length, ((bz - az) / length) * Math.cos(angle))
    }
    if (i === 0) return
    for (let k = 0; k < sides; k++) {
      const a = (i - 1) * (sides + 1) + k
      const b = a + sides + 1
      indices.push(a, a + 1, b, a + 1, b + 1, b)
    }
  })
  return { positions, normals, indices }
}

function onWall(form: TurnedForm, part: Part, upMm: number): { point: Vector; out: Vector; side: Vector } {
  const share = part.degrees / 360
  const { r, z } = profileAt(form, form.zones.outside.from + upMm)
  const [x, zed] = form.plan.at(share)
  const [ax, az] = form.plan.at(share - 0.001)
  const [bx, bz] = form.plan.at(share + 0.001)
  const side = unit([bx - ax, 0, bz - az])
  return { point: [r * x, z, r * zed], out: unit([-side[2], 0, side[0]]), side }
}

const curve = (count: number, at: (t: number) => Vector): Vector[] =>
  Array.from({ length: count + 1 }, (_, i) => at(i / count))

function handle(form: TurnedForm, part: Part): Omit<PartMesh, 'skin'> {
  const [low, high] = joints(part).map((up) => onWall(form, part, up))
  const reach = Math.max(26, part.heightMm * 0.42)
  const path = curve(26, (t) => {
    const between: Vector = add(add(low.point, high.point, 0), add(high.point, low.point, -1), t)
    return add(
      add(between, low.out, reach * Math.sin(Math.PI * t) ** 0.62 * (0.86 + 0.2 * t)),
      [0, 1, 0],
      part.heightMm * 0.1 * Math.sin(Math.PI * t),
    )
  })
  return tube(
    path,
    low.side,
    (t) => [part.widthMm * (1 - 0.28 * Math.sin(Math.PI * t)), part.thickMm * (1 + 0.5 * Math.abs(1 - 2 * t) ** 6)],
    false,
  )
}

function spout(form: TurnedForm, part: Part): Omit<PartMesh, 'skin'> {
  const base = onWall(form, part, part.upMm)
  const path = curve(16, (t) =>
    add(add(base.point, base.out, part.heightMm * 0.75 * t - 4), [0, 1, 0], part.heightMm * (0.35 * t + 0.65 * t * t)),
  )
  return tube(path, base.side, (t) => [part.widthMm * (1 - 0.55 * t), part.widthMm * (1 - 0.55 * t)], true)
}

function lug(form: TurnedForm, part: Part): Omit<PartMesh, 'skin'> {
  const base = onWall(form, part, part.upMm)
  const path = curve(8, (t) => add(base.point, base.out, part.heightMm * t - 2))
  return tube(
    path,
    base.side,
    (t) => [part.widthMm * Math.sqrt(1 - 0.8 * t * t), part.thickMm * Math.sqrt(1 - 0.8 * t * t)],
    true,
  )
}

function feet(form: TurnedForm, part: Part): Omit<PartMesh, 'skin'>[] {
  const r = Math.max(part.widthMm / 2, form.zones.base.to - part.widthMm * 0.6)
  return [0, 1, 2].map((k) => {
    const angle = (part.degrees / 180) * Math.PI + (k * 2 * Math.PI) / 3
    const path = curve(5, (t): Vector => [r * Math.sin(angle), -part.heightMm * t + 1.5, r * Math.cos(angle)])
    return tube(
      path,
      [Math.cos(angle), 0, -Math.sin(angle)],
      (t) => [part.widthMm * (1 - 0.3 * t), part.thickMm * (1 - 0.3 * t)],
      true,
    )
  })
}

function lid(form: TurnedForm, part: Part): Omit<PartMesh, 'skin'> {
  const rim = profileAt(form, (form.zones.rim.from + form.zones.rim.to) / 2)
  const r = rim.r + form.wallMm * 0.55
  const z = rim.z + 0.4
  const dome = part.heightMm * 0.48
  const knob = part.heightMm - dome
  const k = part.widthMm / 2
  const profile: [number, number][] = [
    [r - 1.2, z],
    [r, z + 1.5],
    [r - 0.4, z + 4],
  ]
  for (let i = 1; i <= 10; i++) {
    const t = i / 10
    profile.push([
      r * Math.cos((Math.PI / 2) * t) ** 0.85 * (1 - t) + k * 0.5 * t,
      z + 4 + (dome - 4) * Math.sin((Math.PI / 2) * t),
    ])
  }
  for (let i = 0; i <= 8; i++) {
    const angle = -Math.PI * 0.34 + (i / 8) * (Math.PI * 0.84)
    profile.push([Math.max(0, k * Math.cos(angle)), z + dome + knob * 0.5 + knob * 0.5 * Math.sin(angle)])
  }
  return turned(profile)
}

/** The parts of a piece as meshes. */
export function partMeshes(form: TurnedForm, parts: readonly Part[]): PartMesh[] {
  const { outside, base } = form.zones
  return parts.flatMap((part): PartMesh[] => {
    const patch = hiddenPatches(form, [part])[0]
    const beside: readonly [number, number] = [
      ((((patch?.right ?? 0) + 0.012) % 1) + 1) % 1,
      (outside.from + part.upMm + (part.kind === 'handle' ? part.heightMm * 0.5 : 0)) / form.totalMm,
    ]
    switch (part.kind) {
      case 'handle':
        return [{ ...handle(form, part), skin: beside }]
      case 'spout':
        return [{ ...spout(form, part), skin: beside }]
      case 'lug':
        return [{ ...lug(form, part), skin: beside }]
      case 'feet':
        return feet(form, part).map((mesh) => ({ ...mesh, skin: [0.02, (base.to * 0.92) / form.totalMm] as const }))
      case 'lid':
        return [{ ...lid(form, part), skin: [0.02, (outside.to - 3) / form.totalMm] as const }]
    }
  })
}
