import { decodeSrgb, encodeSrgb } from '../colour/colourSpaces'
import type { SkinPicture } from '../skin/picture'
import { SLOPE_RANGE } from '../skin/picture'
import type { LatheMesh } from './lathe'
import { diffuseLight, fresnel, reflectedLight } from './shading'

/** How a form is looked at: turned about its axis and tilted toward the eye, radians. */
export interface View {
  readonly turn: number
  readonly tilt: number
}

const DECODED = Float64Array.from({ length: 256 }, (_, i) => decodeSrgb(i / 255))

/**
 * A picture of a form with its skin, drawn without a graphics card: orthographic, with a depth buffer, RGBA bytes on a
 * transparent ground. Serves the thumbnails of the rack and machines without WebGL.
 */
export function formPicture(
  mesh: LatheMesh,
  skin: SkinPicture,
  view: View,
  width: number,
  height: number,
): Uint8ClampedArray {
  const over = 2
  const w = width * over
  const h = height * over
  const frame = placeInFrame(mesh, view, w, h)
  const depth = new Float32Array(w * h).fill(-Infinity)
  const linear = new Float32Array(w * h * 4)
  const cosTurn = Math.cos(view.turn)
  const sinTurn = Math.sin(view.turn)
  const cosTilt = Math.cos(view.tilt)
  const sinTilt = Math.sin(view.tilt)
  const toEye = (x: number, y: number, z: number): [number, number, number] => {
    const tx = x * cosTurn + z * sinTurn
    const tz = -x * sinTurn + z * cosTurn
    return [tx, y * cosTilt - tz * sinTilt, y * sinTilt + tz * cosTilt]
  }
  const world = (x: number, y: number, z: number): [number, number, number] => [
    x * cosTurn + z * sinTurn,
    y,
    -x * sinTurn + z * cosTurn,
  ]

  const shade = (out: number, a: number, b: number, c: number, wa: number, wb: number, wc: number) => {
    const mixed = (source: Float32Array, size: number, i: number) =>
      source[size * a + i] * wa + source[size * b + i] * wb + source[size * c + i] * wc
    const column = Math.min(skin.width - 1, Math.floor((((mixed(mesh.uvs, 2, 0) % 1) + 1) % 1) * skin.width))
    const row = Math.min(skin.height - 1, Math.floor(mixed(mesh.uvs, 2, 1) * skin.height))
    const texel = 4 * (row * skin.width + column)
    const sx = ((skin.relief[texel] - 128) / 127) * SLOPE_RANGE
    const sy = ((skin.relief[texel + 1] - 128) / 127) * SLOPE_RANGE
    const N = [mixed(mesh.normals, 3, 0), mixed(mesh.normals, 3, 1), mixed(mesh.normals, 3, 2)]
    const T = [mixed(mesh.tangents, 3, 0), mixed(mesh.tangents, 3, 1), mixed(mesh.tangents, 3, 2)]
    const B = [N[1] * T[2] - N[2] * T[1], N[2] * T[0] - N[0] * T[2], N[0] * T[1] - N[1] * T[0]]
    const bumped = N.map((v, i) => v - T[i] * sx + B[i] * sy)
    const length = Math.hypot(bumped[0], bumped[1], bumped[2]) || 1
    const n = world(bumped[0] / length, bumped[1] / length, bumped[2] / length)
    const eye: [number, number, number] = [0, sinTilt, cosTilt]
    const facing = n[0] * eye[0] + n[1] * eye[1] + n[2] * eye[2]
    const light = diffuseLight(n, mixed(mesh.openness, 1, 0))
    const mirror: [number, number, number] = [
      2 * facing * n[0] - eye[0],
      2 * facing * n[1] - eye[1],
      2 * facing * n[2] - eye[2],
    ]
    const shine = fresnel(facing) * reflectedLight(mirror, skin.colour[texel + 3] / 255) * mixed(mesh.openness, 1, 0)
    for (let i = 0; i < 3; i++) linear[out + i] = DECODED[skin.colour[texel + i]] * light + shine
    linear[out + 3] = 1
  }

  const points = new Float32Array((mesh.positions.length / 3) * 3)
  for (let v = 0; v < mesh.positions.length; v += 3) {
    const [x, y, z] = toEye(mesh.positions[v], mesh.positions[v + 1], mesh.positions[v + 2])
    points[v] = frame.x + x * frame.scale
    points[v + 1] = frame.y - y * frame.scale
    points[v + 2] = z
  }
  for (let i = 0; i < mesh.indices.length; i += 3) {
    rasterise(points, mesh.indices[i], mesh.indices[i + 1], mesh.indices[i + 2], w, h, depth, (pixel, wa, wb, wc) =>
      shade(pixel * 4, mesh.indices[i], mesh.indices[i + 1], mesh.indices[i + 2], wa, wb, wc),
    )
  }
  return averaged(linear, w, width, height, over)
}

