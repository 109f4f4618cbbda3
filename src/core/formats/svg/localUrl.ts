/** Whether a value asks for something outside the drawing. */
export function fetches(value: string): boolean {
  for (let at = value.indexOf('url('); at >= 0; at = value.indexOf('url(', at + 4)) {
    const inside = value.slice(at + 4, at + 60).trimStart()
    if (!/^['"]?\s{0,9}#/.test(inside)) return true
  }
  return false
}

/** The id that `url(#id)` names. */
export function localUrl(value: string | undefined): string | null {
  const text = value?.trim().slice(0, 400) ?? ''
  if (!text.startsWith('url(')) return null
  return /^url\(\s{0,9}['"]?\s{0,9}#([^'")]{1,300})['"]?\s{0,9}\)/.exec(text)?.[1].trim() ?? null
}
