import 'fake-indexeddb/auto'
import { beforeEach, describe, expect, it, vi, afterEach } from 'vitest'
import { demoStudio } from '@/core/demo/demoStudio'
import type { Piece } from '@/core/model/piece'
import { entriesOf } from '@/core/model/run'
import { outcomeRows, recordRows } from '@/core/usecases/fired/recordTable'
import type { KilnTicket } from '@/core/usecases/handOn/kilnTicket'
import { startAgain } from '@/workers/clients'
import { exportLabels, findRecipes, fitTiles, propose } from './colours'
import { exportCalendar } from './days'
import { readBenchScale, readRoomSensor } from './devices'
import { exportCard, startBigPicture } from './exports'
import { saveLoadTable } from './files'
import { answering, catching, type HandedOver } from './fixtures/browser'
import { printLabels, printPacking, printPotCards, printTickets } from './handOn'
import { useAtWork } from './atWork'
import { addPhoto, deletePhotos, keptPhotos, photoBlob, readPhoto } from './photos'
import { usePhotoChanges } from './photoChanges'
import { saveCopy } from './saveCopy'
import { saveSheetsPdf, saveSheetSvg } from './sheets'
import { beginWith, useStudio } from './studioStore'
import { openZip, savePieceZip, saveStudioZip } from './zipFiles'
import { DAY } from '@/core/base/spans'

/* Files that are handed over and taken in: what goes into them, what they are called, what is told when one cannot be made. */

const demo = demoStudio()
const piece = demo.pieces['reed-jugs']
const state = () => useStudio.getState()
const fine = <T>(value: T) => ({ ok: true, value })
const bytes = new Uint8Array([37, 80, 68, 70])
const small = new Blob(['s'])
const whole = new Blob(['whole'])
const kept = { whole, small, widthPx: 1600, heightPx: 1200 }
const full = () => {
  throw new Error('it is full')
}

let handed: HandedOver[]
let answers: Record<string, Record<string, (...args: never[]) => unknown>>

beforeEach(() => {
  handed = catching()
  vi.stubGlobal('navigator', {})
  vi.stubGlobal('window', { location: { origin: 'http://here' } })
  vi.stubGlobal('fetch', async (path: string) => new Response(path))
  vi.stubGlobal('ImageData', class {})
  vi.stubGlobal(
    'OffscreenCanvas',
    class {
      getContext = () => ({ putImageData: () => undefined })
      convertToBlob = async () => new Blob(['png'])
    },
  )
  answers = { thumbnail: { picture: () => fine({ pixels: new Uint8ClampedArray(4), width: 1, height: 1 }) } }
  beginWith(demo)
  useStudio.setState({ notice: null, question: null })
})

afterEach(() => {
  startAgain()
  vi.unstubAllGlobals()
})

/** A worker’s method that notes what it is given. */
function noting(worker: string, method: string, answer: unknown = bytes) {
  const calls: unknown[][] = []
  answers[worker] = { ...answers[worker], [method]: (...args: never[]) => (calls.push(args), answer) }
  answering(answers)
  return calls
}

const failing = (worker: string, method: string) => answering({ ...answers, [worker]: { [method]: full } })

const notice = () => state().notice?.text ?? ''

