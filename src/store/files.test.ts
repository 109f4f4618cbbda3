import { beforeEach, describe, expect, it } from 'vitest'
import { demoStudio } from '@/core/demo/demoStudio'
import { emptyStudio } from '@/core/demo/emptyStudio'
import { writeMediaCsv } from '@/core/formats/mediaCsv'
import { FILE_LIMIT_BYTES, writePiece, writeStudio } from '@/core/formats/verniceFile'
import type { Piece } from '@/core/model/piece'
import type { Studio } from '@/core/model/studio'
import { openFile, openMedia, openRoomRecord } from './files'
import { answerQuestion, beginWith, undo, useStudio } from './studioStore'

/* What comes in from files is told before it is taken in: how many are new, other, the same; and it is one edit to undo. */

const demo = demoStudio()
const jugs = demo.pieces['reed-jugs']
const state = () => useStudio.getState()
const named = (text: string, name = 'a.json') => new File([text], name)
const choose = (label: string) => {
  const choice = state().question?.choices.find((one) => one.label === label)
  if (!choice)
    throw new Error(
      `no “${label}” among ${state()
        .question?.choices.map((c) => c.label)
        .join(', ')}`,
    )
  answerQuestion(choice.act)
}
const begin = (studio: Studio) => {
  beginWith(studio)
  useStudio.setState({ notice: null, question: null })
}
const withPiece = (piece: Piece): Studio => ({ ...demo, pieces: { ...demo.pieces, [piece.id]: piece } })
const without = (id: string): Studio => {
  const { [id]: _, ...pieces } = demo.pieces
  return { ...demo, pieces, order: demo.order.filter((other) => other !== id) }
}

beforeEach(() => begin(demo))

describe('a piece from a file', () => {
  it('that is here just so is not added again', async () => {
    await openFile(named(writePiece(jugs, demo)))
    expect(state().question).toBeNull()
    expect(state().notice).toMatchObject({
      kind: 'news',
      text: '“Reed jugs” is already on the rack, exactly like this.',
    })
    expect(state().undoes).toBeNull()
  })

  it('that is new is put on the rack after a yes, as one edit', async () => {
    begin(without('reed-jugs'))
    await openFile(named(writePiece(jugs, demo)))
    expect(state().question?.title).toBe('Put “Reed jugs” on the rack?')
    expect(state().question?.words).toMatch(
      /^It adds one piece\. 0 materials come with it; \d+ materials of it that you have/,
    )
    expect(state().studio.pieces['reed-jugs']).toBeUndefined()
    choose('Take it in')
    expect(state().studio.pieces['reed-jugs']).toEqual(jugs)
    expect(state().notice).toMatchObject({ kind: 'news', text: 'Put “Reed jugs” on the rack.', undoes: state().undoes })
    undo()
    expect(state().studio.pieces['reed-jugs']).toBeUndefined()
  })

  it('brings the materials that are missing, and leaves those that are here', async () => {
    const bare = { ...emptyStudio(), bodies: {}, media: {} }
    begin(bare)
    await openFile(named(writePiece(jugs, demo)))
    expect(state().question?.words).toMatch(/^It adds one piece\. \d+ materials come with it; 0 materials of it/)
    choose('Take it in')
    expect(Object.keys(state().studio.bodies)).toEqual([jugs.bodyId])
  })

  it('that is here otherwise is kept beside it, or takes its place', async () => {
    const other = { ...jugs, count: jugs.count + 1 }
    for (const [label, count, rack] of [
      ['Keep both', jugs.count, demo.order.length + 1],
      ['Replace it', other.count, demo.order.length],
    ] as const) {
      begin(demo)
      await openFile(named(writePiece(other, withPiece(other))))
      expect(state().question?.title).toBe('“Reed jugs” is here already, and other than in the file')
      choose(label)
      expect(state().studio.pieces['reed-jugs'].count).toBe(count)
      expect(state().studio.order).toHaveLength(rack)
    }
    begin(demo)
    await openFile(named(writePiece(other, withPiece(other))))
    choose('Keep both')
    const added = state().studio.order.find((id) => !demo.pieces[id]) as string
    expect(state().studio.pieces[added]).toMatchObject({ name: 'Reed jugs (from file)', count: other.count })
    expect(state().notice?.text).toBe('Put “Reed jugs (from file)” on the rack.')
  })
})

