/** Hands a file to the browser to keep. */
export function download(name: string, content: Blob): void {
  const url = URL.createObjectURL(content)
  const link = document.createElement('a')
  link.href = url
  link.download = name
  link.click()
  setTimeout(() => URL.revokeObjectURL(url), 10_000)
}

/** A file name from a title: plain letters, digits and hyphens. */
export const fileName = (title: string, ending: string): string =>
  `${
    title
      .normalize('NFKD')
      .replace(/[^\w\s-]/g, '')
      .trim()
      .toLowerCase()
      .replace(/\s+/g, '-') || 'vernice'
  }.${ending}`
