/** Markers, ITU-T T.81 table B.1; APP1 holds Exif and XMP, APP13 IPTC; value from memory. */
const SOI = 0xd8
const SOS = 0xda
const APP0 = 0xe0
const APP15 = 0xef
const COMMENT = 0xfe
/** A colour profile belongs to the picture. ICC.1:2010, annex B.4; value from memory. */
const APP2 = 0xe2
const PROFILE = [...'ICC_PROFILE'].map((letter) => letter.charCodeAt(0))

/**
 * What a JPEG holds beside its picture, by marker: application data but the plain JFIF header and a colour profile, and
 * comments. Null where it is no JPEG.
 * Cameras write place, time and device there.
 */
export function jpegParts(bytes: Uint8Array): number[] | null {
  if (bytes[0] !== 0xff || bytes[1] !== SOI) return null
  const found: number[] = []
  for (let at = 2; at + 4 <= bytes.length;) {
    if (bytes[at] !== 0xff) return found
    const marker = bytes[at + 1]
    if (marker === SOS) return found
    const profile = marker === APP2 && PROFILE.every((code, i) => bytes[at + 4 + i] === code)
    if (((marker > APP0 && marker <= APP15) || marker === COMMENT) && !profile) found.push(marker)
    at += 2 + ((bytes[at + 2] << 8) | bytes[at + 3])
  }
  return found
}

/** Whether a file is a JPEG with nothing in it but the picture. */
export const isPlainJpeg = (bytes: Uint8Array): boolean => jpegParts(bytes)?.length === 0
