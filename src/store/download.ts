/** Hands a file to the browser to keep. */
export function download(name: string, content: Blob): void {
  const url = URL.createObjectURL(content)
  const link = document.createElement('a')
  link.href = url
  link.download = name
  link.click()
  setTimeout(() => URL.revokeObjectURL(url), 10_000)
}

/** A file name’s longest, letters. */
const LONGEST = 80

/** A file name from a title: letters and digits of any script, Latin ones without accents, and hyphens. */
export const fileName = (title: string, ending: string): string =>
  `${
    title
      .normalize('NFKD')
      .replace(/(\p{Script=Latin})\p{M}+/gu, '$1')
      .normalize('NFC')
      .replace(/[^\p{L}\p{M}\p{N}\s-]/gu, '')
      .trim()
      .toLowerCase()
      .replace(/\s+/g, '-')
      .slice(0, LONGEST) || 'vernice'
  }.${ending}`
