/** Level of one nominal coat in a field. */
export const NOMINAL = 8

/** Highest level of a field. */
const FULL = 15

/** Lines, dabs and runs act at full level: this share of a coat’s gain makes that one nominal coat. */
export const LINE_GAIN = NOMINAL / FULL
