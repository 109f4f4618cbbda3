import type { Command } from './command'

type Of<T extends Command['type']> = Extract<Command, { type: T }>

const ENTRY = {
  cover: 'change the cover',
  blow: 'dry with moving air',
  stage: 'say how dry it is',
  weight: 'enter a weight',
  coats: 'lay coats',
} as const

const RUN: Readonly<Record<string, string>> = {
  struck: 'take a stroke back',
  note: 'write a note',
  photo: 'add a photograph',
}

const LABELS: { readonly [T in Command['type']]: string | ((command: Of<T>) => string) } = {
  'studio.rename': 'rename the studio',
  'studio.settings': 'change settings',
  'studio.ways': 'change a way of working',
  'studio.stock': 'stock the cupboard',
  'studio.pace': 'set a pace',
  'studio.replace': ({ studio }) => `open “${studio.name}”`,
  'piece.add': ({ piece }) => `add “${piece.name}”`,
  'piece.archive': ({ away }) => (away ? 'put a piece away' : 'bring a piece back'),
  'piece.remove': 'remove a piece',
  'piece.change': 'change the piece',
  'piece.making': 'change when it was made',
  'piece.log': ({ entry }) => ENTRY[entry.kind],
  'piece.pots': ({ told }) => (told.some((pot) => pot.lost) ? 'lose a pot' : 'tell of single pots'),
  'piece.stands': 'mark what is done',
  'piece.otherwise': ({ difference }) => (difference ? 'say what was different' : 'as planned after all'),
  'run.add': ({ entries }) => RUN[entries[0]?.kind ?? ''] ?? 'write down what was done',
  'piece.outcomes': 'tell how it came out',
  'drawing.set': ({ drawing }) => `change the drawing “${drawing.name}”`,
  'drawing.remove': 'take a drawing away',
  'medium.use': 'take from a jar',
  'room.set': ({ room }) => `change “${room.name}”`,
  'room.remove': 'remove a room',
  'body.set': ({ body }) => `change “${body.name}”`,
  'medium.set': ({ medium }) => `change “${medium.name}”`,
  'medium.remove': 'take a material out',
  'tile.set': ({ tile }) => `change tile ${tile.number}`,
  'tile.remove': 'take a tile out',
  'calendar.change': ({ changes }) =>
    Object.keys(changes).join() === 'handedOut' ? 'hand out the calendar file' : 'change the calendar',
  'schedule.set': 'plan the days',
  'piece.progress': 'mark what is done',
  'step.add': ({ step }) => `add a step (${step.act})`,
  'step.remove': 'remove a step',
  'step.move': 'move a step',
  'step.duplicate': 'repeat a step',
  'step.change': 'change a step',
  batch: ({ label }) => label,
}

/** What an edit is called in the undo button. */
export function commandLabel(command: Command): string {
  const label = LABELS[command.type] as string | ((command: Command) => string)
  return typeof label === 'string' ? label : label(command)
}
