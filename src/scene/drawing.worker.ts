import { expose, proxy } from 'comlink'
import { WheelDrawing } from './wheelDrawing'

const api = {
  /** A drawing on a canvas that the page has given away. */
  open: (canvas: OffscreenCanvas, slow: boolean) => proxy(new WheelDrawing(canvas, slow)),
}

export type DrawingWorker = typeof api

expose(api)
