import { SaxesParser } from 'saxes'
import { fetches } from './localUrl'
import { LIMITS, Refusal, within } from './refusal'

/** An element of a drawing, with its name and attributes free of prefixes. */
export interface SvgElement {
  readonly tag: string
  readonly attributes: ReadonlyMap<string, string>
  readonly parent: SvgElement | null
  readonly children: SvgElement[]
  /** Text directly in it; kept for style sheets. */
  text: string
}

const SVG = 'http://www.w3.org/2000/svg'

/** A parser of ours stops at the first thing that will not be drawn, so that nothing hostile is read to its end. */
export function readTree(text: string): SvgElement {
  within(text.length, LIMITS.characters, 'characters')
  const parser = new SaxesParser({ xmlns: false, position: false })
  let root: SvgElement | null = null
  let at: SvgElement | null = null
  let foreign = 0
  let elements = 0
  let attributes = 0
  const namespaces: Map<string, string>[] = [new Map()]

  parser.on('error', (error) => {
    throw new Refusal(`markup that is not well formed (${briefly(error.message)}); save it again as plain SVG`)
  })
  parser.on('doctype', (doctype) => {
    if (doctype.includes('[')) throw new Refusal('entities of its own; save it as plain SVG')
  })
  parser.on('attribute', () => within(++attributes, LIMITS.attributes, 'attributes on one element'))
  parser.on('opentag', (tag) => {
    within(++elements, LIMITS.elements, 'elements')
    attributes = 0
    const known = declared(namespaces.at(-1) ?? new Map<string, string>(), tag.attributes)
    namespaces.push(known)
    within(namespaces.length - 1, LIMITS.depth, 'groups nested in each other')
    const { prefix, local } = split(tag.name)
    if (local.toLowerCase() === 'script') throw new Refusal('a script; take it out')
    for (const name of Object.keys(tag.attributes))
      if (/^on/i.test(name)) throw new Refusal(`“${name.slice(0, 30)}”, which would run something; take it out`)
    const space = known.get(prefix) ?? (prefix === '' || prefix === 'svg' ? SVG : '')
    if (foreign || space !== SVG) {
      foreign++
      return
    }
    checkReferences(local, tag.attributes)
    const element: SvgElement = { tag: local, attributes: plain(tag.attributes), parent: at, children: [], text: '' }
    at?.children.push(element)
    root ??= element
    at = element
  })
  parser.on('closetag', () => {
    namespaces.pop()
    if (foreign) foreign--
    else at = at?.parent ?? null
  })
  const keep = (words: string) => {
    if (at?.tag === 'style' && !foreign) at.text += words
  }
  parser.on('text', keep)
  parser.on('cdata', keep)
  parser.write(text).close()

  const found = root as SvgElement | null
  if (found?.tag !== 'svg') throw new Refusal('no “svg” at its root; save it as SVG')
  return found
}

const briefly = (message: string) =>
  message
    .replace(/^\d*:?\d*:?\s*/, '')
    .replace(/\.$/, '')
    .slice(0, 60)

function split(name: string): { prefix: string; local: string } {
  const colon = name.indexOf(':')
  return colon < 0 ? { prefix: '', local: name } : { prefix: name.slice(0, colon), local: name.slice(colon + 1) }
}

/** Nothing is fetched: what a drawing is made of stands in it. */
function checkReferences(tag: string, attributes: Readonly<Record<string, string>>): void {
  for (const [name, value] of Object.entries(attributes)) {
    if (fetches(value)) throw new Refusal('a part fetched from elsewhere; save it as one file')
    if (name !== 'href' && !name.endsWith(':href')) continue
    const target = value.trim().toLowerCase()
    if (target.startsWith('javascript:')) throw new Refusal('a script; take it out')
    if (tag !== 'a' && target && !target.startsWith('#') && !target.startsWith('data:'))
      throw new Refusal('a part fetched from elsewhere; save it as one file')
  }
}

/** Prefixes known inside an element. */
function declared(outside: Map<string, string>, attributes: Readonly<Record<string, string>>): Map<string, string> {
  const own = Object.entries(attributes).filter(([name]) => name === 'xmlns' || name.startsWith('xmlns:'))
  return own.length ? new Map([...outside, ...own.map(([name, uri]) => [name.slice(6), uri] as const)]) : outside
}

function plain(attributes: Readonly<Record<string, string>>): Map<string, string> {
  const own = new Map<string, string>()
  for (const [name, value] of Object.entries(attributes)) {
    const { prefix, local } = split(name)
    if (prefix === '' || (prefix === 'xlink' && !own.has('href'))) own.set(local, value)
  }
  return own
}
