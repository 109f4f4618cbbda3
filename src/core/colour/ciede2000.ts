import type { Triple } from './colourSpaces'

const radians = (degrees: number) => (degrees * Math.PI) / 180

/**
 * CIEDE2000 colour difference between two CIELAB colours, kL = kC = kH = 1.
 * Source: Sharma, Wu & Dalal 2005, “The CIEDE2000 color-difference formula: implementation notes”, equations 2–22.
 */
export function ciede2000([L1, a1, b1]: Triple, [L2, a2, b2]: Triple): number {
  const cBar = (Math.hypot(a1, b1) + Math.hypot(a2, b2)) / 2
  const g = 0.5 * (1 - Math.sqrt(cBar ** 7 / (cBar ** 7 + 25 ** 7)))
  const ap1 = (1 + g) * a1
  const ap2 = (1 + g) * a2
  const c1 = Math.hypot(ap1, b1)
  const c2 = Math.hypot(ap2, b2)
  const hue = (a: number, b: number) => (a === 0 && b === 0 ? 0 : ((Math.atan2(b, a) * 180) / Math.PI + 360) % 360)
  const h1 = hue(ap1, b1)
  const h2 = hue(ap2, b2)

  const colourless = c1 * c2 === 0
  let dh = 0
  let hBar = h1 + h2
  if (!colourless) {
    dh = h2 - h1
    if (dh > 180) dh -= 360
    else if (dh < -180) dh += 360
    hBar = Math.abs(h1 - h2) <= 180 ? (h1 + h2) / 2 : h1 + h2 < 360 ? (h1 + h2 + 360) / 2 : (h1 + h2 - 360) / 2
  }
  const dL = L2 - L1
  const dC = c2 - c1
  const dH = 2 * Math.sqrt(c1 * c2) * Math.sin(radians(dh / 2))
  const lBar = (L1 + L2) / 2
  const cpBar = (c1 + c2) / 2
  const t =
    1 -
    0.17 * Math.cos(radians(hBar - 30)) +
    0.24 * Math.cos(radians(2 * hBar)) +
    0.32 * Math.cos(radians(3 * hBar + 6)) -
    0.2 * Math.cos(radians(4 * hBar - 63))
  const sL = 1 + (0.015 * (lBar - 50) ** 2) / Math.sqrt(20 + (lBar - 50) ** 2)
  const sC = 1 + 0.045 * cpBar
  const sH = 1 + 0.015 * cpBar * t
  const rT =
    -2 * Math.sqrt(cpBar ** 7 / (cpBar ** 7 + 25 ** 7)) * Math.sin(radians(60 * Math.exp(-(((hBar - 275) / 25) ** 2))))
  return Math.sqrt((dL / sL) ** 2 + (dC / sC) ** 2 + (dH / sH) ** 2 + rT * (dC / sC) * (dH / sH))
}
