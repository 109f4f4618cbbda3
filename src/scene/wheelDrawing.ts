import { transfer } from 'comlink'
import { Mesh, Scene, WebGLRenderer, type BufferGeometry, type ShaderMaterial } from 'three'
import type { LatheMesh } from '@/core/picture/lathe'
import type { SkinRows } from '@/core/skin/picture'
import { tagged } from '@/core/formats/pngTags'
import { Aim, clayGeometry, sideways, type WheelView } from './aim'
import { clayMaterial } from './clayMaterial'
import { SkinTexture, type Patching } from './skinTexture'
import { wheelHead } from './wheelHead'

/** Pixels a screen pixel where the processor draws: while something moves, and at rest. */
const COARSE = 0.55
const FINE = 1.4

/** Pixels along the side of a piece of a still picture, and samples a pixel each way, by graphics card and by processor. */
const PIECE = 1024
const SAMPLES = 2
const SLOW_SAMPLES = 1.5

/** Milliseconds of rest after which a slow machine draws finely. */
const REST_MS = 420

/**
 * Hears of each picture, how many skins had come before it and whether it is as fine as it will be: when it is handed to the graphics
 * card, and when that has drawn it.
 */
export type Drawn = (skins: number, what: 'asked' | 'done', fine: boolean) => void

/** A skin as it comes from where it is painted: the piece’s own, or what it is compared with. */
export interface ArrivingSkin {
  readonly channel: 'main' | 'other'
  readonly rows: SkinRows
}

/** Draws the form on its wheel, only when something changed; in a worker where the browser lets it. */
export class WheelDrawing {
  private readonly renderer: WebGLRenderer
  private readonly scene = new Scene()
  private readonly aim = new Aim()
  private readonly textures: Readonly<Record<'skin' | 'relief' | 'otherSkin' | 'otherRelief', SkinTexture>>
  private readonly clay: Mesh<BufferGeometry, ShaderMaterial>
  private ratio = 1
  private split: number | null = null
  private asked = false
  private fine: ReturnType<typeof setTimeout> | null = null
  private disposed = false
  private skins = 0
  private drawn: Drawn | null = null
  private port: MessagePort | null = null

  /** `slow` where the processor plays the graphics card. Throws when there is no WebGL 2. */
  constructor(
    private readonly canvas: HTMLCanvasElement | OffscreenCanvas,
    private readonly slow: boolean,
  ) {
    // Smoothed edges take such a processor three times as long; it draws finer at rest instead.
    this.renderer = new WebGLRenderer({ canvas, antialias: !slow, alpha: true, preserveDrawingBuffer: true })
    this.renderer.setClearColor(0x000000, 0)
    const patch: Patching = (rows, onto, at) => this.renderer.copyTextureToTexture(rows, onto, null, at)
    const texture = (which: 'colour' | 'relief') => new SkinTexture(which, slow, patch)
    this.textures = {
      skin: texture('colour'),
      relief: texture('relief'),
      otherSkin: texture('colour'),
      otherRelief: texture('relief'),
    }
    this.clay = new Mesh(undefined, clayMaterial(this.textures.skin.texture, this.textures.relief.texture))
    this.clay.visible = false
    this.aim.piece.add(this.clay)
    this.scene.add(this.aim.wheel, this.aim.piece)
  }

  /** Calls back with the number of skins that had come before a picture, and once when the graphics card has let go of the canvas. */
  watch(drawn: Drawn, lost: () => void): void {
    this.drawn = drawn
    this.canvas.addEventListener('webglcontextlost', () => this.disposed || lost(), { once: true })
  }

  /** Takes skins from a port as they come. */
  listen(port: MessagePort): void {
    this.port = port
    port.onmessage = ({ data }: MessageEvent<ArrivingSkin>) =>
      data.channel === 'main' ? this.setSkin(data.rows) : this.setOther(data.rows)
  }

  setForm(mesh: LatheMesh, footRadius: number): void {
    const geometry = clayGeometry(mesh)
    this.clay.geometry.dispose()
    this.clay.geometry = geometry
    this.aim.setForm(geometry, footRadius)
    this.aim.wheel.clear()
    this.aim.wheel.add(...wheelHead(this.aim.form.radius, footRadius))
    this.draw()
  }

  private setSkin(rows: SkinRows): void {
    this.skins++
    this.textures.skin.take(rows)
    this.textures.relief.take(rows)
    this.clay.visible = true
    this.coarsen()
    this.render()
  }

  /** The skin shown to the right of the split. */
  private setOther(rows: SkinRows): void {
    this.textures.otherSkin.take(rows)
    this.textures.otherRelief.take(rows)
    this.draw()
  }

  /** Where the picture is split, as a share of its width; null for not at all. */
  setSplit(share: number | null): void {
    if ((share === null) !== (this.split === null)) {
      this.clay.material.defines = share === null ? {} : { SPLIT: '' }
      this.clay.material.needsUpdate = true
    }
    this.split = share
    this.draw(true)
  }

  setView(view: WheelView): void {
    this.aim.view = view
    this.draw(true)
  }

