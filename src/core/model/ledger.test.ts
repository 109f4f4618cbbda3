import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { demoStudio } from '../demo/demoStudio'
import { applyCommand, type Command } from './command'
import { entryLabel, Ledger, type Entry, type LoggedEntry } from './ledger'
import type { Studio } from './studio'

const studio = demoStudio()
const rename = (name: string): Command => ({ type: 'studio.rename', name })
const count = (n: number): Command => ({ type: 'piece.change', pieceId: 'reed-jugs', changes: { count: n } })
const remove: Command = { type: 'piece.remove', pieceId: 'reed-jugs' }

const ledgerOf = (tab = 'a') => new Ledger(tab, 3, studio)

function ran(ledger: Ledger, command: Command, instead?: string): Entry {
  const done = ledger.run(command, instead)
  if (!done.ok || !done.value) throw new Error(JSON.stringify(done))
  return done.value
}

/** The same without any cleverness: everything that counts, carried out in order from the start. */
function plainFold(base: Studio, entries: readonly Entry[]): Studio {
  const counts = new Map<string, boolean>()
  for (const { id, deed } of entries) {
    if (deed.kind === 'do') counts.set(id, true)
  }
  const replaced = new Set(entries.flatMap(({ deed }) => (deed.kind === 'do' && deed.instead ? [deed.instead] : [])))
  for (const { deed } of entries) if (deed.kind !== 'do') counts.set(deed.target, deed.kind === 'redo')
  return entries.reduce((state, { id, deed }) => {
    if (deed.kind !== 'do' || !counts.get(id) || replaced.has(id)) return state
    const applied = applyCommand(state, deed.command)
    return applied.ok ? applied.value : state
  }, base)
}

describe('the ledger of one tab', () => {
  it('undoes and redoes row by row, and a new edit forgets what was taken back', () => {
    const ledger = ledgerOf()
    ran(ledger, rename('One'))
    ran(ledger, count(9))
    const end = ledger.studio
    ledger.undo()
    ledger.undo()
    expect(ledger.undo()).toBeNull()
    expect(ledger.studio).toEqual(studio)
    ledger.redo()
    ledger.redo()
    expect(ledger.redo()).toBeNull()
    expect(ledger.studio).toEqual(end)
    ledger.undo()
    ran(ledger, rename('Two'))
    expect(ledger.redoable()).toBeNull()
    expect(ledger.studio.pieces['reed-jugs'].count).toBe(studio.pieces['reed-jugs'].count)
  })

  it('an edit that fails or changes nothing leaves no trace', () => {
    const ledger = ledgerOf()
    expect(ledger.run(count(0)).ok).toBe(false)
    expect(ledger.run(rename(studio.name))).toEqual({ ok: true, value: null })
    expect(ledger.waiting).toEqual([])
    expect(ledger.studio).toBe(studio)
    expect(ran(ledger, rename('One')).n).toBe(1)
  })

  it('letters typed one after another are one step of undo', () => {
    const ledger = ledgerOf()
    const first = ran(ledger, rename('T'))
    const second = ran(ledger, rename('Ti'), first.id)
    ran(ledger, rename('Tide'), second.id)
    expect(ledger.studio.name).toBe('Tide')
    ledger.undo()
    expect(ledger.studio.name).toBe(studio.name)
    ledger.redo()
    expect(ledger.studio.name).toBe('Tide')
  })

  it('takes the place only of the last edit that counts', () => {
    const ledger = ledgerOf()
    const first = ran(ledger, rename('T'))
    ran(ledger, count(9))
    ran(ledger, rename('Tide'), first.id)
    ledger.undo()
    expect(ledger.studio.name).toBe('T')
  })

  it('a failed replacement leaves what it would have replaced', () => {
    const ledger = ledgerOf()
    const first = ran(ledger, count(9))
    expect(ledger.run(count(0), first.id).ok).toBe(false)
    expect(ledger.studio.pieces['reed-jugs'].count).toBe(9)
  })

  it('the oldest entries go into the base, but not what can be done again', () => {
    const ledger = ledgerOf()
    const entries = [1, 2, 3, 4].map((n) => ran(ledger, rename(`Name ${n}`)))
    ledger.undo()
    ledger.take(ledger.waiting.map((entry, i) => ({ ...entry, seq: i + 1 })))
    const cut = ledger.cut(1)
    expect(cut?.entries.map(({ id }) => id)).toEqual(entries.slice(0, 3).map(({ id }) => id))
    expect(cut?.after.name).toBe('Name 3')
    const before = ledger.studio
    ledger.forget(cut?.to ?? 0)
    expect(ledger.studio).toBe(before)
    expect(ledger.writtenSeq).toBe(3)
    ledger.redo()
    expect(ledger.studio.name).toBe('Name 4')
    expect(ledger.cut(5)).toBeNull()
  })

  it('names its entries', () => {
    const ledger = ledgerOf()
    expect(entryLabel(ran(ledger, rename('One')))).toBe('rename the studio')
    expect(entryLabel(ledger.undo() as Entry)).toBe('undo an edit')
  })
})

