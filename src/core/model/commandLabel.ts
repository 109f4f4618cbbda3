import type { Command } from './command'

/** What an edit is called in the undo button. */
export function commandLabel(command: Command): string {
  switch (command.type) {
    case 'studio.rename':
      return 'rename the studio'
    case 'studio.settings':
      return 'change settings'
    case 'studio.ways':
      return 'change a way of working'
    case 'studio.stock':
      return 'stock the cupboard'
    case 'studio.pace':
      return 'set a pace'
    case 'studio.replace':
      return `open “${command.studio.name}”`
    case 'piece.add':
      return `add “${command.piece.name}”`
    case 'piece.archive':
      return command.away ? 'put a piece away' : 'bring a piece back'
    case 'piece.remove':
      return 'remove a piece'
    case 'piece.change':
      return 'change the piece'
    case 'piece.making':
      return 'change when it was made'
    case 'piece.log':
      return {
        cover: 'change the cover',
        blow: 'dry with moving air',
        stage: 'say how dry it is',
        weight: 'enter a weight',
        coats: 'lay coats',
      }[command.entry.kind]
    case 'piece.pots':
      return command.told.some((pot) => pot.lost) ? 'lose a pot' : 'tell of single pots'
    case 'piece.stands':
      return 'mark what is done'
    case 'piece.otherwise':
      return command.difference ? 'say what was different' : 'as planned after all'
    case 'run.add':
      return (
        { struck: 'take a stroke back', note: 'write a note', photo: 'add a photograph' }[
          command.entries[0]?.kind as string
        ] ?? 'write down what was done'
      )
    case 'piece.outcomes':
      return 'tell how it came out'
    case 'drawing.set':
      return `change the drawing “${command.drawing.name}”`
    case 'drawing.remove':
      return 'take a drawing away'
    case 'medium.use':
      return 'take from a jar'
    case 'room.set':
      return `change “${command.room.name}”`
    case 'room.remove':
      return 'remove a room'
    case 'body.set':
      return `change “${command.body.name}”`
    case 'medium.set':
      return `change “${command.medium.name}”`
    case 'medium.remove':
      return 'take a material out'
    case 'tile.set':
      return `change tile ${command.tile.number}`
    case 'tile.remove':
      return 'take a tile out'
    case 'calendar.change':
      return Object.keys(command.changes).join() === 'handedOut' ? 'hand out the calendar file' : 'change the calendar'
    case 'schedule.set':
      return 'plan the days'
    case 'piece.progress':
      return 'mark what is done'
    case 'step.add':
      return `add a step (${command.step.act})`
    case 'step.remove':
      return 'remove a step'
    case 'step.move':
      return 'move a step'
    case 'step.duplicate':
      return 'repeat a step'
    case 'step.change':
      return 'change a step'
    case 'batch':
      return command.label
  }
}