describe('a PDF', () => {
  const ticket = (more: Partial<KilnTicket> = {}): KilnTicket =>
    ({
      title: 'Reed jugs',
      owner: 'A',
      group: '',
      date: '2 March',
      count: 4,
      clay: 'White',
      clayRange: 'cone 05',
      firing: 'cone 05',
      wiped: 'yes',
      food: 'no',
      slab: 'no',
      fragile: 'spout',
      notes: [],
      materials: [
        { name: 'Clear', kind: 'glaze', range: 'cone 05', labelled: true },
        { name: 'Amber', kind: 'glaze', range: 'cone 05', labelled: false },
        { name: 'Blue', kind: 'underglaze', range: 'cone 05', labelled: false },
      ],
      missing: ['owner'],
      contradictions: ['cone'],
      ...more,
    }) as KilnTicket

  interface Case {
    readonly what: string
    readonly worker: string
    readonly method: string
    readonly make: () => Promise<unknown>
    readonly name: string
    readonly given: (args: unknown[]) => unknown
    readonly wanted: unknown
    readonly failed: string
  }

  const CASES: readonly Case[] = [
    {
      what: 'the bench card',
      worker: 'card',
      method: 'benchCard',
      make: () => exportCard(piece, demo, 'a4'),
      name: 'reed-jugs-bench-card.pdf',
      given: ([own, studio, fonts, paper, picture]) => [
        (own as Piece).id,
        (studio as typeof demo).order,
        Object.keys(fonts as object),
        paper,
        (picture as Uint8Array).length,
      ],
      wanted: ['reed-jugs', ['reed-jugs'], ['regular', 'bold'], 'a4', 3],
      failed: 'The bench card could not be made (it is full); reload the page and try again.',
    },
    {
      what: 'labels of tiles',
      worker: 'card',
      method: 'tileLabels',
      make: () => exportLabels(Object.values(demo.tiles).slice(0, 2), demo),
      name: 'tile-labels.pdf',
      given: ([labels]) => (labels as unknown[]).length,
      wanted: 2,
      failed: 'The labels could not be made (it is full); reload the page and try again.',
    },
    {
      what: 'kiln tickets',
      worker: 'card',
      method: 'tickets',
      make: () =>
        printTickets([ticket({ group: 'Evenings' }), ticket({ clay: '', notes: ['one', 'two'] } as never)], 'letter'),
      name: 'kiln-tickets.pdf',
      given: ([tickets, , paper]) =>
        (tickets as { lines: [string, string][]; materials: string[]; open: string[] }[]).map(
          ({ lines, materials, open }) => [
            lines.find(([word]) => word === 'Clay')?.[1],
            lines.find(([word]) => word === 'Notes')?.[1],
            lines.find(([word]) => word === 'Group')?.[1],
            lines.map(([word]) => word).join(', '),
            materials,
            open,
            paper,
          ],
        ),
      wanted: [
        [
          'White, cone 05',
          undefined,
          'Evenings',
          'Whose, Group, Date, How many, Clay, Firing wanted, Foot, 6 mm bare, Use, Waster slab, Fragile',
          [
            '1 Clear, glaze, cone 05, labelled for food',
            '2 Amber, glaze, cone 05, not labelled for food',
            '3 Blue, underglaze, cone 05',
          ],
          ['owner', 'cone'],
          'letter',
        ],
        ['', 'one; two', '', expect.stringMatching(/Fragile, Notes$/), expect.any(Array), ['owner', 'cone'], 'letter'],
      ],
      failed: '“kiln tickets” could not be made (it is full); reload the page and try again.',
    },
    {
      what: 'labels of pots',
      worker: 'card',
      method: 'labels',
      make: () =>
        printLabels(
          [
            { piece, pots: [1, 2] },
            { piece: { ...piece, count: 1 }, pots: [1] },
          ],
          demo,
          'a4',
        ),
      name: 'labels.pdf',
      given: ([labels]) =>
        (labels as { title: string; lines: string[]; address: string }[]).map(({ title, lines, address }) => [
          title,
          lines.length,
          lines.at(-1),
          address,
        ]),
      wanted: [
        ['Reed jugs', 3, demo.name, 'http://here/plan/reed-jugs'],
        ['Reed jugs', 2, demo.name, 'http://here/plan/reed-jugs'],
      ],
      failed: '“labels” could not be made (it is full); reload the page and try again.',
    },
    {
      what: 'pot cards',
      worker: 'card',
      method: 'potCards',
      make: () => printPotCards([{ piece, pot: 1 }], demo, 'postcard'),
      name: 'pot-cards.pdf',
      given: ([cards, , paper]) => [
        (cards as { title: string }[]).length,
        (cards as { picture: Uint8Array }[])[0].picture.length,
        paper,
      ],
      wanted: [1, 3, 'postcard'],
      failed: '“pot cards” could not be made (it is full); reload the page and try again.',
    },
    {
      what: 'the packing list',
      worker: 'card',
      method: 'list',
      make: () => printPacking([piece], 'a4'),
      name: 'packing-list.pdf',
      given: ([list]) => {
        const { intro, groups } = list as { intro: string; groups: { heading: string; lines: string[][] }[] }
        return [intro.split(' ').slice(0, 2), groups[0].heading, groups[0].lines[0][0].startsWith(`${piece.count} × `)]
      },
      wanted: [['1', 'box'], 'Box 1', true],
      failed: '“packing list” could not be made (it is full); reload the page and try again.',
    },
    {
      what: 'the packing list of more than a box holds',
      worker: 'card',
      method: 'list',
      make: () =>
        printPacking(
          [
            { ...piece, count: 40 },
            { ...piece, id: 'b', name: 'Others', count: 3 },
          ],
          'a4',
        ),
      name: 'packing-list.pdf',
      given: ([list]) => {
        const { intro, groups } = list as { intro: string; groups: { heading: string; lines: string[][] }[] }
        const pots = groups.map(({ lines }) => lines.reduce((sum, [words]) => sum + parseInt(words, 10), 0))
        return [
          intro.startsWith(`${groups.length} boxes`),
          groups.map(({ heading }) => heading).every((heading, i) => heading === `Box ${i + 1}`),
          groups.length > 1 && pots.every((count) => count > 0),
          pots.reduce((a, b) => a + b, 0),
        ]
      },
      wanted: [true, true, true, 43],
      failed: '“packing list” could not be made (it is full); reload the page and try again.',
    },
    {
      what: 'sheets',
      worker: 'card',
      method: 'sheetsPdf',
      make: () => saveSheetsPdf([{ piece, kind: 'wheel' } as never], demo, 'a3' as never, 'Reed jugs wheel'),
      name: 'reed-jugs-wheel.pdf',
      given: ([, studio, , paper]) => [Object.keys((studio as typeof demo).pieces), paper],
      wanted: [['reed-jugs'], 'a3'],
      failed: 'The sheets could not be made (it is full); reload and try again.',
    },
  ]

  it.each(CASES.map((one) => [one.what, one] as const))(
    '%s is made of what it needs and has its name',
    async (_, one) => {
      const calls = noting(one.worker, one.method)
      await one.make()
      expect(notice()).toBe('')
      expect(handed.map(({ name, content }) => [name, content.type, content.size])).toEqual([
        [one.name, 'application/pdf', 4],
      ])
      expect(one.given(calls[0])).toEqual(one.wanted)
    },
  )

  it.each(CASES.map((one) => [one.what, one] as const))('%s that cannot be made is told', async (_, one) => {
    failing(one.worker, one.method)
    await one.make()
    expect(handed).toEqual([])
    expect(notice()).toBe(one.failed)
  })

  it('without its font is told, and the card without its picture is made all the same', async () => {
    noting('card', 'labels')
    vi.stubGlobal('fetch', async () => new Response('', { status: 404 }))
    await printLabels([{ piece, pots: [1] }], demo, 'a4')
    expect(notice()).toContain('/fonts/card-regular.ttf: 404')
    vi.stubGlobal('fetch', async (path: string) => new Response(path))
    startAgain()
    answers.thumbnail = { picture: full }
    const calls = noting('card', 'benchCard')
    await exportCard(piece, demo, 'a4')
    expect(calls[0][4]).toBeNull()
  })

  it('a sheet as SVG is a file for each layer', async () => {
    noting('card', 'sheetsSvg', [
      { title: 'cut', svg: '<svg/>' },
      { title: 'score', svg: '<svg />' },
    ])
    await saveSheetSvg({ piece, kind: 'stencil' } as never, demo)
    expect(handed.map(({ name, content }) => [name, content.type])).toEqual([
      ['reed-jugs-cut.svg', 'image/svg+xml'],
      ['reed-jugs-score.svg', 'image/svg+xml'],
    ])
    startAgain()
    failing('card', 'sheetsSvg')
    await saveSheetSvg({ piece, kind: 'stencil' } as never, demo)
    expect(notice()).toBe('The drawing could not be made (it is full); reload and try again.')
  })
})

