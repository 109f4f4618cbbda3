/** Pressure of the air, Pa; studios are taken to be near the sea. */
const AIR_PRESSURE_PA = 101_325

/** Gas constant of water vapour, J/(kg K). */
const R_VAPOUR = 461.52

export const KELVIN = 273.15

/** Saturation pressure over water, Pa, for 0–200 °C. Hyland & Wexler as in the ASHRAE Handbook of Fundamentals 2017, ch. 1, eq. 6. */
export function saturationPa(celsius: number): number {
  const t = celsius + KELVIN
  return Math.exp(
    -5800.2206 / t +
      1.3914993 -
      0.048640239 * t +
      4.1764768e-5 * t * t -
      1.4452093e-8 * t * t * t +
      6.5459673 * Math.log(t),
  )
}

/** Humidity ratio, kg water per kg dry air, at a vapour pressure in Pa. ASHRAE Fundamentals 2017, ch. 1, eq. 20. */
export const humidityRatio = (vapourPa: number): number => (0.621945 * vapourPa) / (AIR_PRESSURE_PA - vapourPa)

/** Density of saturated vapour, kg/m³ (ideal gas). */
export const saturatedVapour = (celsius: number): number => saturationPa(celsius) / (R_VAPOUR * (celsius + KELVIN))

/** Density of vapour at a pressure and a temperature, kg/m³. */
export const vapourDensity = (vapourPa: number, celsius: number): number => vapourPa / (R_VAPOUR * (celsius + KELVIN))

/** Heat to evaporate water, J/kg; value from memory. */
export const latentHeat = (celsius: number): number => 2.501e6 - 2361 * celsius
