import { DataTexture, LinearFilter, LinearMipmapLinearFilter, RepeatWrapping, RGBAFormat, SRGBColorSpace, UnsignedByteType } from 'three'

/** Rows of a painted skin that changed, RGBA bytes. */
export interface SkinRows {
  readonly width: number
  readonly height: number
  readonly from: number
  readonly to: number
  readonly colour: Uint8Array
  readonly relief: Uint8Array
}

/** One texture of the skin; of the same size only the rows that changed go to the graphics card. */
export class SkinTexture {
  texture: DataTexture
  /** It waits to be uploaded whole. */
  private whole = true

  constructor(
    private readonly which: 'colour' | 'relief',
    private readonly slow: boolean,
  ) {
    this.texture = this.make(new Uint8Array(which === 'colour' ? [0, 0, 0, 0] : [128, 128, 128, 128]), 1, 1)
  }

  take(rows: SkinRows): void {
    const { width, height, from, to } = rows
    let { image } = this.texture
    if (image.width !== width || image.height !== height) {
      this.texture.dispose()
      this.texture = this.make(new Uint8Array(4 * width * height), width, height)
      this.whole = true
      image = this.texture.image
    }
    if (to === from) return
    ;(image.data as Uint8Array).set(rows[this.which], 4 * from * width)
    // The library takes ranges row by row; past half of the rows one whole upload is quicker.
    if (to - from > height / 2) {
      this.texture.clearUpdateRanges()
      this.whole = true
    } else if (!this.whole) for (let row = from; row < to; row++) this.texture.addUpdateRange(4 * row * width, 4 * width)
    this.texture.needsUpdate = true
  }

  /** It has been uploaded. */
  uploaded(): void {
    this.whole = false
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
