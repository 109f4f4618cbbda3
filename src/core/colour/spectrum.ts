/** The wavelength grid of all spectra: 380–730 nm by 10 nm, 36 bands. */
export const BANDS = 36
export const FIRST_NM = 380
export const STEP_NM = 10

/** 36 numbers, one a band of the grid. */
export type Spectrum = Float64Array

/** Centre wavelength of a band in nm. */
const wavelengthNm = (band: number): number => FIRST_NM + STEP_NM * band

/** A spectrum from a function of wavelength in nm. */
export function spectrumOf(value: (nm: number) => number): Spectrum {
  return Float64Array.from({ length: BANDS }, (_, band) => value(wavelengthNm(band)))
}

/** Logistic edge: 1 below `centreNm`, 0 above, `widthNm` wide; negative width turns it round. */
export const logisticEdge =
  (centreNm: number, widthNm: number) =>
  (nm: number): number =>
    1 / (1 + Math.exp((nm - centreNm) / widthNm))

/** Gaussian band of height 1. */
export const gaussianBand =
  (centreNm: number, sigmaNm: number) =>
  (nm: number): number =>
    Math.exp(-(((nm - centreNm) / sigmaNm) ** 2) / 2)
