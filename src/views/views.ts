/** Groups of views, in the order of the header. */
export type ViewGroup = 'made' | 'there' | 'paper' | 'studio' | 'deed'

export interface View {
  readonly path: string
  readonly word: string
  readonly group: ViewGroup
  /** What it can show within it, beside what it begins with: `?show=…`. */
  readonly shows: readonly string[]
}

/** What is made, what is there to make it with, paper, the studio itself; a new piece is something one does. */
export const VIEWS: readonly View[] = [
  { path: '/', word: 'Rack', group: 'made', shows: [] },
  { path: '/days', word: 'Days', group: 'made', shows: ['dryness', 'hours', 'rooms'] },
  { path: '/bench', word: 'Bench', group: 'made', shows: [] },
  { path: '/fired', word: 'Fired', group: 'made', shows: ['look', 'wrong', 'hand'] },
  { path: '/cupboard', word: 'Cupboard', group: 'there', shows: ['clays', 'mix', 'amounts'] },
  { path: '/tiles', word: 'Tiles', group: 'there', shows: ['layers', 'ask'] },
  { path: '/sheets', word: 'Sheets', group: 'paper', shows: [] },
  { path: '/studio', word: 'Studio', group: 'studio', shows: [] },
  { path: '/new', word: 'New piece', group: 'deed', shows: [] },
]

/** The word for a view by its address. */
export function wordOf(path: string): string {
  const view = VIEWS.find((one) => one.path === path)
  if (!view) throw new Error(`no view at ${path}`)
  return view.word
}
