/** A file’s text from its bytes: UTF-8 or UTF-16 by its mark, else UTF-8 if it is that, else Windows-1252. */
export function textOf(bytes: Uint8Array): string {
  if (bytes[0] === 0xff && bytes[1] === 0xfe) return new TextDecoder('utf-16le').decode(bytes)
  if (bytes[0] === 0xfe && bytes[1] === 0xff) return new TextDecoder('utf-16be').decode(bytes)
  // Without a mark, every other byte of plain text in UTF-16 is nought.
  if (bytes.length > 3 && bytes[0] !== 0 && bytes[1] === 0 && bytes[3] === 0)
    return new TextDecoder('utf-16le').decode(bytes)
  try {
    return new TextDecoder('utf-8', { fatal: true }).decode(bytes)
  } catch {
    return new TextDecoder('windows-1252').decode(bytes)
  }
}
