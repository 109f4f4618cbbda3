/** Lengths and temperatures at the edge of the program; inside, everything is millimetres and °C. */
export type LengthUnit = 'mm' | 'in'
export type TemperatureUnit = 'C' | 'F'

const MM_PER_INCH = 25.4

export const toMillimetres = (value: number, unit: LengthUnit): number => (unit === 'in' ? value * MM_PER_INCH : value)

export const fromMillimetres = (mm: number, unit: LengthUnit): number => (unit === 'in' ? mm / MM_PER_INCH : mm)

export const toFahrenheit = (celsius: number): number => (celsius * 9) / 5 + 32

/** A length with its unit: whole millimetres above 10 mm, tenths below; inches to two places. */
export function formatLength(mm: number, unit: LengthUnit): string {
  if (unit === 'in') return `${(mm / MM_PER_INCH).toFixed(2)} in`
  return `${mm >= 10 ? Math.round(mm) : Number(mm.toFixed(1))} mm`
}

export const formatTemperature = (celsius: number, unit: TemperatureUnit): string =>
  unit === 'F' ? `${Math.round(toFahrenheit(celsius))} °F` : `${Math.round(celsius)} °C`

/** A wait: seconds below two minutes, minutes below two hours, then hours. */
export function formatDuration(seconds: number): string {
  if (seconds < 90) return `${Math.max(1, Math.round(seconds))} s`
  if (seconds < 7200) return `${Math.round(seconds / 60)} min`
  return `${(seconds / 3600).toFixed(seconds < 36_000 ? 1 : 0)} h`
}

export const fromFahrenheit = (fahrenheit: number): number => ((fahrenheit - 32) * 5) / 9

const NUMBER = '(\\d+(?:\\.\\d+)?)'
const RANGE_MM = new RegExp(`${NUMBER}( to | and |–)${NUMBER} mm\\b`, 'g')
const MM = new RegExp(`${NUMBER} mm\\b`, 'g')
const DEGREES_APART = new RegExp(`(±${NUMBER}|${NUMBER}(?= °C (?:an hour|apart|warmer|cooler))) °C`, 'g')
const DEGREES = new RegExp(`(?<![±\\d.])(−|-)?${NUMBER}( to )?(?:${NUMBER})? °C`, 'g')

/** A text that says lengths in mm and temperatures in °C, in the units of a studio. */
export function textInUnits(
  text: string,
  units: { readonly length: LengthUnit; readonly temperature: TemperatureUnit },
): string {
  let said = text
  if (units.length === 'in') {
    const inches = (mm: string) => (Number(mm) / MM_PER_INCH).toFixed(2)
    said = said
      .replace(RANGE_MM, (_, from: string, between: string, to: string) => `${inches(from)}${between}${inches(to)} in`)
      .replace(MM, (_, mm: string) => `${inches(mm)} in`)
  }
  if (units.temperature === 'F') {
    const fahrenheit = (celsius: string, sign = '') =>
      String(Math.round(toFahrenheit(Number(celsius) * (sign ? -1 : 1)))).replace('-', '−')
    const apart = (celsius: string) => Math.round((Number(celsius) * 9) / 5)
    said = said
      .replace(DEGREES_APART, (_, whole: string, plusMinus?: string, rate?: string) =>
        plusMinus ? `±${apart(plusMinus)} °F` : `${apart(rate ?? whole)} °F`,
      )
      .replace(DEGREES, (_, sign: string | undefined, first: string, to?: string, second?: string) =>
        to && second ? `${fahrenheit(first, sign)}${to}${fahrenheit(second)} °F` : `${fahrenheit(first, sign)} °F`,
      )
  }
  return said
}
