import {
  BufferAttribute,
  BufferGeometry,
  CircleGeometry,
  CylinderGeometry,
  DataTexture,
  Group,
  LinearFilter,
  LinearMipmapLinearFilter,
  Mesh,
  MeshBasicMaterial,
  PerspectiveCamera,
  Raycaster,
  RepeatWrapping,
  RGBAFormat,
  Scene,
  ShaderMaterial,
  SRGBColorSpace,
  UnsignedByteType,
  Vector2,
  Vector3,
  WebGLRenderer,
} from 'three'
import type { LatheMesh } from '@/core/picture/lathe'
import type { SkinPicture } from '@/core/skin/picture'
import { clayMaterial } from './clayMaterial'

/** How the wheel is looked at; angles in radians. */
export interface WheelView {
  readonly turn: number
  readonly tilt: number
  readonly zoom: number
  readonly flipped: boolean
}

const FIELD_OF_VIEW = 24

/** Pixels a screen pixel where the processor draws: while something moves, and at rest. */
const COARSE = 0.6
const FINE = 1.4

/** The form on its wheel, drawn only when something changed. */
export class WheelScene {
  private readonly renderer: WebGLRenderer
  private readonly scene = new Scene()
  private readonly camera = new PerspectiveCamera(FIELD_OF_VIEW, 1, 10, 6000)
  private readonly piece = new Group()
  private readonly wheel = new Group()
  private readonly ray = new Raycaster()
  private clay: Mesh<BufferGeometry, ShaderMaterial> | null = null
  private skin: DataTexture | null = null
  private relief: DataTexture | null = null
  private otherSkin: DataTexture | null = null
  private otherRelief: DataTexture | null = null
  private split: number | null = null
  /** Textures that wait to be uploaded whole. */
  private readonly whole = new Set<DataTexture>()
  private size = { height: 200, radius: 70 }
  private view: WheelView = { turn: 0.3, tilt: 0.3, zoom: 1, flipped: false }
  private asked = false
  private fine: ReturnType<typeof setTimeout> | null = null
  private readonly slow: boolean
  private disposed = false
  /** Called after each picture. */
  onDrawn: (() => void) | null = null

  /** Throws when the browser has no WebGL 2. */
  constructor(private readonly canvas: HTMLCanvasElement) {
    this.slow = drawsWith() === 'software'
    // A processor that plays the graphics card takes three times as long for smoothed edges; it draws finer at rest instead.
    this.renderer = new WebGLRenderer({ canvas, antialias: !this.slow, alpha: true, preserveDrawingBuffer: true })
    this.renderer.setClearColor(0x000000, 0)
    this.scene.add(this.wheel, this.piece)
  }

  setForm(mesh: LatheMesh, footRadius: number): void {
    const geometry = new BufferGeometry()
    geometry.setAttribute('position', new BufferAttribute(mesh.positions, 3))
    geometry.setAttribute('normal', new BufferAttribute(mesh.normals, 3))
    geometry.setAttribute('around', new BufferAttribute(mesh.tangents, 3))
    geometry.setAttribute('uv', new BufferAttribute(mesh.uvs, 2))
    geometry.setAttribute('openness', new BufferAttribute(mesh.openness, 1))
    geometry.setIndex(new BufferAttribute(mesh.indices, 1))
    geometry.computeBoundingBox()
    const box = geometry.boundingBox
    this.size = { height: box?.max.y ?? 200, radius: box?.max.x ?? 70 }
    if (this.clay) {
      this.clay.geometry.dispose()
      this.clay.geometry = geometry
    } else {
      this.skin = this.texture(new Uint8Array(4), 1, 1, true)
      this.relief = this.texture(new Uint8Array([128, 128, 128, 128]), 1, 1, false)
      this.clay = new Mesh(geometry, clayMaterial(this.skin, this.relief))
      this.clay.visible = false
      this.piece.add(this.clay)
    }
    this.buildWheel(footRadius)
    this.draw()
  }

  setSkin(picture: SkinPicture): void {
    if (!this.clay) return
    this.skin = this.refill(this.skin, picture, 'colour')
    this.relief = this.refill(this.relief, picture, 'relief')
    this.clay.material.uniforms.skin.value = this.skin
    this.clay.material.uniforms.relief.value = this.relief
    this.clay.visible = true
    this.draw(true)
  }

  /** The skin shown to the right of the split. */
  setOther(picture: SkinPicture): void {
    if (!this.clay) return
    this.otherSkin = this.refill(this.otherSkin, picture, 'colour')
    this.otherRelief = this.refill(this.otherRelief, picture, 'relief')
    this.clay.material.uniforms.otherSkin.value = this.otherSkin
    this.clay.material.uniforms.otherRelief.value = this.otherRelief
    this.draw()
  }