/** Scale and middle that show the whole form with a little air. */
function placeInFrame(mesh: LatheMesh, view: View, w: number, h: number) {
  let reach = 0
  let low = Infinity
  let high = -Infinity
  const cos = Math.cos(view.tilt)
  const sin = Math.sin(view.tilt)
  for (let v = 0; v < mesh.positions.length; v += 3) {
    const r = Math.hypot(mesh.positions[v], mesh.positions[v + 2])
    reach = Math.max(reach, r)
    low = Math.min(low, mesh.positions[v + 1] * cos - r * Math.abs(sin))
    high = Math.max(high, mesh.positions[v + 1] * cos + r * Math.abs(sin))
  }
  const scale = 0.9 * Math.min(w / (2 * reach), h / (high - low))
  return { scale, x: w / 2, y: h / 2 + (scale * (high + low)) / 2 }
}

function rasterise(
  points: Float32Array,
  a: number,
  b: number,
  c: number,
  w: number,
  h: number,
  depth: Float32Array,
  shade: (pixel: number, wa: number, wb: number, wc: number) => void,
): void {
  const [ax, ay, az] = [points[3 * a], points[3 * a + 1], points[3 * a + 2]]
  const [bx, by, bz] = [points[3 * b], points[3 * b + 1], points[3 * b + 2]]
  const [cx, cy, cz] = [points[3 * c], points[3 * c + 1], points[3 * c + 2]]
  const area = (bx - ax) * (cy - ay) - (by - ay) * (cx - ax)
  // Faces turned away have the other sign on a screen whose y runs down.
  if (area >= 0) return
  const x0 = Math.max(0, Math.floor(Math.min(ax, bx, cx)))
  const x1 = Math.min(w - 1, Math.ceil(Math.max(ax, bx, cx)))
  const y0 = Math.max(0, Math.floor(Math.min(ay, by, cy)))
  const y1 = Math.min(h - 1, Math.ceil(Math.max(ay, by, cy)))
  for (let y = y0; y <= y1; y++) {
    for (let x = x0; x <= x1; x++) {
      const px = x + 0.5
      const py = y + 0.5
      const wa = ((bx - px) * (cy - py) - (by - py) * (cx - px)) / area
      const wb = ((cx - px) * (ay - py) - (cy - py) * (ax - px)) / area
      const wc = 1 - wa - wb
      if (wa < -1e-5 || wb < -1e-5 || wc < -1e-5) continue
      const z = wa * az + wb * bz + wc * cz
      const pixel = y * w + x
      if (z <= depth[pixel]) continue
      depth[pixel] = z
      shade(pixel, wa, wb, wc)
    }
  }
}

function averaged(linear: Float32Array, w: number, width: number, height: number, over: number): Uint8ClampedArray {
  const out = new Uint8ClampedArray(width * height * 4)
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; x++) {
      const sum = [0, 0, 0, 0]
      for (let dy = 0; dy < over; dy++) {
        for (let dx = 0; dx < over; dx++) {
          const from = 4 * ((y * over + dy) * w + x * over + dx)
          for (let i = 0; i < 4; i++) sum[i] += linear[from + i]
        }
      }
      const to = 4 * (y * width + x)
      const cover = sum[3]
      for (let i = 0; i < 3; i++) out[to + i] = cover > 0 ? 255 * encodeSrgb(Math.min(1, sum[i] / cover)) : 0
      out[to + 3] = (255 * cover) / (over * over)
    }
  }
  return out
}
