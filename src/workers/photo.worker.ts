import { expose } from 'comlink'
import { isPlainJpeg } from '@/core/formats/jpegParts'
import { isHeic } from '@/core/formats/photoKind'
import type { Answer } from './protocol'
import { alive } from './supervise'

/** A photograph as it is kept: turned upright, no longer than it need be, with nothing in it but the picture. */
export interface KeptPhoto {
  readonly whole: Blob
  readonly small: Blob
  readonly widthPx: number
  readonly heightPx: number
}

/** The longer side, px, whole and small. */
const WHOLE_PX = 1600
const SMALL_PX = 320
const QUALITY = 0.85

async function drawn(bitmap: ImageBitmap, longest: number): Promise<{ blob: Blob; width: number; height: number }> {
  const scale = Math.min(1, longest / Math.max(bitmap.width, bitmap.height))
  const width = Math.max(1, Math.round(bitmap.width * scale))
  const height = Math.max(1, Math.round(bitmap.height * scale))
  const canvas = new OffscreenCanvas(width, height)
  const context = canvas.getContext('2d')
  if (!context) throw new Error('this browser cannot draw pictures off screen')
  context.imageSmoothingQuality = 'high'
  context.drawImage(bitmap, 0, 0, width, height)
  return { blob: await canvas.convertToBlob({ type: 'image/jpeg', quality: QUALITY }), width, height }
}

/** A picture that is plain already and no larger is kept as it is: to write it anew each time would wear it away. */
async function asItIs(file: Blob, { width, height }: ImageBitmap) {
  if (Math.max(width, height) > WHOLE_PX) return null
  const bytes = new Uint8Array(await file.arrayBuffer())
  return isPlainJpeg(bytes) ? { blob: new Blob([bytes], { type: 'image/jpeg' }), width, height } : null
}

const api = {
  alive,
  /** Reads a photograph and writes it anew: what the camera wrote beside the picture, place and device among it, stays behind. */
  async keep(file: Blob, name: string): Promise<Answer<KeptPhoto>> {
    let bitmap: ImageBitmap
    try {
      // The browser turns it upright by what the camera says.
      bitmap = await createImageBitmap(file)
    } catch {
      const head = new Uint8Array(await file.slice(0, 64).arrayBuffer())
      return { ok: false, issue: isHeic(head) ? { code: 'heic', name } : { code: 'no-picture', name } }
    }
    try {
      const whole = (await asItIs(file, bitmap)) ?? (await drawn(bitmap, WHOLE_PX))
      const small = await drawn(bitmap, SMALL_PX)
      return {
        ok: true,
        value: { whole: whole.blob, small: small.blob, widthPx: whole.width, heightPx: whole.height },
      }
    } finally {
      bitmap.close()
    }
  },
}

export type PhotoWorker = typeof api

expose(api)
