import { proxy, releaseProxy, transfer, type Remote } from 'comlink'
import { tagged } from '@/core/formats/pngTags'
import type { LatheMesh } from '@/core/picture/lathe'
import type { SkinSpot } from '@/core/usecases/view/skinSpot'
import { Aim, clayGeometry, type WheelView } from './aim'
import type { DrawingWorker } from './drawing.worker'
import { Supervised } from '@/workers/supervise'
import { detectRenderer } from './detectRenderer'
import type { Drawn, WheelDrawing } from './wheelDrawing'

const drawers = new Supervised<DrawingWorker>(
  () => new Worker(new URL('./drawing.worker.ts', import.meta.url), { type: 'module', name: 'drawing' }),
)

/** How often it is asked whether what draws still answers, and how long that may take, ms. */
const BEAT_MS = 5_000
const LATE_MS = 60_000

/** The form on its wheel as the page knows it: it aims and picks here, and has it drawn in a worker, so that the page never waits. */
export class WheelScene {
  private readonly aim = new Aim()

  private constructor(private readonly drawing: Remote<WheelDrawing> | WheelDrawing) {}

  /**
   * Rejects when the browser has no WebGL 2. `onStopped` is called once when what draws has died, hangs or has lost the graphics card:
   * the canvas is of no more use then.
   */
  static async on(canvas: HTMLCanvasElement, onDrawn: Drawn, onStopped: () => void): Promise<WheelScene> {
    const slow = detectRenderer() === 'software'
    if ('transferControlToOffscreen' in canvas) {
      const drawing = (await drawers.ask(
        (worker) => {
          const away = canvas.transferControlToOffscreen()
          return worker.open(transfer(away, [away]), slow)
        },
        { limitMs: LATE_MS, once: true },
      )) as unknown as Remote<WheelDrawing>
      const scene = new WheelScene(drawing)
      await drawing.watch(proxy(onDrawn), proxy(onStopped))
      scene.watchOver(onStopped)
      return scene
    }
    const { WheelDrawing: Here } = await import('./wheelDrawing')
    const drawing = new Here(canvas, slow)
    drawing.watch(onDrawn, onStopped)
    return new WheelScene(drawing)
  }

  /** Hears of the death of the worker, and asks it from time to time whether it still answers. */
  private watchOver(onStopped: () => void): void {
    let disposed = false
    void drawers.ending().then(() => disposed || onStopped())
    const beats = setInterval(() => {
      // A large still picture takes a slow machine longer than any beat.
      if (document.visibilityState !== 'visible' || this.stills > 0) return
      void drawers.ask((worker) => worker.beat(), { limitMs: LATE_MS, once: true }).catch(() => undefined)
    }, BEAT_MS)
    this.onDispose = () => {
      disposed = true
      clearInterval(beats)
    }
  }

  private onDispose: () => void = () => undefined

  /** How many still pictures are being made. */
  private stills = 0

  private async whileStill<T>(make: () => Promise<T>): Promise<T> {
    this.stills++
    try {
      return await make()
    } finally {
      this.stills--
    }
  }

  setForm(mesh: LatheMesh, footRadius: number): void {
    this.aim.setForm(clayGeometry(mesh), footRadius)
    void this.drawing.setForm(mesh, footRadius)
  }

  /** Has skins drawn as they come from a port. */
  listen(port: MessagePort): void {
    void this.drawing.listen(transfer(port, [port]))
  }

  /** Where the picture is split, as a share of its width; null for not at all. */
  setSplit(share: number | null): void {
    void this.drawing.setSplit(share)
  }

  setView(view: WheelView): void {
    this.aim.view = view
    void this.drawing.setView(view)
  }

  resize(width: number, height: number): void {
    this.aim.resize(width, height)
    void this.drawing.resize(width, height, window.devicePixelRatio)
  }

  /** The place of the skin under a point of the canvas (−1 … 1 both ways), or null beside the form. */
  pick = (x: number, y: number): SkinSpot | null => this.aim.pick(x, y)

  /** Where the right-hand outline of the form is on the canvas (CSS pixels) at a radius and height, looked at as `view` says. */
  outlineAt(view: WheelView, radiusMm: number, heightMm: number): { x: number; y: number } {
    this.aim.view = view
    return this.aim.outlineAt(radiusMm, heightMm)
  }

  /** Where a point of the form is on the canvas (CSS pixels), looked at as `view` says; null where it is not seen. */
  seenAt(view: WheelView, point: readonly [number, number, number]): { x: number; y: number } | null {
    this.aim.view = view
    return this.aim.seenAt(point)
  }

  /** The picture as it stands, as PNG; `longest` pixels along its longer side. */
  picture = (longest: number): Promise<Blob | null> => this.whileStill(async () => this.drawing.picture(longest))

  /** The piece from several sides on one sheet, as PNG. */
  async sheet(views: readonly { readonly view: WheelView; readonly word: string }[]): Promise<Blob | null> {
    const side = Math.round(Math.min(this.aim.size.width, this.aim.size.height))
    const pictures = await this.whileStill(async () =>
      this.drawing.sides(
        views.map(({ view }) => view),
        side,
      ),
    )
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
    views.forEach(({ word }, i) => {
      const x = (i % 4) * side
      const y = Math.floor(i / 4) * (side + 28)
      context.drawImage(pictures[i], x, y)
      context.fillText(word, x + side / 2, y + side + 19)
    })
    return tagged(await new Promise<Blob | null>((resolve) => sheet.toBlob(resolve, 'image/png')))
  }

  dispose(): void {
    this.onDispose()
    void Promise.resolve(this.drawing.dispose()).then(
      () => releaseProxy in this.drawing && this.drawing[releaseProxy](),
    )
  }
}