describe('two tabs', () => {
  const logged = (...entries: Entry[]): LoggedEntry[] => entries.map((entry, i) => ({ ...entry, seq: i + 1 }))

  it('keep what both did, in the order of the log', () => {
    const [a, b] = [ledgerOf('a'), ledgerOf('b')]
    const log = logged(ran(a, count(9)), ran(b, rename('Upper room')))
    expect(a.take(log).map(({ tab }) => tab)).toEqual(['b'])
    expect(b.take(log).map(({ tab }) => tab)).toEqual(['a'])
    for (const tab of [a, b]) {
      expect(tab.studio.name).toBe('Upper room')
      expect(tab.studio.pieces['reed-jugs'].count).toBe(9)
      expect(tab.waiting).toEqual([])
    }
  })

  it('undo takes back this tab’s edit, and the other’s only when this tab has made none', () => {
    const [a, b] = [ledgerOf('a'), ledgerOf('b')]
    const log = logged(ran(a, count(9)), ran(a, rename('A')))
    b.take(log)
    const entry = ran(b, rename('B'))
    b.undo()
    expect(b.studio.name).toBe('A')
    b.undo()
    expect(b.studio.name).toBe(studio.name)
    expect(entry.tab).toBe('b')
  })

  it('tell what no longer applies, and why', () => {
    const [a, b] = [ledgerOf('a'), ledgerOf('b')]
    const theirs = ran(b, remove)
    const mine = ran(a, count(9))
    a.take(logged(theirs, mine))
    expect(a.refused.get(mine.id)).toEqual({ code: 'no-such-piece', id: 'reed-jugs' })
    // Taking back the removal lets it apply after all.
    a.take([{ ...(b.undo() as Entry), seq: 3 }])
    expect(a.refused.size).toBe(0)
    expect(a.studio.pieces['reed-jugs'].count).toBe(9)
  })

  it('a base that another tab wrote down does not carry an edit out twice', () => {
    const a = ledgerOf('a')
    const step: Command = { type: 'step.duplicate', pieceId: 'reed-jugs', stepId: 'jug-3', newId: 'again' }
    ran(a, step)
    const written = applyCommand(studio, step)
    if (!written.ok) throw new Error('not done')
    a.begin(written.value, 7, [], { a: 1 })
    expect(a.waiting).toEqual([])
    expect(a.studio.pieces['reed-jugs'].steps.filter(({ id }) => id === 'again')).toHaveLength(1)
  })

  it('any number of tabs that edit, undo, redo, type and write down come to the same, and to what a plain fold says', () => {
    const command = fc.oneof(
      fc.integer({ min: 1, max: 40 }).map(count),
      fc.stringMatching(/^[a-z]{1,6}$/).map(rename),
      fc.constantFrom<Command>(
        remove,
        { type: 'piece.add', piece: studio.pieces['reed-jugs'] },
        { type: 'step.remove', pieceId: 'reed-jugs', stepId: 'jug-4' },
        { type: 'step.move', pieceId: 'reed-jugs', stepId: 'jug-2', to: 6 },
      ),
    )
    const move = fc.record({
      tab: fc.nat(1),
      act: fc.oneof(
        { weight: 5, arbitrary: command.map((c) => ({ kind: 'run' as const, command: c, typed: false })) },
        { weight: 2, arbitrary: command.map((c) => ({ kind: 'run' as const, command: c, typed: true })) },
        {
          weight: 6,
          arbitrary: fc.constantFrom('undo', 'redo', 'write', 'pull', 'pull', 'down').map((kind) => ({ kind })),
        },
      ),
    })
    fc.assert(
      fc.property(fc.array(move, { maxLength: 60 }), (moves) => {
        const tabs = [ledgerOf('a'), ledgerOf('b')]
        const unwritten: Entry[][] = [[], []]
        let log: LoggedEntry[] = []
        const whole: LoggedEntry[] = []
        let written = { seq: 0, state: studio, seen: {} as Record<string, number> }
        const write = (tab: number) => {
          const entry = unwritten[tab].shift()
          if (!entry) return
          const placed = { ...entry, seq: whole.length + 1 }
          whole.push(placed)
          log.push(placed)
        }
        const pull = (tab: number) => {
          const ledger = tabs[tab]
          if (written.seq > ledger.lastSeq) ledger.begin(written.state, written.seq, log, written.seen)
          else {
            ledger.take(log.filter(({ seq }) => seq > ledger.lastSeq))
            if (written.seq > ledger.writtenSeq) ledger.forget(written.seq)
          }
        }
        for (const { tab, act } of moves) {
          const ledger = tabs[tab]
          const note = (entry: Entry | null) => entry && unwritten[tab].push(entry)
          if (act.kind === 'undo') note(ledger.undo())
          else if (act.kind === 'redo') note(ledger.redo())
          else if (act.kind === 'write') write(tab)
          else if (act.kind === 'pull') pull(tab)
          else if (act.kind === 'down') {
            pull(tab)
            const cut = ledger.cut(4)
            if (!cut || ledger.writtenSeq !== written.seq) continue
            const seen = { ...written.seen }
            for (const entry of cut.entries) seen[entry.tab] = Math.max(seen[entry.tab] ?? 0, entry.n)
            written = { seq: cut.to, state: cut.after, seen }
            log = log.filter(({ seq }) => seq > cut.to)
            ledger.forget(cut.to)
          } else if ('command' in act) {
            const done = ledger.run(act.command, act.typed ? ledger.undoable()?.id : undefined)
            if (done.ok) note(done.value)
          }
        }
        for (const tab of [0, 1]) while (unwritten[tab].length) write(tab)
        pull(0)
        pull(1)
        const fresh = new Ledger('c', 3, studio)
        fresh.begin(written.state, written.seq, log, written.seen)
        expect(tabs[0].waiting).toEqual([])
        expect(tabs[0].studio).toEqual(tabs[1].studio)
        expect(tabs[0].studio).toEqual(fresh.studio)
        if (written.seq === 0) expect(fresh.studio).toEqual(plainFold(studio, whole))
      }),
      { numRuns: 150 },
    )
  })
})

describe('what is done by itself', () => {
  it('changes the studio and is no step of undo; what was taken back can still be done again', () => {
    const ledger = ledgerOf()
    ledger.run({ type: 'studio.rename', name: 'One' })
    ledger.run({ type: 'studio.rename', name: 'Two' })
    ledger.undo()
    const { schedule } = ledger.studio
    const done = ledger.run(
      { type: 'schedule.set', schedule: { ...schedule, madeAt: '2026-03-04T10:00:00Z' } },
      undefined,
      true,
    )
    expect(done.ok && done.value !== null).toBe(true)
    expect(ledger.studio.schedule.madeAt).toBe('2026-03-04T10:00:00Z')
    const words = (entry: ReturnType<typeof ledger.undoable>) =>
      entry?.deed.command.type === 'studio.rename' && entry.deed.command.name
    expect(words(ledger.undoable())).toBe('One')
    expect(words(ledger.redoable())).toBe('Two')
    ledger.redo()
    expect(ledger.studio.name).toBe('Two')
    expect(ledger.studio.schedule.madeAt).toBe('2026-03-04T10:00:00Z')
  })
})
