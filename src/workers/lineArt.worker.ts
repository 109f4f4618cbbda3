import { expose } from 'comlink'
import { readSvgDrawing, readSvgProfile } from '@/core/formats/svgDrawing'
import { textOf } from '@/core/formats/textOf'
import { alive } from './supervise'

const text = (bytes: ArrayBuffer) => textOf(new Uint8Array(bytes))

const api = {
  alive,
  drawing: (bytes: ArrayBuffer, name: string) => readSvgDrawing(text(bytes), name),
  profile: (bytes: ArrayBuffer) => readSvgProfile(text(bytes)),
}

export type LineArtWorker = typeof api

expose(api)