describe('tables and other files', () => {
  it('labels name the owners of their pots, each once, and nobody where there is none', async () => {
    const calls = noting('card', 'labels')
    const pots = ['Ada', 'Ben', 'Ben'].map((owner, i) => ({ number: i + 1, owner, note: '', lost: null }))
    const owned = { ...piece, count: 4, pots }
    await printLabels([{ piece: owned, pots: [1, 2, 3, 4] }], demo, 'a4')
    const [{ lines }] = calls[0][0] as { lines: string[] }[]
    expect(lines).toContain('Ada, Ben')
    await printLabels([{ piece: owned, pots: [4] }], demo, 'a4')
    const [other] = calls[1][0] as { lines: string[] }[]
    expect(other.lines.join()).not.toMatch(/Ada|Ben/)
  })

  it('the load says how many tickets are not complete', async () => {
    const ticket = { title: 'a', missing: [], contradictions: [], materials: [], notes: [] } as never as KilnTicket
    await saveLoadTable([ticket])
    expect([handed[0].name, handed[0].content.type, notice()]).toEqual(['kiln-load.csv', 'text/csv', ''])
    await saveLoadTable([ticket, { ...ticket, missing: ['owner'] } as never])
    expect(notice()).toBe('1 of 2 tickets are not complete; the table says what is to settle.')
  })

  it('the calendar is handed over once more with what was handed out before', async () => {
    const out = { uid: 'x', start: '2026-03-02T10:00:00Z', end: '2026-03-02T11:00:00Z', summary: 'Carve' }
    noting('days', 'calendar', { text: 'BEGIN', handedOut: [out] })
    await exportCalendar()
    expect(await handed[0].content.text()).toBe('BEGIN')
    expect(handed[0].name).toBe('tidewater-shed-days.ics')
    expect(state().studio.calendar.handedOut).toEqual([out])
  })

  it('the studio is handed over as a copy', async () => {
    saveCopy()
    expect(handed[0].name).toBe('tidewater-shed.vernice-studio.json')
    expect(JSON.parse(await handed[0].content.text())).toHaveProperty('format')
  })

  it('the large picture reports, comes once, can be cancelled, and fails in words', async () => {
    const shares: number[] = []
    const done: (Blob | null)[] = []
    const on = {
      onProgress: (share: number) => void shares.push(share),
      onDone: (blob: Blob | null) => void done.push(blob),
    }
    answering({
      bigPicture: {
        picture: (async (_: never, report: (share: number) => Promise<void>) => {
          await report(0.5)
          return 'picture'
        }) as never,
      },
    })
    startBigPicture({} as never, on)
    await vi.waitFor(() => expect(done).toEqual(['picture']))
    expect(shares).toEqual([0.5])
    startBigPicture({} as never, on)()
    failing('bigPicture', 'picture')
    startBigPicture({} as never, on)
    await vi.waitFor(() => expect(done).toEqual(['picture', null]))
    expect(notice()).toBe('The large picture could not be made (it is full); try again.')
  })

  it('what is looked for at length comes back, or is told and is nothing', async () => {
    noting('colours', 'refit', 'refit')
    noting('colours', 'match', 'matched')
    noting('colours', 'propose', 'tiles')
    const all = () => [
      fitTiles(demo, [], () => undefined),
      findRecipes(demo, {} as never, () => undefined),
      propose(demo, {} as never),
    ]
    expect(await Promise.all(all())).toEqual(['refit', 'matched', 'tiles'])
    for (const [method, words] of [
      ['refit', 'The tiles could not be learned from'],
      ['match', 'Recipes could not be looked for'],
      ['propose', 'A tile could not be proposed'],
    ]) {
      startAgain()
      failing('colours', method)
      const at = ['refit', 'match', 'propose'].indexOf(method)
      const found = [
        () => fitTiles(demo, [], () => undefined),
        () => findRecipes(demo, {} as never, () => undefined),
        () => propose(demo, {} as never),
      ]
      expect(await found[at]()).toBeNull()
      expect(notice()).toBe(`${words} (it is full); try again.`)
    }
  })
})

