import {
  LAYER_MM,
  LAYERS,
  type Layer,
  type PathItem,
  type Segment,
  type Sheet,
  type TextItem,
} from '../../sheets/sheet'

const number = (value: number): string => String(Number(value.toFixed(3)))

/** A path in SVG’s letters. */
export const pathData = (d: readonly Segment[]): string =>
  d.map(([letter, ...values]) => `${letter}${values.map((v) => number(v as number)).join(' ')}`).join('')

const escaped = (words: string): string => words.replace(/[&<>"']/g, (c) => `&#${c.codePointAt(0)};`)

const LAYER_COLOUR: Readonly<Record<Layer, string>> = {
  cut: '#d40000',
  score: '#0046d4',
  mark: '#000000',
  guide: '#7a7a7a',
}

/**
 * Writes a sheet as SVG whose units are millimetres, with a group for each layer, so that a cutter can be told what to do with each.
 *
 * @param face the text face as TrueType bytes, which goes with it
 */
export function sheetSvg(sheet: Sheet, foot: string, face: Uint8Array | null): string {
  const [w, h] = [number(sheet.widthMm), number(sheet.heightMm)]
  const layers = LAYERS.map((layer) => {
    const own = sheet.items.filter((item) => (item.kind === 'path' ? item.layer === layer : layer === 'guide'))
    return `<g id="${layer}" stroke="${LAYER_COLOUR[layer]}" fill="none" stroke-linecap="round" stroke-linejoin="round">${own
      .map((item) => (item.kind === 'path' ? pathOf(item) : words(item)))
      .join('')}</g>`
  })
  const font = face
    ? `<style>@font-face{font-family:"Sheet";src:url(data:font/ttf;base64,${base64(face)})}</style>`
    : ''
  return (
    `<svg xmlns="http://www.w3.org/2000/svg" width="${w}mm" height="${h}mm" viewBox="0 0 ${w} ${h}">` +
    `<title>${escaped(sheet.title)}</title><desc>${escaped([foot, ...sheet.words].join(' '))}</desc>${font}` +
    `${layers.join('')}</svg>`
  )
}

function pathOf({ d, layer, widthMm, fill, rule, dash, colour }: PathItem): string {
  const wide = widthMm ?? LAYER_MM[layer]
  const more = [
    `stroke-width="${number(wide)}"`,
    ...(wide === 0 ? ['stroke="none"'] : colour ? [`stroke="${colour}"`] : []),
    ...(fill ? [`fill="${fill}"`, `fill-rule="${rule ?? 'nonzero'}"`] : []),
    ...(dash ? [`stroke-dasharray="${dash.map(number).join(' ')}"`] : []),
  ]
  return `<path d="${pathData(d)}" ${more.join(' ')}/>`
}

function words({ at: [x, y], text, sizeMm, anchor, turn, bold }: TextItem): string {
  const place = turn ? ` transform="rotate(${number(turn)} ${number(x)} ${number(y)})"` : ''
  return (
    `<text x="${number(x)}" y="${number(y)}" font-family="Sheet, sans-serif" font-size="${number(sizeMm)}" text-anchor="${anchor}" ` +
    `fill="#000000" stroke="none"${bold ? ' font-weight="700"' : ''}${place}>${escaped(text)}</text>`
  )
}

function base64(bytes: Uint8Array): string {
  let binary = ''
  for (let i = 0; i < bytes.length; i += 0x8000) binary += String.fromCharCode(...bytes.subarray(i, i + 0x8000))
  return btoa(binary)
}