  /** Where the picture is split, as a share of its width; null for not at all. */
  setSplit(share: number | null): void {
    this.split = share
    this.draw(true)
  }

  setView(view: WheelView): void {
    this.view = view
    this.draw(true)
  }

  resize(width: number, height: number): void {
    this.renderer.setPixelRatio(this.slow ? FINE : Math.min(window.devicePixelRatio, 2))
    this.renderer.setSize(width, height, false)
    this.camera.aspect = width / height
    this.camera.setViewOffset(width, height, Math.min(44, width * 0.05), 0, width, height)
    this.draw()
  }

  /** The place of the skin under a point of the canvas (−1 … 1 both ways), or null beside the form. */
  pick(x: number, y: number): { across: number; down: number } | null {
    if (!this.clay) return null
    this.aim()
    this.scene.updateMatrixWorld()
    this.ray.setFromCamera(new Vector2(x, y), this.camera)
    const hit = this.ray.intersectObject(this.clay)[0]
    return hit?.uv ? { across: hit.uv.x, down: hit.uv.y } : null
  }

  /** Where the right-hand outline of the form is on the canvas (CSS pixels) at a radius and height. */
  outlineAt(radiusMm: number, heightMm: number): { x: number; y: number } {
    this.aim()
    this.camera.updateMatrixWorld()
    const at = new Vector3(radiusMm, this.view.flipped ? this.size.height - heightMm : heightMm, 0).project(this.camera)
    return { x: ((at.x + 1) / 2) * this.canvas.clientWidth, y: ((1 - at.y) / 2) * this.canvas.clientHeight }
  }

  /** The piece from several sides on one sheet, as PNG. */
  async sheet(views: readonly { readonly view: WheelView; readonly word: string }[]): Promise<Blob | null> {
    const { clientWidth: w, clientHeight: h } = this.canvas
    const side = Math.min(w, h)
    const sheet = document.createElement('canvas')
    sheet.width = side * Math.min(4, views.length)
    sheet.height = (side + 28) * Math.ceil(views.length / 4)
    const context = sheet.getContext('2d')
    if (!context) return null
    context.fillStyle = '#a7a7a6'
    context.fillRect(0, 0, sheet.width, sheet.height)
    context.fillStyle = '#141413'
    context.font = '15px "Atkinson Hyperlegible Next Variable", sans-serif'
    context.textAlign = 'center'
    const kept = this.view
    const ratio = this.renderer.getPixelRatio()
    this.renderer.setPixelRatio(1)
    this.camera.clearViewOffset()
    views.forEach(({ view, word }, i) => {
      this.view = view
      this.render()
      const x = (i % 4) * side
      const y = Math.floor(i / 4) * (side + 28)
      context.drawImage(this.canvas, (this.canvas.width - side) / 2, (this.canvas.height - side) / 2, side, side, x, y, side, side)
      context.fillText(word, x + side / 2, y + side + 19)
    })
    this.view = kept
    this.renderer.setPixelRatio(ratio)
    this.resize(w, h)
    return new Promise((resolve) => sheet.toBlob(resolve, 'image/png'))
  }

  /** The picture as it stands, as PNG. */
  async png(): Promise<Blob | null> {
    this.render()
    return new Promise((resolve) => this.canvas.toBlob(resolve, 'image/png'))
  }

  dispose(): void {
    this.disposed = true
    if (this.fine) clearTimeout(this.fine)
    this.clay?.geometry.dispose()
    this.clay?.material.dispose()
    this.skin?.dispose()
    this.relief?.dispose()
    this.otherSkin?.dispose()
    this.otherRelief?.dispose()
    this.renderer.dispose()
  }

  private texture(data: Uint8Array, width: number, height: number, srgb: boolean): DataTexture {
    const texture = new DataTexture(data as Uint8Array<ArrayBuffer>, width, height, RGBAFormat, UnsignedByteType)
    if (srgb) texture.colorSpace = SRGBColorSpace
    texture.magFilter = LinearFilter
    texture.minFilter = width > 1 && !this.slow ? LinearMipmapLinearFilter : LinearFilter
    texture.generateMipmaps = width > 1 && !this.slow
    texture.wrapS = RepeatWrapping
    texture.anisotropy = this.slow ? 1 : 8
    texture.needsUpdate = true
    return texture
  }

  /** Brings a texture up to date; of the same pixels only the rows that changed go to the graphics card. */
  private refill(old: DataTexture | null, picture: SkinPicture, which: 'colour' | 'relief'): DataTexture {
    const { width, height, dirtyRows } = picture
    const data = picture[which] as Uint8Array<ArrayBuffer>
    if (old && old.image.data === data) {
      const [from, to] = dirtyRows
      if (to === from) return old
      // The library takes ranges row by row; past half of the rows one whole upload is quicker.
      if (to - from > height / 2) {
        old.clearUpdateRanges()
        this.whole.add(old)
      } else if (!this.whole.has(old)) for (let row = from; row < to; row++) old.addUpdateRange(4 * row * width, 4 * width)
      old.needsUpdate = true
      return old
    }
    old?.dispose()
    return this.texture(data, width, height, which === 'colour')
  }