describe('a studio from a file', () => {
  it('tells what comes, is replaced, stays and goes, and can be taken back whole', async () => {
    const { 'dotted-jar': __, ...others } = demo.pieces
    const changed = { ...jugs, count: 1 }
    const fresh = { ...jugs, id: 'fresh', name: 'Fresh' }
    const studio: Studio = {
      ...demo,
      name: 'Upper room',
      pieces: { ...others, 'reed-jugs': changed, fresh },
      order: [...demo.order.filter((id) => id !== 'dotted-jar'), 'fresh'],
    }
    await openFile(named(writeStudio(studio)))
    const stay = Object.keys(demo.pieces).length - 2
    expect(state().question).toMatchObject({
      title: 'Open the studio “Upper room”?',
      words:
        `It takes the place of “${demo.name}”: 1 piece comes, 1 is replaced, ${stay} stay as they are, 1 piece goes. ` +
        'Undo brings the former studio back.',
    })
    choose('Take it in')
    expect(state().studio.name).toBe('Upper room')
    undo()
    expect(state().studio).toEqual(demo)
  })

  it('with no pieces on either side says that', async () => {
    begin(emptyStudio())
    await openFile(named(writeStudio({ ...emptyStudio(), name: 'Bare' })))
    expect(state().question?.words).toContain('there are no pieces in either.')
  })

  it('several come and go in the plural', async () => {
    begin(emptyStudio())
    await openFile(named(writeStudio(demo)))
    expect(state().question?.words).toContain(`: ${demo.order.length} pieces come. `)
    choose('Take it in')
    await openFile(named(writeStudio(emptyStudio())))
    expect(state().question?.words).toContain(`: ${demo.order.length} pieces go. `)
  })
})

describe('what cannot be taken in', () => {
  it.each([
    ['no JSON', 'hello', /./],
    ['of another program', '{"format":"other"}', /./],
    ['too large', 'x'.repeat(FILE_LIMIT_BYTES + 1), /MB/],
  ])('a file that is %s is refused in a sentence, and nothing changes', async (_, text, words) => {
    await openFile(named(text))
    expect(state().notice?.kind).toBe('problem')
    expect(state().notice?.text).toMatch(words)
    expect(state().question).toBeNull()
    expect(state().studio).toEqual(demo)
  })

  it('a table of materials that is none, and a record without times', async () => {
    await openMedia(named('a,b\n1,2\n', 'a.csv'))
    expect(state().notice?.kind).toBe('problem')
    useStudio.setState({ notice: null })
    await openRoomRecord(named('a,b\n1,2\n', 'a.csv'), Object.values(demo.rooms)[0])
    expect(state().notice?.kind).toBe('problem')
    expect(state().undoes).toBeNull()
  })
})

describe('tables', () => {
  it('of materials say how many are new, other and the same', async () => {
    const [first, second] = Object.values(demo.media)
    const rows = [first, { ...second, name: 'Other' }, { ...first, id: 'own', name: 'Own' }]
    await openMedia(named(writeMediaCsv(rows), 'a.csv'))
    expect(state().question).toMatchObject({
      title: 'Bring in 3 materials?',
      words: 'It adds 1, replaces 1, and leaves 1 as they are.',
    })
    choose('Take it in')
    expect(state().studio.media.own.name).toBe('Own')
    expect(state().studio.media[second.id].name).toBe('Other')
    expect(state().notice?.text).toBe('3 materials are in the cupboard now.')
    undo()
    expect(state().studio).toEqual(demo)
    await openMedia(named(writeMediaCsv([rows[2]]), 'a.csv'))
    expect(state().question?.title).toBe('Bring in 1 material?')
    choose('Take it in')
    expect(state().undoes).toBe('bring in 1 material')
    expect(state().notice?.text).toBe('1 material is in the cupboard now.')
  })

  const record = (first: string, second: string) => `time,temperature °C,humidity %\n${first},20,50\n${second},21,48\n`
  const room = { ...Object.values(demo.rooms)[0], record: [] }

  it('of a room say from when to when they run, and take the place of what it has', async () => {
    await openRoomRecord(named(record('2026-03-02T10:00:00Z', '2026-03-02T11:00:00Z'), 'a.csv'), room)
    expect(state().question).toMatchObject({
      title: `Take 2 readings for “${room.name}”?`,
      words: 'They run from 2026-03-02 10:00 to 2026-03-02 11:00 (UTC) and take the place of the 0 readings it has.',
    })
    choose('Take it in')
    expect(state().studio.rooms[room.id].record.map(({ celsius }) => celsius)).toEqual([20, 21])
    expect(state().notice?.text).toBe(`2 readings for “${room.name}”.`)
  })

  it.each([
    ['The day', '2026-03-02'],
    ['The month', '2026-02-03'],
  ])('with dates that can be read two ways ask which comes first: %s', async (label, day) => {
    await openRoomRecord(named(record('02/03/2026 10:00', '02/03/2026 11:00'), 'a.csv'), room)
    expect(state().question?.title).toBe('Which comes first in these dates?')
    expect(state().question?.words).toMatch(/^“02\/03\/2026.*” can be read two ways/)
    choose(label)
    expect(state().question?.words).toContain(`They run from ${day}`)
  })
})
