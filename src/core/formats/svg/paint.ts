import { modeHsl, modeRgb, parse, useMode as registerMode } from 'culori/fn'
import type { Style } from './style'
import { localUrl } from './localUrl'
import { measure } from './matrix'
import { Refusal } from './refusal'
import type { SvgElement } from './tree'

registerMode(modeHsl)
const toRgb = registerMode(modeRgb)

/** What a shape does to a sheet of paper: marks it, takes marks away (white), or nothing. */
export type Tone = 'ink' | 'paper' | null

/** A colour darker than this in any channel over white marks the sheet, and over black it must be lighter to take marks away, 0–255. */
const INK_BELOW = 230

/** Under this opacity there is nothing to see. */
const SEEN_FROM = 0.04

export function opacityOf(value: string | undefined): number {
  if (value === undefined) return 1
  const { number, unit } = measure(value)
  return Number.isFinite(number) ? Math.min(1, Math.max(0, unit === '%' ? number / 100 : number)) : 1
}

/** What the fill or the stroke of a style does, its opacity included. */
export function toneOf(
  style: Style,
  side: 'fill' | 'stroke',
  opacity: number,
  byId: ReadonlyMap<string, SvgElement>,
  styleOf: (element: SvgElement) => Style,
): Tone {
  const value = (style[side] ?? (side === 'fill' ? 'black' : 'none')).trim()
  const seen = opacity * opacityOf(style[`${side}-opacity`])
  const server = value.startsWith('url(') ? byId.get(localUrl(value) ?? '') : undefined
  if (server?.tag === 'pattern') throw new Refusal('a pattern for a fill; draw its shapes')
  if (server) return gradientTone(server, seen, byId, styleOf)
  return colourTone(value.startsWith('url(') ? value.slice(value.indexOf(')') + 1).trim() : value, seen, style)
}

/** Named as SVG means it: no paint, and the colour of the text. */
function colourTone(value: string, opacity: number, style: Style): Tone {
  if (value === '' || value === 'none' || value === 'transparent') return null
  if (/^currentcolor$/i.test(value)) return colourTone(plainColour(style.color), opacity, {})
  if (value === 'context-fill' || value === 'context-stroke') return colourTone('black', opacity, style)
  const rgb = toRgb(parse(value.slice(0, 80)) ?? 'black')
  const seen = opacity * (rgb?.alpha ?? 1)
  if (seen < SEEN_FROM || !rgb) return null
  const darkest = Math.min(rgb.r, rgb.g, rgb.b)
  if (255 * (1 - seen * (1 - darkest)) < INK_BELOW) return 'ink'
  return 255 * seen * darkest < INK_BELOW ? null : 'paper'
}

const plainColour = (value: string | undefined) => (value && !/^currentcolor$/i.test(value) ? value : 'black')

/** A gradient is what most of its stops are. */
function gradientTone(
  gradient: SvgElement,
  opacity: number,
  byId: ReadonlyMap<string, SvgElement>,
  styleOf: (element: SvgElement) => Style,
): Tone {
  let at: SvgElement | undefined = gradient
  for (let hops = 0; at && hops < 8; hops++) {
    const stops: SvgElement[] = at.children.filter(({ tag }) => tag === 'stop')
    if (stops.length) {
      const tones = stops.map((stop) => {
        const style = styleOf(stop)
        return colourTone(style['stop-color'] ?? 'black', opacity * opacityOf(style['stop-opacity']), style)
      })
      const count = (tone: Tone) => tones.filter((one) => one === tone).length
      return (['ink', 'paper', null] as const).reduce((a, b) => (count(b) > count(a) ? b : a))
    }
    at = byId.get(at.attributes.get('href')?.replace(/^#/, '') ?? '')
  }
  return null
}
