import {
  BufferAttribute,
  BufferGeometry,
  Group,
  Mesh,
  MeshBasicMaterial,
  PerspectiveCamera,
  Raycaster,
  Vector2,
  Vector3,
} from 'three'
import { WALL } from '@/core/form/assembly'
import type { LatheMesh, MeshSurface } from '@/core/picture/lathe'
import type { SkinSpot } from '@/core/usecases/view/skinSpot'

/** How the wheel is looked at; angles in radians. */
export interface WheelView {
  readonly turn: number
  readonly tilt: number
  readonly zoom: number
  readonly flipped: boolean
}

const FIELD_OF_VIEW = 24

/** The height that is looked at, as a share of that of the form. */
const LOOKED_AT = 0.465

/** A point is hidden where the form stands so far before it, mm: facets lie a little inside what they stand for. */
const HIDDEN_MM = 2.5

/** How thick the wheel head is, mm. */
export const HEAD_MM = 9

/** How far the wheel head reaches under a form of a radius that stands on a foot of another. */
export const headRadius = (formRadius: number, footRadius: number): number =>
  Math.max(formRadius * 1.15, footRadius * 1.5)

/** How far the view is moved aside, CSS pixels: the cut stands on its right. */
export const sideways = (width: number): number => Math.min(44, width * 0.05)

/** A form as three.js takes it. */
export function clayGeometry(mesh: LatheMesh): BufferGeometry {
  const geometry = new BufferGeometry()
  geometry.setAttribute('position', new BufferAttribute(mesh.positions, 3))
  geometry.setAttribute('normal', new BufferAttribute(mesh.normals, 3))
  geometry.setAttribute('around', new BufferAttribute(mesh.tangents, 3))
  geometry.setAttribute('uv', new BufferAttribute(mesh.uvs, 2))
  geometry.setAttribute('openness', new BufferAttribute(mesh.openness, 1))
  geometry.setIndex(new BufferAttribute(mesh.indices, 1))
  geometry.userData = { surfaces: mesh.surfaces }
  geometry.computeBoundingBox()
  return geometry
}

/** Where the form stands and from where it is looked at. Draws nothing: the page and the drawing worker each have one. */
export class Aim {
  readonly camera = new PerspectiveCamera(FIELD_OF_VIEW, 1, 10, 6000)
  readonly piece = new Group()
  readonly wheel = new Group()
  view: WheelView = { turn: 0.3, tilt: 0.3, zoom: 1, flipped: false }
  form = { height: 200, radius: 70, foot: 50 }
  size = { width: 1, height: 1 }
  private readonly ray = new Raycaster()
  private readonly target = new Mesh(new BufferGeometry(), new MeshBasicMaterial())

  /** Measures a form, and makes it what `pick` meets. */
  setForm(geometry: BufferGeometry, foot: number): void {
    const box = geometry.boundingBox
    this.form = { height: box?.max.y ?? 200, radius: box?.max.x ?? 70, foot }
    this.target.geometry = geometry
    this.piece.add(this.target)
    this.target.visible = false
  }

  resize(width: number, height: number): void {
    this.size = { width, height }
    this.camera.aspect = width / height
    this.camera.setViewOffset(width, height, sideways(width), 0, width, height)
  }

  /** Sets piece, wheel and camera as the view says. */
  take(): void {
    const { turn, tilt, zoom, flipped } = this.view
    const { height, radius, foot } = this.form
    this.piece.rotation.set(flipped ? Math.PI : 0, flipped ? -turn : turn, 0)
    this.piece.position.y = flipped ? height : 0
    this.wheel.rotation.y = turn
    const sin = Math.sin(tilt)
    const cos = Math.cos(tilt)
    const tall = height * cos + 2 * radius * Math.abs(sin)
    const half = Math.tan((FIELD_OF_VIEW * Math.PI) / 360)
    // Room is kept free for the name on the left and the figures on the right.
    const whole = 1.1 * Math.max(tall / (2 * half), (3 * radius) / (2 * half * this.camera.aspect)) + radius
    // Of the wheel head the near edge comes closest to the lower edge of the picture.
    const head = headRadius(radius, foot)
    const below = LOOKED_AT * height + HEAD_MM
    const nearEdge = (1.02 * (below * cos + head * sin)) / half + head * cos - below * sin
    const distance = Math.max(whole, nearEdge) / zoom
    this.camera.position.set(0, height * 0.48 + distance * sin, distance * cos)
    this.camera.lookAt(0, LOOKED_AT * height, 0)
    this.camera.updateProjectionMatrix()
  }

  /** The place of the skin under a point of the canvas (−1 … 1 both ways), or null beside the form. */
  pick(x: number, y: number): SkinSpot | null {
    this.take()
    this.piece.updateMatrixWorld()
    this.camera.updateMatrixWorld()
    this.ray.setFromCamera(new Vector2(x, y), this.camera)
    const hit = this.ray.intersectObject(this.target)[0]
    if (!hit?.uv) return null
    const surfaces = this.target.geometry.userData.surfaces as readonly MeshSurface[]
    const first = 3 * (hit.faceIndex ?? 0)
    const { id, box } = surfaces.findLast(({ firstIndex }) => firstIndex <= first) ?? surfaces[0]
    const place = { across: (hit.uv.x - box.u) / box.width, down: (hit.uv.y - box.v) / box.height }
    return id === WALL ? place : { ...place, on: id }
  }

  /** Where the right-hand outline of the form is on the canvas (CSS pixels) at a radius and height. */
  outlineAt(radiusMm: number, heightMm: number): { x: number; y: number } {
    this.take()
    this.camera.updateMatrixWorld()
    const at = new Vector3(radiusMm, this.view.flipped ? this.form.height - heightMm : heightMm, 0).project(this.camera)
    return { x: ((at.x + 1) / 2) * this.size.width, y: ((1 - at.y) / 2) * this.size.height }
  }

  /** Where a point of the form (mm from the foot of its axis) is on the canvas (CSS pixels), or null where it is turned away or hidden. */
  seenAt([x, y, z]: readonly [number, number, number]): { x: number; y: number } | null {
    this.take()
    this.piece.updateMatrixWorld()
    this.camera.updateMatrixWorld()
    const point = new Vector3(x, y, z).applyMatrix4(this.piece.matrixWorld)
    const away = point.distanceTo(this.camera.position)
    this.ray.set(this.camera.position, point.clone().sub(this.camera.position).normalize())
    const hit = this.ray.intersectObject(this.target)[0]
    if (hit && hit.distance < away - HIDDEN_MM) return null
    const at = point.project(this.camera)
    if (Math.abs(at.x) > 1 || Math.abs(at.y) > 1) return null
    return { x: ((at.x + 1) / 2) * this.size.width, y: ((1 - at.y) / 2) * this.size.height }
  }
}