describe('devices', () => {
  const room = Object.values(demo.rooms)[0]
  const reading = { at: '2026-03-02T10:00:00Z', celsius: 20, humidity: 0.5 }
  const answer = (body: unknown, status = 200) =>
    vi.stubGlobal('fetch', async (path: string) => (asked.push(path), new Response(JSON.stringify(body), { status })))
  let asked: string[]
  beforeEach(() => void (asked = []))

  it('the sensor gives two weeks of its room', async () => {
    answer({ format: 'vernice.room-record', version: 1, simulated: true, readings: [reading] })
    expect(await readRoomSensor(room, 7)).toMatchObject([{ celsius: 20 }])
    const query = new URLSearchParams(asked[0].split('?')[1])
    expect([query.get('seed'), query.get('celsius')]).toEqual(['7', String(room.celsius)])
    expect(Date.parse(query.get('to') ?? '') - Date.parse(query.get('from') ?? '')).toBe(14 * DAY)
  })

  const weighs = (grams: number | null) => answering({ ...answers, days: { hiddenWeight: () => grams } })

  it('the scale gives grams, and is told nothing but figures', async () => {
    weighs(411.8)
    const sent: string[] = []
    vi.stubGlobal('fetch', async (_: string, { body }: { body: string }) => {
      sent.push(body)
      return new Response(JSON.stringify({ format: 'vernice.weight', version: 1, simulated: true, grams: 412.5 }))
    })
    expect(await readBenchScale(piece, demo.bodies[piece.bodyId], room)).toBe(412.5)
    const { grams, seed, at, ...rest } = JSON.parse(sent[0]) as Record<string, unknown>
    expect([grams, typeof seed, typeof at, rest]).toEqual([411.8, 'number', 'string', {}])
  })

  it('of a piece that was not made the scale is not asked', async () => {
    weighs(null)
    expect(await readBenchScale(piece, demo.bodies[piece.bodyId], room)).toBeNull()
    expect(notice()).toMatch(/Say when the piece was made/)
  })

  it('the scale gives what it shows', async () => {
    weighs(411.8)
    answer({ format: 'vernice.weight', version: 1, simulated: true, grams: 412.5 })
    expect(await readBenchScale(piece, demo.bodies[piece.bodyId], room)).toBe(412.5)
  })

  it.each([
    ['refuses', { error: 'no such room' }, 400, 'The bench scale says: no such room'],
    ['refuses without a word', {}, 500, 'The bench scale says: 500'],
    [
      'says what is no weight',
      { grams: -1 },
      200,
      /^The bench scale does not answer \(.*Error\); type the figures instead\.$/,
    ],
  ])('one that %s is told, and gives nothing', async (_, body, status, words) => {
    weighs(411.8)
    answer(body, status)
    expect(await readBenchScale(piece, demo.bodies[piece.bodyId], room)).toBeNull()
    expect(notice()).toMatch(words)
  })
})

