/** A word of the trade and what it means, in a sentence or two. Common practice, no source. */
export interface GlossaryEntry {
  readonly term: string
  /** Other forms in which the word stands in a text. */
  readonly forms?: readonly string[]
  readonly means: string
}

export const GLOSSARY: readonly GlossaryEntry[] = [
  {
    term: 'leather-hard',
    means: 'Clay that is firm and cool and carves like cheese: it no longer bends, but still holds water.',
  },
  {
    term: 'soft leather-hard',
    means: 'Clay that is tacky and takes a print of a finger: good for slip and broad lines, too soft for fine ones.',
  },
  {
    term: 'hard leather-hard',
    means: 'Stiff clay whose colour begins to lighten: the crispest carving, the last moment for slip.',
  },
  {
    term: 'bone dry',
    forms: ['bone-dry'],
    means: 'Clay that is light in colour and not cool any more. The most fragile state of all; cutting it makes dust.',
  },
  { term: 'greenware', means: 'Clay that has not been fired.' },
  {
    term: 'bisque',
    forms: ['bisqued'],
    means: 'Clay after its first firing: hard, porous and thirsty, ready for colour and glaze.',
  },
  {
    term: 'score',
    forms: ['scored', 'score and slip'],
    means: 'To scratch both sides of a joint rough, so that slip between them holds.',
  },
  {
    term: 'gore',
    forms: ['gores'],
    means: 'A long slip of paper, narrow at its ends; several side by side go round a wall that curves both ways.',
  },
  {
    term: 'dart',
    forms: ['darts'],
    means: 'A wedge cut out of a paper, so that it closes round a rise without creases.',
  },
  {
    term: 'overspray',
    means: 'Mist of a spray gun that lands beside what it is meant for. It thins out over about two centimetres.',
  },
  {
    term: 'spray booth',
    means: 'A box with a fan that draws the mist away from whoever sprays, out or through filters.',
  },
  {
    term: 'pounce',
    forms: ['pounced'],
    means: 'To pat charcoal through a pricked paper: a row of dots that a brush or a needle follows.',
  },
  {
    term: 'slip',
    means: 'Clay and water, coloured or not. It shrinks with the clay, so it goes on before the clay has dried.',
  },
  {
    term: 'underglaze',
    means:
      'Clay-like colour that does not melt or run. Bare it is matte and porous; under clear it is deep and bright.',
  },
  {
    term: 'stain wash',
    forms: ['a wash', 'the wash', 'washes'],
    means: 'A metal oxide in water. It runs into texture, and is wiped back from the high places.',
  },
  {
    term: 'glaze',
    means:
      'Raw it is chalk; in the fire it becomes glass, seals the clay, runs if it is thick, and sticks to what it touches.',
  },
  { term: 'clear glaze', forms: ['the clear', 'a clear'], means: 'A glaze that is glass without colour of its own.' },
  { term: 'sgraffito', means: 'A drawing scratched through a colour to what lies beneath.' },
  { term: 'inlay', forms: ['inlaid'], means: 'Lines that are cut, filled with another colour, and cleaned flush.' },
  { term: 'wax', means: 'Repels what is laid over it and burns away in the kiln, so that what was under it shows.' },
  { term: 'resist', means: 'What keeps colour off: wax, tape, a stencil.' },
  { term: 'burnish', forms: ['burnished'], means: 'Leather-hard clay rubbed with a smooth stone until it shines.' },
  { term: 'burr', means: 'The edge that a tool throws up beside its cut.' },
  { term: 'crumbs', means: 'What a carving tool leaves lying. Brushed off dry, never blown: the dust holds silica.' },
  {
    term: 'silica',
    means:
      'The hard part of clay and glaze dust. Breathed in it stays in the lungs; keep it damp, and wear a respirator.',
  },
  {
    term: 'cone',
    means:
      'A small pyramid that bends at a heat: the measure of what a firing has done, time and temperature together.',
  },
  {
    term: 'decoration firing',
    means: 'A firing between bisque and glaze that fixes colour, so that a dip does not smear it.',
  },
  { term: 'waster slab', forms: ['slab'], means: 'A thin piece of clay under a pot, to catch what runs.' },
  {
    term: 'crawl',
    forms: ['crawls', 'crawling'],
    means: 'Glaze that draws back from dust or grease and leaves bald spots.',
  },
  { term: 'shiver', forms: ['shivers'], means: 'Glaze that fits its clay too tightly and springs off in slivers.' },
  { term: 'blister', forms: ['blisters'], means: 'Bubbles in a film that was too thick, or over gas from the clay.' },
  { term: 'blush', means: 'One or two coats that are meant to let the ground through.' },
  { term: 'matte', means: 'Without shine: a coat that is matte can take the next one.' },
  { term: 'beads', means: 'Drops of colour that stay standing on wax.' },
  { term: 'fence', means: 'A line filled with underglaze, which does not melt and keeps two glazes apart.' },
  { term: 'damp box', means: 'A closed box with water in it, in which clay stays as it is.' },
  {
    term: 'food-safe',
    means: 'What the maker’s label says and a laboratory’s test proves. Never this program’s verdict.',
  },
  {
    term: 'ΔE',
    means: 'How far two colours are apart to the eye. Under 2 nobody sees it; from 10 on it is another colour.',
  },
]

/** A stretch of a text: plain, or a word that the glossary knows. */
export interface TextPart {
  readonly text: string
  readonly entry: GlossaryEntry | null
}

const spellings = GLOSSARY.flatMap((entry) =>
  [entry.term, ...(entry.forms ?? [])].map((form) => ({ form, entry })),
).sort((a, b) => b.form.length - a.form.length)

const escaped = (text: string) => text.replace(/[.*+?^${}()|[\]\\]/g, '\\$&')

const PATTERN = new RegExp(
  `(?<![\\p{L}-])(?:${spellings.map(({ form }) => escaped(form)).join('|')})(?![\\p{L}-])`,
  'giu',
)

/** A text with the first mention of each word that the glossary knows. The longest word wins. */
export function withTerms(text: string): TextPart[] {
  const parts: TextPart[] = []
  const seen = new Set<GlossaryEntry>()
  let from = 0
  for (const match of text.matchAll(PATTERN)) {
    const entry = spellings.find(({ form }) => form.toLowerCase() === match[0].toLowerCase())?.entry ?? null
    if (!entry || seen.has(entry)) continue
    seen.add(entry)
    if (match.index > from) parts.push({ text: text.slice(from, match.index), entry: null })
    parts.push({ text: match[0], entry })
    from = match.index + match[0].length
  }
  if (from < text.length) parts.push({ text: text.slice(from), entry: null })
  return parts
}
