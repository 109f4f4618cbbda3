import {
  BufferAttribute,
  BufferGeometry,
  CanvasTexture,
  Mesh,
  MeshStandardMaterial,
  RepeatWrapping,
  SRGBColorSpace,
} from 'three'
import { GLTFExporter } from 'three/examples/jsm/exporters/GLTFExporter.js'
import type { LatheMesh } from '@/core/picture/lathe'
import type { SkinPicture } from '@/core/skin/picture'

/** What an export needs of a skin. */
type Skin = Pick<SkinPicture, 'width' | 'height' | 'colour'>

/** Textures of an exported form, texels: enough for print at hand size, and small enough to send. */
const WIDTH = 2048

/**
 * The form with its skin as binary glTF: metres, y up, `scale` of its size as made, colour as base colour, gloss as roughness.
 * Resolves to the bytes of a .glb file.
 */
export async function writeGlb(mesh: LatheMesh, picture: Skin, name: string, scale: number): Promise<ArrayBuffer> {
  const geometry = new BufferGeometry()
  geometry.setAttribute(
    'position',
    new BufferAttribute(
      mesh.positions.map((mm) => (mm * scale) / 1000),
      3,
    ),
  )
  geometry.setAttribute('normal', new BufferAttribute(unitNormals(mesh.normals), 3))
  geometry.setAttribute('uv', new BufferAttribute(mesh.uvs.slice(), 2))
  geometry.setIndex(new BufferAttribute(withoutSlivers(mesh), 1))
  const colour = texture(picture, (out, i) => {
    for (let c = 0; c < 3; c++) out[i + c] = picture.colour[i + c]
  })
  colour.colorSpace = SRGBColorSpace
  const roughness = texture(picture, (out, i) => {
    out[i] = 0
    out[i + 1] = Math.round(255 * (0.92 - 0.84 * (picture.colour[i + 3] / 255)))
    out[i + 2] = 0
  })
  const material = new MeshStandardMaterial({
    map: colour,
    roughnessMap: roughness,
    metalnessMap: roughness,
    roughness: 1,
    metalness: 1,
  })
  const object = new Mesh(geometry, material)
  object.name = name
  const glb = await new GLTFExporter().parseAsync(object, { binary: true, maxTextureSize: WIDTH })
  for (const thing of [geometry, material, colour, roughness]) thing.dispose()
  return glb as ArrayBuffer
}

function texture({ width, height }: Skin, fill: (out: Uint8ClampedArray, i: number) => void): CanvasTexture {
  const pixels = new Uint8ClampedArray(width * height * 4).fill(255)
  for (let i = 0; i < pixels.length; i += 4) fill(pixels, i)
  const canvas = document.createElement('canvas')
  canvas.width = width
  canvas.height = height
  canvas.getContext('2d')?.putImageData(new ImageData(pixels, width, height), 0, 0)
  const made = new CanvasTexture(canvas)
  // Row 0 of the skin is the middle of the base, where v is 0 as glTF counts it.
  made.flipY = false
  made.wrapS = RepeatWrapping
  return made
}

function unitNormals(normals: Float32Array): Float32Array {
  const out = normals.slice()
  for (let i = 0; i < out.length; i += 3) {
    const length = Math.hypot(out[i], out[i + 1], out[i + 2])
    if (length > 1e-6) for (let c = 0; c < 3; c++) out[i + c] /= length
    else out[i + 1] = 1
  }
  return out
}

/** Triangles without those that close to nothing on the axis. */
function withoutSlivers({ indices, positions }: LatheMesh): Uint32Array {
  const same = (a: number, b: number) =>
    [0, 1, 2].every((c) => Math.abs(positions[3 * a + c] - positions[3 * b + c]) < 1e-6)
  const kept: number[] = []
  for (let i = 0; i < indices.length; i += 3) {
    const [a, b, c] = [indices[i], indices[i + 1], indices[i + 2]]
    if (!same(a, b) && !same(b, c) && !same(a, c)) kept.push(a, b, c)
  }
  return Uint32Array.from(kept)
}
