import { AttributeAction, parse as parseSelectors, SelectorType, type Selector } from 'css-what'
import { fetches } from './localUrl'
import { LIMITS, Refusal, within } from './refusal'
import type { SvgElement } from './tree'

/** What an element says of one property, and whether nothing may overrule it. */
interface Declaration {
  readonly property: string
  readonly value: string
  readonly important: boolean
}

interface Rule {
  readonly selector: readonly Selector[]
  readonly declarations: readonly Declaration[]
  /** Ids, classes and attributes, tags: compared in this order. */
  readonly weight: number
}

/** Properties that an element has of its parent when it says nothing. */
const INHERITED = [
  'fill',
  'stroke',
  'stroke-width',
  'stroke-linecap',
  'stroke-linejoin',
  'stroke-miterlimit',
  'stroke-dasharray',
  'fill-rule',
  'clip-rule',
  'fill-opacity',
  'stroke-opacity',
  'visibility',
  'color',
  'marker-start',
  'marker-mid',
  'marker-end',
] as const

/** And those that it has of its own. */
const OWN = [
  'opacity',
  'display',
  'transform',
  'transform-origin',
  'clip-path',
  'mask',
  'filter',
  'stop-color',
  'stop-opacity',
  'vector-effect',
  'overflow',
] as const

const PROPERTIES: ReadonlySet<string> = new Set([...INHERITED, ...OWN])

export type Style = Readonly<Partial<Record<(typeof INHERITED)[number] | (typeof OWN)[number], string>>>

/** The style sheets of a drawing: tags, classes, ids, attributes, children and descendants; other selectors are passed over. */
export class StyleSheet {
  private readonly rules: Rule[] = []
  private trials = 0

  constructor(text: string) {
    const css = withoutComments(text)
    if (/@import/i.test(css) || fetches(css)) throw new Refusal('a part fetched from elsewhere; save it as one file')
    for (const { head, body } of blocks(css)) {
      if (head.startsWith('@')) continue
      const declarations = readDeclarations(body)
      for (const selector of selectorsOf(head)) {
        within(this.rules.length + 1, LIMITS.rules, 'style rules')
        this.rules.push({ selector, declarations, weight: weightOf(selector) })
      }
    }
    this.rules.sort((a, b) => a.weight - b.weight)
  }

  /** The style of an element: its attributes, then the sheet, then its own `style`, over what it inherits. */
  styleOf(element: SvgElement, inherited: Style): Style {
    const style: Record<string, string> = {}
    for (const property of INHERITED) {
      const value = inherited[property]
      if (value !== undefined) style[property] = value
    }
    const said: Declaration[] = []
    for (const [property, value] of element.attributes)
      if (PROPERTIES.has(property)) said.push({ property, value: value.trim(), important: false })
    for (const { selector, declarations } of this.rules)
      if (this.fits(element, selector, selector.length - 1)) said.push(...declarations)
    said.push(...readDeclarations(element.attributes.get('style') ?? ''))
    for (const { property, value } of [...said.filter((d) => !d.important), ...said.filter((d) => d.important)]) {
      if (value === 'inherit') {
        const above = inherited[property as keyof Style]
        if (above === undefined) delete style[property]
        else style[property] = above
      } else style[property] = value
    }
    return style
  }

  /** Whether an element is what the first parts of a selector, up to and with `last`, ask for. */
  private fits(element: SvgElement | null, selector: readonly Selector[], last: number): boolean {
    if (!element) return false
    within(++this.trials, LIMITS.ruleTrials, 'trials of style rules')
    let i = last
    for (; i >= 0 && selector[i].type !== SelectorType.Child && selector[i].type !== SelectorType.Descendant; i--)
      if (!holds(element, selector[i])) return false
    if (i < 0) return true
    if (selector[i].type === SelectorType.Child) return this.fits(element.parent, selector, i - 1)
    for (let above = element.parent; above; above = above.parent) if (this.fits(above, selector, i - 1)) return true
    return false
  }
}

function holds(element: SvgElement, part: Selector): boolean {
  if (part.type === SelectorType.Universal) return true
  if (part.type === SelectorType.Tag) return element.tag === part.name
  if (part.type !== SelectorType.Attribute) return false
  const value = element.attributes.get(part.name)
  if (value === undefined) return false
  switch (part.action) {
    case AttributeAction.Exists:
      return true
    case AttributeAction.Equals:
      return value === part.value
    case AttributeAction.Element:
      return value.split(/\s+/).includes(part.value)
    case AttributeAction.Start:
      return part.value !== '' && value.startsWith(part.value)
    case AttributeAction.End:
      return part.value !== '' && value.endsWith(part.value)
    case AttributeAction.Any:
      return part.value !== '' && value.includes(part.value)
    case AttributeAction.Hyphen:
      return value === part.value || value.startsWith(`${part.value}-`)
    default:
      return false
  }
}

function weightOf(selector: readonly Selector[]): number {
  let [ids, classes, tags] = [0, 0, 0]
  for (const part of selector) {
    if (part.type === SelectorType.Attribute && part.name === 'id' && part.action === AttributeAction.Equals) ids++
    else if (part.type === SelectorType.Attribute) classes++
    else if (part.type === SelectorType.Tag) tags++
  }
  return ids * 1_000_000 + classes * 1000 + tags
}

const READ = new Set<SelectorType>([
  SelectorType.Tag,
  SelectorType.Universal,
  SelectorType.Attribute,
  SelectorType.Child,
  SelectorType.Descendant,
])

function selectorsOf(head: string): Selector[][] {
  if (head.length > 2000) return []
  try {
    return parseSelectors(head).filter((selector) => selector.every((part) => READ.has(part.type)))
  } catch {
    return []
  }
}

function withoutComments(text: string): string {
  const kept: string[] = []
  let from = 0
  for (;;) {
    const open = text.indexOf('/*', from)
    if (open < 0) break
    kept.push(text.slice(from, open))
    const close = text.indexOf('*/', open + 2)
    if (close < 0) return kept.join(' ')
    from = close + 2
  }
  kept.push(text.slice(from))
  return kept.join(' ').replaceAll('<!--', '').replaceAll('-->', '')
}

/** Blocks of a sheet, those of `@media` and its like as one. */
function blocks(css: string): { head: string; body: string }[] {
  const found: { head: string; body: string }[] = []
  let [from, at] = [0, 0]
  for (;;) {
    const open = css.indexOf('{', at)
    if (open < 0) return found
    const head = css.slice(from, open).split(';').at(-1)!.trim()
    let depth = 1
    let end = open + 1
    for (; end < css.length && depth > 0; end++) {
      const sign = css.charCodeAt(end)
      if (sign === 123) depth++
      else if (sign === 125) depth--
    }
    found.push({ head, body: css.slice(open + 1, depth ? end : end - 1) })
    from = at = end
  }
}

function readDeclarations(body: string): Declaration[] {
  return body.split(';').flatMap((entry) => {
    const colon = entry.indexOf(':')
    const property = entry.slice(0, Math.max(0, colon)).trim().toLowerCase()
    if (!PROPERTIES.has(property)) return []
    const value = entry.slice(colon + 1).trim()
    const bang = value.lastIndexOf('!')
    const important = bang >= 0 && value.slice(bang + 1).trim() === 'important'
    return [{ property, value: important ? value.slice(0, bang).trim() : value, important }]
  })
}
