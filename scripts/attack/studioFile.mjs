// Files to take in, made from the demo studio in a page of its own.
import { readFileSync } from 'node:fs'
import JSZip from 'jszip'
import { downloaded, opened, savedThere } from './browser.mjs'

const PIECES = 150
const PHOTOGRAPHS = 40

/** A picture of coloured stripes, as a camera would give it. */
const jpegOf = (page, width, height) =>
  page
    .evaluate(
      async ([w, h]) => {
        const canvas = new OffscreenCanvas(w, h)
        const onto = canvas.getContext('2d')
        for (let i = 0; i < h; i += 4) {
          onto.fillStyle = `hsl(${i % 360} 50% 50%)`
          onto.fillRect(0, i, w, 4)
        }
        return [...new Uint8Array(await (await canvas.convertToBlob({ type: 'image/jpeg' })).arrayBuffer())]
      },
      [width, height],
    )
    .then((bytes) => Buffer.from(bytes))

/** A photograph of a sheet of paper on a dark table, with a ring drawn on it. */
const sketchOf = (page) =>
  page
    .evaluate(async () => {
      const canvas = new OffscreenCanvas(900, 1200)
      const onto = canvas.getContext('2d')
      onto.fillStyle = '#4a4640'
      onto.fillRect(0, 0, 900, 1200)
      onto.fillStyle = '#efe9dc'
      onto.fillRect(80, 80, 740, 1040)
      onto.strokeStyle = '#333'
      onto.lineWidth = 6
      onto.beginPath()
      onto.arc(450, 600, 250, 0, 7)
      onto.stroke()
      return [...new Uint8Array(await (await canvas.convertToBlob({ type: 'image/png' })).arrayBuffer())]
    })
    .then((bytes) => Buffer.from(bytes))

/** The demo studio with so many copies of its pieces that there are 150. */
function grown(document) {
  const { studio } = document
  const own = Object.values(studio.pieces)
  for (let n = own.length; n < PIECES; n++) {
    const piece = own[n % own.length]
    const copy = { ...structuredClone(piece), id: `copy-${n}`, name: `${piece.name} ${n}` }
    studio.pieces[copy.id] = copy
  }
  if (studio.order) studio.order = Object.keys(studio.pieces)
  return document
}

/** Files of each kind, and a zip of a large studio to begin with. */
export async function filesOf(page) {
  await opened(page, '/studio')
  await savedThere(page)
  const studio = JSON.parse(readFileSync(await downloaded(page, 'Export the studio')).toString())
  const photograph = await jpegOf(page, 1600, 1200)
  const zipOf = (document) => {
    const zip = new JSZip()
    zip.file('vernice.json', JSON.stringify(document))
    for (let i = 0; i < PHOTOGRAPHS; i++) zip.file(`photographs/far-${i}.jpg`, photograph)
    return zip.generateAsync({ type: 'nodebuffer' })
  }
  const elsewhere = structuredClone(studio)
  elsewhere.studio.name = 'Elsewhere'
  await opened(page, '/cupboard')
  const csv = readFileSync(await downloaded(page, 'Save as CSV')).toString()
  const piece = { ...structuredClone(studio.studio.pieces['reed-jugs']), id: 'came-in', name: 'Came in' }
  return {
    large: await zipOf(grown(structuredClone(studio))),
    zip: await zipOf(elsewhere),
    studio: Buffer.from(JSON.stringify(elsewhere)),
    piece: Buffer.from(
      JSON.stringify({
        format: 'vernice.piece',
        version: studio.version,
        piece,
        bodies: { [piece.bodyId]: studio.studio.bodies[piece.bodyId] },
        media: studio.studio.media,
      }),
    ),
    csv: Buffer.from(csv.replace(/Marsh black/, 'Marsh night')),
    drawing: Buffer.from(
      '<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 100 100"><circle cx="50" cy="50" r="30" fill="none" stroke="#000"/></svg>',
    ),
    photograph,
    sketch: await sketchOf(page),
  }
}
