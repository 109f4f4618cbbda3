import { expose } from 'comlink'
import { readSvgDrawing, readSvgProfile } from '@/core/formats/svgDrawing'
import { isHeic } from '@/core/formats/photoKind'
import { findSheet } from '@/core/formats/sketch/findSheet'
import { readSketch, type Sketch } from '@/core/formats/sketch/readSketch'
import { readOutlines, type SketchShape } from '@/core/formats/sketch/readOutlines'
import { outlinedDrawing, sketchDrawing, type SketchedDrawing } from '@/core/formats/sketch/sketchDrawing'
import { isSheet, type Corners, type GreyPicture } from '@/core/formats/sketch/straighten'
import { textOf } from '@/core/formats/textOf'
import type { Piece } from '@/core/model/piece'
import { viewAreas } from '@/core/usecases/view/areasView'
import type { PieceDrawing } from '@/core/vocabulary/pieceDrawing'
import type { Answer } from './protocol'
import { alive } from './supervise'

/** What of a photograph is asked. */
export interface SketchAsked {
  readonly corners: readonly (readonly [number, number])[]
  readonly sheet: { readonly widthMm: number; readonly heightMm: number }
  readonly slider: number
  /** The middles of its lines, or the outlines of what is dark. */
  readonly as: 'lines' | 'outlines'
}

export interface SketchAnswer extends SketchedDrawing, Sketch {
  readonly outlined: readonly SketchShape[]
}

/** The longest side to which a photograph is made smaller, px: no finer than a sheet needs. */
const LONGEST_PX = 3000

let lastPhoto: { readonly file: Blob; readonly name: string; readonly photo: GreyPicture } | null = null

/** A photograph in grey, upright; null if it is none. The last one is kept while its corners are moved. */
async function greyOf(file: Blob, name: string): Promise<GreyPicture | null> {
  if (lastPhoto?.name === name && lastPhoto.file.size === file.size) return lastPhoto.photo
  let bitmap: ImageBitmap
  try {
    bitmap = await createImageBitmap(file)
  } catch {
    return null
  }
  const scale = Math.min(1, LONGEST_PX / Math.max(bitmap.width, bitmap.height))
  const [width, height] = [Math.round(bitmap.width * scale), Math.round(bitmap.height * scale)]
  const context = new OffscreenCanvas(width, height).getContext('2d')
  if (!context) return null
  context.imageSmoothingQuality = 'high'
  context.drawImage(bitmap, 0, 0, width, height)
  bitmap.close()
  const { data } = context.getImageData(0, 0, width, height)
  const grey = Uint8Array.from({ length: width * height }, (_, i) =>
    Math.round(0.2126 * data[4 * i] + 0.7152 * data[4 * i + 1] + 0.0722 * data[4 * i + 2]),
  )
  lastPhoto = { file, name, photo: { width, height, grey } }
  return lastPhoto.photo
}

const text = (bytes: ArrayBuffer) => textOf(new Uint8Array(bytes))

const api = {
  alive,
  drawing: (bytes: ArrayBuffer, name: string) => readSvgDrawing(text(bytes), name),
  /** The areas between the lines of a drawing; null where its surface is gone. */
  areas: (piece: Pick<Piece, 'form'>, drawing: PieceDrawing) => viewAreas(piece, drawing),
  /** Where the corners of a sheet seem to be in a photograph, as shares of its width and height; null where none stands out. */
  async corners(file: Blob, name: string): Promise<readonly (readonly [number, number])[] | null> {
    const photo = await greyOf(file, name)
    return (photo && findSheet(photo)?.map(([x, y]) => [x / photo.width, y / photo.height] as const)) ?? null
  },
  /** The lines of a sketch in a photograph; corners as shares of its width and height. */
  async sketch(file: Blob, name: string, { corners, sheet, slider, as }: SketchAsked): Promise<Answer<SketchAnswer>> {
    const photo = await greyOf(file, name)
    if (!photo) {
      const head = new Uint8Array(await file.slice(0, 64).arrayBuffer())
      return { ok: false, issue: isHeic(head) ? { code: 'heic', name } : { code: 'no-picture', name } }
    }
    const placed = corners.map(([x, y]) => [x * photo.width, y * photo.height] as const) as unknown as Corners
    if (!isSheet(placed))
      return {
        ok: false,
        issue: {
          code: 'bad-value',
          path: 'corners',
          actual: 'crossed',
          expected: 'at the four corners of the sheet, in turn',
        },
      }
    if (as === 'outlines') {
      const outlined = readOutlines(photo, placed, sheet, slider)
      const made = outlinedDrawing(outlined, name)
      return made.ok ? { ok: true, value: { ...made.value, outlined, lines: [], faint: 0, loose: [] } } : made
    }
    const { lines, faint, loose } = readSketch(photo, placed, sheet, slider)
    const made = sketchDrawing({ lines, faint, loose }, name)
    return made.ok ? { ok: true, value: { ...made.value, lines, faint, loose, outlined: [] } } : made
  },
  profile: (bytes: ArrayBuffer) => readSvgProfile(text(bytes)),
}

export type LineArtWorker = typeof api

expose(api)
