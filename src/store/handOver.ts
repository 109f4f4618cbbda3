import { atLength, GivenUp, type Report } from './atWork'
import { download } from './download'
import { tell } from './studioStore'

/** Something that is made at length and handed over as a file. */
export interface MadeFile {
  /** What the page says meanwhile: “Making 16 pot cards”. */
  readonly what: string
  /** How many parts it has; 0 where that is not known. */
  readonly of?: number
  readonly fileName: string
  /** What is told when it cannot be made, with why. */
  readonly failed: (why: string) => string
}

/** Makes a file in the sight of the potter and hands it over; false where it was given up, or went wrong, which is told. */
export async function handOver(
  { what, of = 0, fileName, failed }: MadeFile,
  make: (report: Report) => Promise<Blob>,
): Promise<boolean> {
  try {
    download(fileName, await atLength({ what, of }, make))
    return true
  } catch (error) {
    if (!(error instanceof GivenUp)) tell('problem', failed(error instanceof Error ? error.message : 'unknown'))
    return false
  }
}

export const pdf = (bytes: Uint8Array<ArrayBuffer>): Blob => new Blob([bytes], { type: 'application/pdf' })
