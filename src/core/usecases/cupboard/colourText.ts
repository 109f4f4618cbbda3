import { fail, ok, type Result } from '../../base/result'
import { labFromHex, type Triple } from '../../colour/colourSpaces'

/** A Lab colour from what was typed: “#rrggbb”, three sRGB numbers 0–255, or Lab as “L a b”. */
export function labFromText(text: string): Result<Triple> {
  const hex = /^#?([0-9a-f]{6})$/i.exec(text.trim())
  const numbers = text
    .trim()
    .split(/[\s,;]+/)
    .map(Number)
  const bad = () =>
    fail({
      code: 'bad-value' as const,
      path: 'colour',
      actual: `“${text.slice(0, 40)}”`,
      expected: '#rrggbb, “rgb 120 90 40”, or Lab such as “52 -8 21”',
    })
  if (hex) return ok(labFromHex(`#${hex[1].toLowerCase()}`))
  const rgb = /^rgb\b[\s:(]*(.+?)\)?$/i.exec(text.trim())
  if (rgb) {
    const channels = rgb[1].split(/[\s,;]+/).map(Number)
    if (channels.length !== 3 || channels.some((v) => !(v >= 0 && v <= 255))) return bad()
    return ok(labFromHex(`#${channels.map((v) => Math.round(v).toString(16).padStart(2, '0')).join('')}`))
  }
  if (
    numbers.length !== 3 ||
    numbers.some((v) => !Number.isFinite(v)) ||
    numbers[0] < 0 ||
    numbers[0] > 100 ||
    Math.abs(numbers[1]) > 128 ||
    Math.abs(numbers[2]) > 128
  )
    return bad()
  return ok([numbers[0], numbers[1], numbers[2]])
}