  private buildWheel(footRadius: number): void {
    this.wheel.clear()
    const radius = Math.max(this.size.radius * 1.28, footRadius * 1.6)
    const top = new Mesh(new CircleGeometry(radius, 72), wheelMaterial(footRadius, radius))
    top.rotation.x = -Math.PI / 2
    top.position.y = -0.4
    const rim = new Mesh(new CylinderGeometry(radius, radius * 0.985, 9, 72, 1, true), new MeshBasicMaterial({ color: 0x85857f }))
    rim.position.y = -4.9
    this.wheel.add(top, rim)
  }

  /** Asks for a picture in the next frame; while the view moves on a slow machine, a coarser one first. */
  private draw(moving = false): void {
    if (this.disposed) return
    if (moving && this.slow) {
      if (this.fine) clearTimeout(this.fine)
      else this.renderer.setPixelRatio(COARSE)
      this.fine = setTimeout(() => {
        this.fine = null
        this.renderer.setPixelRatio(FINE)
        this.draw()
      }, 420)
    }
    if (this.asked) return
    this.asked = true
    requestAnimationFrame(() => {
      this.asked = false
      if (!this.disposed) this.render()
    })
  }

  private aim(): void {
    const { turn, tilt, zoom, flipped } = this.view
    const { height, radius } = this.size
    this.piece.rotation.set(flipped ? Math.PI : 0, flipped ? -turn : turn, 0)
    this.piece.position.y = flipped ? height : 0
    this.wheel.rotation.y = turn
    const sin = Math.sin(tilt)
    const cos = Math.cos(tilt)
    const tall = height * cos + 2 * radius * Math.abs(sin)
    const half = Math.tan((FIELD_OF_VIEW * Math.PI) / 360)
    // Room is kept free for the buttons on the left and the cut on the right.
    const distance = (1.1 * Math.max(tall / (2 * half), (3 * radius) / (2 * half * this.camera.aspect)) + radius) / zoom
    this.camera.position.set(0, height * 0.48 + distance * sin, distance * cos)
    this.camera.lookAt(0, height * 0.48 - height * 0.015, 0)
    this.camera.updateProjectionMatrix()
  }

  private render(): void {
    this.aim()
    if (this.clay) this.clay.material.uniforms.splitX.value = this.split === null ? -1 : this.split * this.canvas.width
    this.renderer.render(this.scene, this.camera)
    this.whole.clear()
    this.onDrawn?.()
  }
}

/** The wheel head: neutral grey, rings turned into it, ticks each tenth of a turn, and the shade of the piece. */
function wheelMaterial(footRadius: number, radius: number): ShaderMaterial {
  return new ShaderMaterial({
    uniforms: { foot: { value: footRadius }, edge: { value: radius } },
    vertexShader: `varying vec2 at; void main() { at = position.xy; gl_Position = projectionMatrix * modelViewMatrix * vec4(position, 1.0); }`,
    fragmentShader: `
      uniform float foot; uniform float edge; varying vec2 at;
      void main() {
        float r = length(at);
        float ring = 0.012 * sin(r * 0.55);
        float shade = 0.62 * exp(-max(0.0, r - foot * 0.96) / (0.16 * edge));
        float turn = fract(atan(at.y, at.x) / 6.2831853 * 24.0 + 0.5);
        float tick = smoothstep(0.035, 0.02, abs(turn - 0.5)) * step(edge * 0.91, r) * step(r, edge * 0.97);
        vec3 grey = vec3(0.36 + ring) * (1.0 - shade) * (1.0 - 0.45 * tick);
        gl_FragColor = vec4(grey, 1.0);
        #include <colorspace_fragment>
      }`,
  })
}

/** What draws in this browser: a graphics card, the processor in its place, or nothing that knows WebGL 2. */
export function drawsWith(): 'card' | 'software' | 'nothing' {
  try {
    const gl = document.createElement('canvas').getContext('webgl2')
    if (!gl) return 'nothing'
    const info = gl.getExtension('WEBGL_debug_renderer_info')
    const name = String(gl.getParameter(info ? info.UNMASKED_RENDERER_WEBGL : gl.RENDERER))
    gl.getExtension('WEBGL_lose_context')?.loseContext()
    return /swiftshader|llvmpipe|software/i.test(name) ? 'software' : 'card'
  } catch {
    return 'nothing'
  }
}
