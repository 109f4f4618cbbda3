import { expose, proxy } from 'comlink'
import { alive } from '@/workers/supervise'
import { WheelDrawing } from './wheelDrawing'

const api = {
  alive,
  /** Answers as soon as it is not busy. */
  beat: (): true => true,
  /** A drawing on a canvas that the page has given away. */
  open: (canvas: OffscreenCanvas, slow: boolean) => proxy(new WheelDrawing(canvas, slow)),
}

export type DrawingWorker = typeof api

expose(api)