describe('photographs', () => {
  const of = { pieceId: piece.id, pots: [1, 2], side: 'front', stepId: null, mediumId: null, by: 'A' } as const
  const file = new File(['x'], 'a.jpg')

  it('are kept with an entry of the record, told apart by size, listed and deleted', async () => {
    const calls = noting('photo', 'keep', fine(kept))
    expect(await addPhoto(file, of)).toBe(true)
    expect(calls[0][1]).toBe('a.jpg')
    const [entry] = entriesOf(state().studio.pieces[piece.id].run, 'photo').slice(-1)
    expect(entry).toMatchObject({ pots: [1, 2], side: 'front', by: 'A', widthPx: 1600, heightPx: 1200, bytes: 6 })
    expect(entry).not.toHaveProperty('placed')
    expect(await (await photoBlob(entry.photoId, 'small'))?.text()).toBe('s')
    expect(await (await photoBlob(entry.photoId, 'whole'))?.text()).toBe('whole')
    expect(await keptPhotos()).toContain(entry.photoId)
    await deletePhotos([entry.photoId])
    expect(await photoBlob(entry.photoId, 'whole')).toBeNull()
  })

  it('that are none are refused in a sentence, and the record stays', async () => {
    noting('photo', 'keep', { ok: false, issue: { code: 'storage-failed', detail: 'odd' } })
    expect(await addPhoto(file, of)).toBe(false)
    expect(notice()).toContain('odd')
    expect(state().undoes).toBeNull()
    startAgain()
    failing('photo', 'keep')
    expect((await readPhoto(file)).ok).toBe(false)
  })

  it('of a piece that is gone are not recorded', async () => {
    noting('photo', 'keep', fine(kept))
    expect(await addPhoto(file, { ...of, pieceId: 'gone' })).toBe(false)
  })

  it('are counted as they come and go', async () => {
    noting('photo', 'keep', fine(kept))
    const before = usePhotoChanges.getState().changes
    expect(before).toEqual(expect.any(Number))
    await addPhoto(file, of)
    expect(usePhotoChanges.getState().changes).toBe(before + 1)
  })

  it('of the front stand on its card, else the latest, else how it comes out', async () => {
    const shot = async (side: 'front' | 'back', content: string) => {
      noting('photo', 'keep', fine({ ...kept, whole: new Blob([content]) }))
      await addPhoto(file, { ...of, side })
      startAgain()
    }
    const onCard = async () => {
      const calls = noting('card', 'potCards')
      await printPotCards([{ piece: state().studio.pieces[piece.id], pot: 1 }], state().studio, 'postcard')
      startAgain()
      const [{ picture }] = calls[0][0] as { picture: Uint8Array }[]
      return new TextDecoder().decode(picture)
    }
    expect(await onCard()).toBe('png')
    await shot('back', 'from behind')
    expect(await onCard()).toBe('from behind')
    await shot('front', 'from before')
    await shot('back', 'from behind again')
    expect(await onCard()).toBe('from before')
  })

  it('go on cards once for all pots of a lot, with progress and a way out', async () => {
    const pots = Array.from({ length: piece.count }, (_, k) => ({ piece, pot: k + 1 }))
    let drawn = 0
    answers.thumbnail = {
      picture: () => {
        drawn++
        return fine({ pixels: new Uint8ClampedArray(4), width: 1, height: 1 })
      },
    }
    const calls = noting('card', 'potCards', bytes)
    const seen: string[] = []
    const stop = useAtWork.subscribe(({ work }) => work && seen.push(`${work.what}: ${work.done} of ${work.of}`))
    await printPotCards(pots, demo, 'a4')
    expect(drawn).toBe(1)
    expect(seen).toContain(`Making pot cards: ${piece.count - 1} of ${piece.count}`)
    expect([calls.length, useAtWork.getState().work]).toEqual([1, null])
    const giveUp = useAtWork.subscribe(({ work }) => work?.cancel())
    await printPotCards(pots, demo, 'a4')
    giveUp()
    stop()
    expect([calls.length, notice()]).toEqual([1, ''])
  })

  it('warn when the room that the browser grants becomes short', async () => {
    noting('photo', 'keep', fine(kept))
    vi.stubGlobal('navigator', { storage: { estimate: async () => ({ usage: 85, quota: 100 }) } })
    expect(await addPhoto(file, of)).toBe(true)
    expect(notice()).toMatch(/^Kept\. 85 % of the room/)
    useStudio.setState({ notice: null })
    vi.stubGlobal('navigator', { storage: { estimate: async () => ({ usage: 79, quota: 100 }) } })
    expect(await addPhoto(file, of)).toBe(true)
    expect(notice()).toBe('')
  })
})

