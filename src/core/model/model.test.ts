import { readFileSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import { demoStudio } from '../demo/demoStudio'
import { emptyStudio } from '../demo/emptyStudio'
import { readVerniceFile, writeStudio } from '../formats/verniceFile'
import { applyCommand, type Command } from './command'
import { commandLabel } from './commandLabel'
import { CURRENT_VERSION, migrate, migrateEdit, MIGRATIONS, type Migration } from './migrations'
import { studioSchema } from './studio'
import type { Step } from '../plan/step'
import { nextStepIndex, timeline } from '../plan/timeline'

const done = (result: ReturnType<typeof applyCommand>) => {
  if (!result.ok) throw new Error(JSON.stringify(result.issue))
  return result.value
}
const bring: Step = { id: 'new-1', done: false, act: 'bring', to: 'boneDry', cover: 'open', blower: 'none' }

/** One of every command, on the demo studio. */
const COMMANDS: Command[] = [
  { type: 'studio.rename', name: 'Upper room' },
  { type: 'studio.settings', changes: { length: 'in', clock: '12' } },
  { type: 'studio.ways', changes: { foot: 'bare' } },
  { type: 'studio.replace', studio: emptyStudio() },
  { type: 'studio.stock', bodies: {}, media: { extra: { ...demoStudio().media['rust-wash'], id: 'extra' } } },
  { type: 'piece.add', piece: { ...demoStudio().pieces['reed-jugs'], id: 'p2', name: 'Second' } },
  { type: 'piece.remove', pieceId: 'dotted-jar' },
  { type: 'piece.change', pieceId: 'reed-jugs', changes: { count: 7, name: 'Seven jugs' } },
  { type: 'piece.progress', pieceId: 'reed-jugs', doneSteps: 6 },
  { type: 'step.add', pieceId: 'reed-jugs', at: 2, step: bring },
  { type: 'step.remove', pieceId: 'reed-jugs', stepId: 'jug-3' },
  { type: 'step.move', pieceId: 'reed-jugs', stepId: 'jug-5', to: 1 },
  { type: 'step.duplicate', pieceId: 'reed-jugs', stepId: 'jug-2', newId: 'copy-1' },
  { type: 'step.change', pieceId: 'reed-jugs', stepId: 'jug-3', changes: { coats: 1 } },
  {
    type: 'batch',
    label: 'two at once',
    commands: [
      { type: 'step.remove', pieceId: 'reed-jugs', stepId: 'jug-1' },
      { type: 'studio.rename', name: 'Both' },
    ],
  },
]

describe('commands', () => {
  it.each(COMMANDS.map((c) => [c.type, c] as const))(
    '%s changes the studio to a valid one and leaves the former as it was',
    (_, command) => {
      const before = demoStudio()
      const studio = done(applyCommand(before, command))
      expect(studio).not.toEqual(before)
      expect(studioSchema.safeParse(studio).success).toBe(true)
      expect(before).toEqual(demoStudio())
      expect(commandLabel(command).length).toBeGreaterThan(3)
    },
  )

  it.each<[string, Command]>([
    ['no-such-piece', { type: 'piece.remove', pieceId: 'none' }],
    ['no-such-step', { type: 'step.remove', pieceId: 'reed-jugs', stepId: 'none' }],
    ['bad-value', { type: 'step.change', pieceId: 'reed-jugs', stepId: 'jug-3', changes: { coats: 99 } }],
    ['bad-value', { type: 'piece.change', pieceId: 'reed-jugs', changes: { count: 0 } }],
    ['bad-value', { type: 'studio.rename', name: '  ' }],
    [
      'no-such-step',
      {
        type: 'batch',
        label: 'half',
        commands: [
          { type: 'studio.rename', name: 'Half' },
          { type: 'step.remove', pieceId: 'reed-jugs', stepId: 'none' },
        ],
      },
    ],
  ])('that cannot be done say %s and change nothing', (code, command) => {
    const before = demoStudio()
    const result = applyCommand(before, command)
    expect(result.ok).toBe(false)
    if (!result.ok) expect(result.issue.code).toBe(code)
    expect(before).toEqual(demoStudio())
  })
})

describe('migrations', () => {
  const chain: Migration[] = [
    { from: 1, name: 'a count for every piece', migrate: (d) => ({ ...d, count: 1 }) },
    { from: 2, name: 'names are titles', migrate: ({ name, ...d }) => ({ ...d, title: name }) },
  ]

  it('run in order and write the version last', () => {
    expect(migrate({ version: 1, name: 'Jug' }, chain, 3)).toEqual({
      ok: true,
      value: { version: 3, count: 1, title: 'Jug' },
    })
    expect(migrate({ version: 3, title: 'Jug' }, chain, 3)).toEqual({ ok: true, value: { version: 3, title: 'Jug' } })
  })

  it('refuse newer documents and odd versions, and never skip a gap', () => {
    expect(migrate({ version: 4 }, chain, 3)).toEqual({
      ok: false,
      issue: { code: 'newer-version', actual: 4, newest: 3 },
    })
    for (const version of [0, 1.5, 'one', undefined]) expect(migrate({ version }, chain, 3).ok).toBe(false)
    expect(() => migrate({ version: 1 }, chain.slice(1), 3)).toThrow('version 1')
    expect(MIGRATIONS.map((m) => m.from)).toEqual(Array.from({ length: CURRENT_VERSION - 1 }, (_, i) => i + 1))
  })

  it('the frozen document of version 1 still opens, and says what it said', () => {
    const text = readFileSync(new URL('./fixtures/studio.v1.json', import.meta.url), 'utf8')
    const read = readVerniceFile(text)
    expect(read.ok).toBe(true)
    if (read.ok && read.value.format === 'vernice.studio') {
      expect(read.value.studio.order).toEqual(['reed-jugs', 'scallop-dish', 'dotted-jar', 'wax-beakers'])
      expect(read.value.studio.pieces['reed-jugs'].steps).toHaveLength(12)
      expect(writeStudio(read.value.studio)).toContain('"Tidewater shed"')
      expect(read.value.studio.pieces['reed-jugs'].form.plan).toEqual({ kind: 'round', ratio: 1 })
      expect(readVerniceFile(writeStudio(read.value.studio)).ok).toBe(true)
    }
  })
})

describe('documents of version 2', () => {
  it('still open: bodies hold water, the studio has a room, pieces are not made yet', () => {
    const read = readVerniceFile(readFileSync(new URL('./fixtures/studio.v2.json', import.meta.url), 'utf8'))
    expect(read.ok).toBe(true)
    if (!read.ok || read.value.format !== 'vernice.studio') return
    const { studio } = read.value
    expect(Object.fromEntries(Object.values(studio.bodies).map((b) => [b.id, b.water]))).toEqual({
      'chalk-white': 'fineWhite',
      'estuary-red': 'red',
      'dune-buff': 'grogged',
      'peat-dark': 'grogged',
      'shell-porcelain': 'porcelain',
    })
    expect(studio.rooms.studio.humidity).toBe(0.5)
    expect(
      Object.values(studio.pieces).every((piece) => piece.making.madeAt === null && piece.making.roomId === 'studio'),
    ).toBe(true)
    expect(studio.pieces['reed-jugs'].steps[0]).toMatchObject({ act: 'bring', blower: 'none' })
  })
})

describe('documents of version 3', () => {
  const lines = [
    {
      filled: false,
      points: [
        [0, 0],
        [1, 1],
      ],
    },
    {
      filled: true,
      points: [
        [0.2, 0.2],
        [0.6, 0.2],
        [0.6, 0.7],
      ],
    },
  ]
  const shapes = [
    { kind: 'stroke', lines: [lines[0].points], width: null, cap: 'round', join: 'round', ink: true },
    { kind: 'fill', rule: 'evenodd', contours: [lines[1].points], ink: true },
  ]

  it('still open: a drawing of lines is one of shapes, as wide as the tool', () => {
    const text = readFileSync(new URL('./fixtures/studio.v3.json', import.meta.url), 'utf8')
    const read = readVerniceFile(text)
    if (!read.ok || read.value.format !== 'vernice.studio') throw new Error('not read')
    const step = read.value.studio.pieces['reed-jugs'].steps.find((s) => 'motif' in s && s.motif?.drawing)
    const drawing = step && 'motif' in step ? step.motif?.drawing : null
    expect(read.value.studio).toMatchObject({ archive: [], paces: {}, calendar: { handedOut: [] } })
    expect(read.value.studio.pieces['reed-jugs'].tags).toEqual([])
    expect(drawing).toMatchObject({ name: 'Sprig', widths: 'tool', shapes: [{ kind: 'stroke' }, { kind: 'fill' }] })
    expect(readVerniceFile(writeStudio(read.value.studio)).ok).toBe(true)
  })

  it('one that went out with visits of a piece that had been deleted opens again, without them', () => {
    const file = JSON.parse(readFileSync(new URL('./fixtures/studio.v3.json', import.meta.url), 'utf8')) as {
      studio: { schedule: { visits: object[] } }
    }
    const visit = (pieceId: string) => ({
      pieceId,
      sessionId: 's',
      at: '2026-03-04T18:00:00.000Z',
      until: '2026-03-04T19:00:00.000Z',
      makes: false,
      stepIds: [],
      cover: 'open',
    })
    file.studio.schedule.visits = [visit('reed-jugs'), visit('gone')]
    const read = readVerniceFile(JSON.stringify(file))
    if (!read.ok || read.value.format !== 'vernice.studio')
      throw new Error(read.ok ? 'a piece' : JSON.stringify(read.issue))
    expect(read.value.studio.schedule.visits.map(({ pieceId }) => pieceId)).toEqual(['reed-jugs'])
  })

  it('an edit that was written down under it is carried out as this version has it', () => {
    const edit = { kind: 'changeStep', step: { motif: { drawing: { name: 'Sprig', aspect: 1, lines } } } }
    const now = {
      kind: 'changeStep',
      step: { motif: { drawing: { name: 'Sprig', aspect: 1, widths: 'tool', shapes } } },
    }
    expect(migrateEdit(edit, 3)).toEqual(now)
    expect(migrateEdit(now, CURRENT_VERSION)).toBe(now)
    expect(migrateEdit({ motif: { drawing: null } }, 3)).toEqual({ motif: { drawing: null } })
  })
})

describe('the timeline', () => {
  it('follows the demo jug through its life', () => {
    const stages = timeline(demoStudio().pieces['reed-jugs'].steps).map((t) => t.stage)
    expect(stages).toEqual([
      'wet',
      ...Array<string>(5).fill('leatherHard'),
      'boneDry',
      'bisque',
      'bisque',
      'glazedRaw',
      'glazedRaw',
      'glazedRaw',
      'fired',
    ])
  })

  it('knows the next step', () => {
    const { steps } = demoStudio().pieces['reed-jugs']
    expect(nextStepIndex(steps)).toBe(3)
    expect(nextStepIndex(steps.map((s) => ({ ...s, done: true })))).toBe(steps.length)
  })
})

describe('edits that are easily got wrong', () => {
  const studio = demoStudio()

  it('a step that is repeated is not done yet', () => {
    const done = studio.pieces['reed-jugs'].steps.find((step) => step.done)
    const applied = applyCommand(studio, {
      type: 'step.duplicate',
      pieceId: 'reed-jugs',
      stepId: done?.id ?? '',
      newId: 'again',
    })
    if (!applied.ok) throw new Error('it cannot be repeated')
    const { steps } = applied.value.pieces['reed-jugs']
    const at = steps.findIndex((step) => step.id === 'again')
    expect(steps[at].done).toBe(false)
    expect(steps[at - 1].id).toBe(done?.id)
  })

  it('a medium that only a variant uses stays in the cupboard', () => {
    const piece = studio.pieces['reed-jugs']
    const unused = Object.keys(studio.media).find((mediumId) => {
      const applied = applyCommand(studio, { type: 'medium.remove', mediumId })
      return applied.ok
    })
    if (!unused) throw new Error('every medium is used')
    const variant = piece.steps.map((step) => (step.act === 'coat' ? { ...step, mediumId: unused } : step))
    const kept = { ...studio, pieces: { ...studio.pieces, 'reed-jugs': { ...piece, variant } } }
    const applied = applyCommand(kept, { type: 'medium.remove', mediumId: unused })
    expect(applied.ok).toBe(false)
    expect(applied.ok ? '' : JSON.stringify(applied.issue)).toContain('used on')
  })
})
