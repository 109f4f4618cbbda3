/* A studio or a piece with its photographs as one zip: what lies in it under which name. */

export const DOCUMENT_NAME = 'vernice.json'

/** Where a photograph lies in the zip. */
export const photoName = (photoId: string): string => `photographs/${photoId}.jpg`

const PHOTO_NAME = /^photographs\/([\w-]{1,64})\.jpg$/

/** The photograph that lies under a name; undefined where that is no name of a photograph. */
export const photoIdOf = (name: string): string | undefined => PHOTO_NAME.exec(name)?.[1]

/** Whether a file begins as a zip does. */
export const isZip = (head: Uint8Array): boolean =>
  head[0] === 0x50 && head[1] === 0x4b && head[2] === 3 && head[3] === 4
