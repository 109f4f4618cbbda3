/** Brands of the file type box that stand for HEIC, ISO/IEC 23008-12 annex B; value from memory. */
const HEIC_BRANDS = new Set(['heic', 'heix', 'hevc', 'hevx', 'heim', 'heis', 'mif1', 'msf1'])

/** Whether a file begins as HEIC does: a box “ftyp” with a brand of that family. `head` is its first bytes. */
export function isHeic(head: Uint8Array): boolean {
  const text = (from: number, to: number) => String.fromCharCode(...head.subarray(from, to))
  return text(4, 8) === 'ftyp' && HEIC_BRANDS.has(text(8, 12))
}
