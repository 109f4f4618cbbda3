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

/*
 * Lengths and temperatures in sentences are written with spaces that nobody types, and brought into the units of a studio once, where
 * they are shown. What a potter writes, “6 mm dots”, stays as it is.
 */
const UNIT = '\u202f'
const APART = '\u2007'

/** A length in a sentence. */
export const inMm = (mm: number | string): string => `${mm}${UNIT}mm`

/** A temperature in a sentence. */
export const inCelsius = (celsius: number | string): string => `${celsius}${UNIT}°C`

/** A difference of temperatures in a sentence, or what an hour adds. */
export const celsiusApart = (celsius: number | string): string => `${celsius}${APART}°C`

const WRITTEN = new RegExp(`([−-]?\\d+(?:\\.\\d+)?)([${UNIT}${APART}])(mm|°C)`, 'g')

/** A sentence with its lengths and temperatures in the units of a studio. */
export const textInUnits = (
  text: string,
  units: { readonly length: LengthUnit; readonly temperature: TemperatureUnit },
): string =>
  text.replace(WRITTEN, (_, written: string, space: string, unit: string) => {
    const value = Number(written.replace('−', '-'))
    if (unit === 'mm') return units.length === 'in' ? formatLength(value, 'in') : `${written} mm`
    if (units.temperature === 'C') return `${written} °C`
    const fahrenheit = space === APART ? (value * 9) / 5 : toFahrenheit(value)
    return `${String(Math.round(fahrenheit)).replace('-', '−')} °F`
  })