  resize(width: number, height: number, screenRatio: number): void {
    this.ratio = this.slow ? FINE : Math.min(screenRatio, 2)
    this.renderer.setPixelRatio(this.ratio)
    this.renderer.setSize(width, height, false)
    this.aim.resize(width, height)
    this.draw()
  }

  /** The piece from several sides, each in a square of a side’s pixels. */
  sides(views: readonly WheelView[], side: number): ImageBitmap[] {
    const { width, height } = this.aim.size
    const least = Math.min(width, height)
    const pictures = views.map((view) =>
      this.still(view, { x: (width - least) / 2, y: (height - least) / 2, width: least, height: least }, side / least),
    )
    this.restore()
    const made = pictures.map((picture) => picture.transferToImageBitmap())
    return transfer(made, made)
  }

  /** The picture as it stands, as PNG with smooth edges; `longest` pixels along its longer side. */
  async picture(longest: number): Promise<Blob | null> {
    const { width, height } = this.aim.size
    const still = this.still(
      this.aim.view,
      { x: sideways(width), y: 0, width, height },
      longest / Math.max(width, height),
    )
    this.restore()
    return tagged(await still.convertToBlob({ type: 'image/png' }))
  }

  /**
   * A part of the view, CSS pixels, drawn at a scale: piece by piece, each with several samples a pixel, so that size and smooth edges cost
   * no more of the graphics card than the screen does.
   */
  private still(
    view: WheelView,
    part: { x: number; y: number; width: number; height: number },
    scale: number,
  ): OffscreenCanvas {
    const samples = this.slow ? SLOW_SAMPLES : SAMPLES
    const still = new OffscreenCanvas(Math.round(part.width * scale), Math.round(part.height * scale))
    const onto = still.getContext('2d')
    const { width, height } = this.aim.size
    const kept = this.aim.view
    this.aim.view = view
    if (onto) onto.imageSmoothingQuality = 'high'
    this.renderer.setPixelRatio(1)
    for (let y = 0; y < still.height; y += PIECE)
      for (let x = 0; x < still.width; x += PIECE) {
        const [w, h] = [Math.min(PIECE, still.width - x), Math.min(PIECE, still.height - y)]
        const [wide, high] = [Math.round(w * samples), Math.round(h * samples)]
        this.renderer.setSize(wide, high, false)
        this.aim.camera.setViewOffset(width, height, part.x + x / scale, part.y + y / scale, w / scale, h / scale)
        this.render(((this.split ?? 0) * still.width - x) * samples)
        onto?.drawImage(this.canvas, 0, 0, wide, high, x, y, w, h)
      }
    this.aim.view = kept
    return still
  }

  /** Back to the screen’s own size. */
  private restore(): void {
    const { width, height } = this.aim.size
    this.renderer.setPixelRatio(this.ratio)
    this.renderer.setSize(width, height, false)
    this.aim.resize(width, height)
    this.render()
  }

  dispose(): void {
    this.disposed = true
    this.port?.close()
    if (this.fine) clearTimeout(this.fine)
    this.clay.geometry.dispose()
    this.clay.material.dispose()
    for (const { texture } of Object.values(this.textures)) texture.dispose()
    this.renderer.dispose()
  }

  /** Asks for a picture in the next frame; while the view moves on a slow machine, a coarser one first. */
  private draw(moving = false): void {
    if (this.disposed) return
    if (moving) this.coarsen()
    if (this.asked) return
    this.asked = true
    requestAnimationFrame(() => {
      this.asked = false
      if (!this.disposed) this.render()
    })
  }

  /** On a slow machine, draws coarsely until it has rested. */
  private coarsen(): void {
    if (!this.slow) return
    if (this.fine) clearTimeout(this.fine)
    else this.renderer.setPixelRatio(COARSE)
    this.fine = setTimeout(() => {
      this.fine = null
      this.renderer.setPixelRatio(FINE)
      this.draw()
    }, REST_MS)
  }

  private render(splitX = (this.split ?? 0) * this.renderer.domElement.width): void {
    this.aim.take()
    const { uniforms } = this.clay.material
    for (const [name, { texture }] of Object.entries(this.textures)) uniforms[name].value = texture
    uniforms.splitX.value = splitX
    this.renderer.render(this.scene, this.aim.camera)
    void this.tell()
    for (const texture of Object.values(this.textures)) texture.uploaded()
  }

  /** Tells who watches of this picture: when the card has been told to draw it, and when it has been drawn. */
  private async tell(): Promise<void> {
    const { drawn, skins } = this
    if (!drawn) return
    const fine = this.fine === null
    drawn(skins, 'asked', fine)
    const gl = this.renderer.getContext() as WebGL2RenderingContext
    const fence = gl.fenceSync(gl.SYNC_GPU_COMMANDS_COMPLETE, 0)
    if (!fence) return
    gl.flush()
    while (!this.disposed && gl.getSyncParameter(fence, gl.SYNC_STATUS) === gl.UNSIGNALED)
      await new Promise((resolve) => setTimeout(resolve, 1))
    gl.deleteSync(fence)
    if (!this.disposed) drawn(skins, 'done', fine)
  }
}