describe('zips', () => {
  const zipOf = () => {
    const written: string[] = []
    answers.zip = {
      begin: () => void written.push('begin'),
      text: ((name: string) => void written.push(name)) as never,
      photo: ((id: string) => void written.push(id)) as never,
      end: () => new Blob(['zip']),
    }
    answering(answers)
    return written
  }

  it('of a studio have its document, its tables and its photographs; what is missing is told', async () => {
    const photographed = Object.values(demo.pieces).flatMap((own) => entriesOf(own.run, 'photo'))
    const written = zipOf()
    await saveStudioZip(demo)
    expect(written.slice(0, 3)).toEqual(['begin', expect.stringContaining('.json'), 'materials.csv'])
    expect(handed[0].name).toBe('tidewater-shed.zip')
    expect(written.includes('fired.csv')).toBe(outcomeRows(demo).length > 0)
    expect(written.includes('record.csv')).toBe(recordRows(demo).length > 0)
    const ids = new Set(photographed.map(({ photoId }) => photoId))
    expect(notice().startsWith(ids.size ? `${ids.size} photograph` : '')).toBe(true)
  })

  it('of a studio in which nothing has happened have no tables of it', async () => {
    const written = zipOf()
    await saveStudioZip({ ...demo, pieces: {}, order: [] })
    expect(written.filter((name) => name.endsWith('.csv'))).toEqual(['materials.csv'])
  })

  it('of a piece have its own photographs', async () => {
    noting('photo', 'keep', fine(kept))
    await addPhoto(new File(['x'], 'a.jpg'), {
      pieceId: 'dotted-jar',
      pots: [1],
      side: 'front',
      stepId: null,
      mediumId: null,
      by: '',
    })
    const own = state().studio.pieces['dotted-jar']
    const [entry] = entriesOf(own.run, 'photo').slice(-1)
    startAgain()
    const written = zipOf()
    await savePieceZip(own, state().studio)
    expect(written).toContain(entry.photoId)
    expect(handed.at(-1)?.name).toBe('dotted-jar.zip')
    await deletePhotos([entry.photoId])
    await savePieceZip(own, state().studio)
    expect(notice()).toBe('1 photograph is not in this browser and not in the zip.')
  })

  it('that cannot be written or read are told', async () => {
    failing('zip', 'begin')
    await saveStudioZip(demo)
    expect(notice()).toBe(
      'The zip could not be written (it is full); try again, or save the studio without photographs.',
    )
    startAgain()
    noting('zip', 'open', { ok: false, issue: { code: 'storage-failed', detail: 'odd' } })
    expect(await openZip(new File(['PK'], 'a.zip'))).toBeNull()
    expect(notice()).toContain('odd')
  })
})
