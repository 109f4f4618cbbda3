/** How a difference in colour looks, CIEDE2000. Ours: under 2 nobody sees it, from 10 on it is another colour. */
export const differenceWords = (deltaE: number): string =>
  deltaE < 2
    ? 'hardly to be seen'
    : deltaE < 5
      ? 'seen side by side'
      : deltaE < 10
        ? 'clear at arm’s length'
        : 'another colour'

/** The same with its number behind. */
export const differenceInFull = (deltaE: number): string => `${differenceWords(deltaE)} (ΔE ${deltaE.toFixed(1)})`
