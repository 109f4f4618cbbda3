import {
  DataTexture,
  LinearFilter,
  LinearMipmapLinearFilter,
  RepeatWrapping,
  RGBAFormat,
  SRGBColorSpace,
  UnsignedByteType,
  Vector2,
} from 'three'
import type { SkinRows } from '@/core/skin/picture'

/** Puts a texture on another that the graphics card has, its first row at a place. */
export type Patching = (rows: DataTexture, onto: DataTexture, at: Vector2) => void

/** One texture of the skin; of the same size only the rows that changed go to the graphics card. */
export class SkinTexture {
  texture: DataTexture
  /** It waits to be uploaded whole. */
  private whole = true
  private readonly unkept: SkinRows[] = []

  constructor(
    private readonly which: 'colour' | 'relief',
    private readonly slow: boolean,
    private readonly patch: Patching,
  ) {
    this.texture = this.make(new Uint8Array(which === 'colour' ? [0, 0, 0, 0] : [128, 128, 128, 128]), 1, 1)
  }

  take(rows: SkinRows): void {
    const { width, height, from, to } = rows
    const { image } = this.texture
    if (image.width !== width || image.height !== height) {
      this.texture.dispose()
      this.texture = this.make(new Uint8Array(4 * width * height), width, height)
      this.whole = true
      this.unkept.length = 0
    }
    if (to === from) return
    if (this.whole) {
      this.keep(rows)
      this.texture.needsUpdate = true
    } else {
      this.unkept.push(rows)
      const part = new DataTexture(rows[this.which], width, to - from, RGBAFormat, UnsignedByteType)
      part.colorSpace = this.texture.colorSpace
      this.patch(part, this.texture, new Vector2(0, from))
    }
  }

  /** It has been uploaded, or is on its way: time to keep what came, for a graphics card may lose what it has. */
  uploaded(): void {
    this.whole = false
    for (const rows of this.unkept.splice(0)) this.keep(rows)
  }

  private keep(rows: SkinRows): void {
    ;(this.texture.image.data as Uint8Array).set(rows[this.which], 4 * rows.from * rows.width)
  }

  private make(data: Uint8Array<ArrayBuffer>, width: number, height: number): DataTexture {
    const texture = new DataTexture(data, width, height, RGBAFormat, UnsignedByteType)
    if (this.which === 'colour') texture.colorSpace = SRGBColorSpace
    texture.magFilter = LinearFilter
    texture.minFilter = width > 1 && !this.slow ? LinearMipmapLinearFilter : LinearFilter
    texture.generateMipmaps = width > 1 && !this.slow
    texture.wrapS = RepeatWrapping
    texture.anisotropy = this.slow ? 1 : 8
    texture.needsUpdate = true
    return texture
  }
}
