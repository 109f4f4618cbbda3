/**
 * Pyrometric cones, coolest first, with the temperature in °C at which they bend at 15, 60 and 150 °C per hour over the
 * last 100 °C (self-supporting). Values from memory; check them against your maker's chart before relying on them.
 */
export const CONE_TABLE = {
  '010': [891, 903, 915],
  '09': [907, 920, 930],
  '08': [922, 942, 956],
  '07': [962, 976, 987],
  '06': [981, 998, 1013],
  '05': [1021, 1031, 1044],
  '04': [1046, 1063, 1077],
  '03': [1071, 1086, 1104],
  '02': [1078, 1102, 1122],
  '01': [1093, 1119, 1138],
  '1': [1109, 1137, 1154],
  '2': [1112, 1142, 1164],
  '3': [1115, 1152, 1170],
  '4': [1141, 1162, 1183],
  '5': [1159, 1186, 1207],
  '5½': [1167, 1203, 1225],
  '6': [1185, 1222, 1243],
  '7': [1201, 1239, 1257],
  '8': [1211, 1249, 1271],
  '9': [1224, 1260, 1280],
  '10': [1251, 1285, 1305],
} as const

export type Cone = keyof typeof CONE_TABLE

/** The keys in order of heat; numeric-looking keys would be reordered by the engine, so the order is stated. */
export const CONES = [
  '010',
  '09',
  '08',
  '07',
  '06',
  '05',
  '04',
  '03',
  '02',
  '01',
  '1',
  '2',
  '3',
  '4',
  '5',
  '5½',
  '6',
  '7',
  '8',
  '9',
  '10',
] as const satisfies readonly Cone[]

/** Place of a cone in order of heat, 0 coolest. */
export const coneIndex = (cone: Cone): number => CONES.indexOf(cone)

/** Temperature in °C at 60 °C per hour. */
export const coneCelsius = (cone: Cone): number => CONE_TABLE[cone][1]

export interface ConeRange {
  readonly from: Cone
  readonly to: Cone
}

/** 0 inside the range, negative below it, positive above, in steps of the table. */
export function conesOutside(cone: Cone, { from, to }: ConeRange): number {
  const i = coneIndex(cone)
  if (i < coneIndex(from)) return i - coneIndex(from)
  if (i > coneIndex(to)) return i - coneIndex(to)
  return 0
}

/**
 * Share of a colour's strength left after firing `above` cones over its range [our curve]: a stable colour fades by
 * 12 % a cone, a fugitive one halves every 1.2 cones.
 */
export function strengthAfter(above: number, fugitive: boolean): number {
  if (above <= 0) return 1
  return fugitive ? 0.5 ** (above / 1.2) : Math.max(0.3, 1 - 0.12 * above)
}

/** Cones between which a temperature in °C lies, at 60 °C per hour; null outside the table. */
export function conesAround(celsius: number): [Cone, Cone] | null {
  for (let i = 0; i + 1 < CONES.length; i++) {
    if (coneCelsius(CONES[i]) <= celsius && celsius <= coneCelsius(CONES[i + 1])) return [CONES[i], CONES[i + 1]]
  }
  return null
}

/** Whether there is a cone that both ranges stand. */
export const rangesMeet = (a: ConeRange, b: ConeRange): boolean =>
  coneIndex(a.from) <= coneIndex(b.to) && coneIndex(b.from) <= coneIndex(a.to)
