import { chroma, hueDegrees, type Triple } from '../../colour/colourSpaces'
import { stackReflectance, bodyInternal, labUnder } from '../../colour/layeredColour'
import { OPAQUE_COATS } from '../../colour/cover'
import type { Medium } from '../../vocabulary/material'

/** Hues in degrees of CIELAB up to which a colour is called so [our choice]. */
const HUES: readonly (readonly [number, string])[] = [
  [20, 'pink red'],
  [45, 'red'],
  [70, 'orange'],
  [100, 'yellow'],
  [135, 'yellow green'],
  [200, 'green'],
  [240, 'turquoise blue green'],
  [300, 'blue'],
  [340, 'purple violet'],
  [361, 'pink red'],
]

/** From this chroma a colour has a hue; dull dark oranges are brown [our choice]. */
const HUED = 10
const BROWN = { hueTo: 90, lightTo: 55, chromaTo: 45 } as const

/** A colour in words by which it is looked for: “blue”, “brown”, “grey”. */
function colourWord(lab: Triple): string {
  const [L] = lab
  const hue = hueDegrees(lab)
  if (chroma(lab) < HUED) return L > 80 ? 'white pale' : L < 30 ? 'black dark' : 'grey'
  const word = HUES.find(([to]) => hue < to)?.[1] ?? ''
  const brown = hue > 20 && hue < BROWN.hueTo && L < BROWN.lightTo && chroma(lab) < BROWN.chromaTo
  return [brown ? 'brown' : '', word, L < 35 ? 'dark' : L > 75 ? 'light pale' : ''].filter(Boolean).join(' ')
}

const known = new WeakMap<Medium, string>()

/** How a medium looks by itself where it is opaque, in words; nothing for what leaves no colour. */
export function mediumColour(medium: Medium): string {
  const before = known.get(medium)
  if (before !== undefined) return before
  const hides = Math.max(...medium.optics.S) >= 0.1
  const white = bodyInternal(Array.from({ length: medium.optics.K.length }, () => 0.6))
  const layer = { optics: medium.optics, coats: OPAQUE_COATS }
  const word =
    hides && medium.kind !== 'wax'
      ? colourWord(labUnder(stackReflectance(white, [layer], medium.surface)))
      : medium.kind === 'glaze'
        ? 'clear'
        : ''
  known.set(medium, word)
  return word
}
