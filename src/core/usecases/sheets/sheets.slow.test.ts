import { describe, expect, it } from 'vitest'
import { demoStudio } from '../../demo/demoStudio'
import { applyCommand } from '../../model/command'
import type { Studio } from '../../model/studio'
import { SHEET_KINDS, SHEETS } from '../../sheets/kinds'
import { barsOf, withBar, withoutBars } from './barRead'
import { sheetsFor } from './makeSheets'
import { sessionSheets } from './sessionSheets'
import { heightsOf, linesOf, shrinksOf, sizeOf, sizeWords } from './sheetInput'
import { beginOptions, sheetOfStep, wantedSheets } from './wantedSheets'

const studio = demoStudio()
const piece = (id: string) => studio.pieces[id]
const asMade = { stage: 'wet', measured: null } as const

describe('the sheets that a plan calls for', () => {
  it('a wheel for sectors, strips for bands, a tracing for what is carved, at the stage of each step', () => {
    const wanted = wantedSheets(piece('reed-jugs'), studio)
    expect(wanted.map(({ kind }) => kind)).toEqual(['gauge', 'strip', 'strip', 'wheel', 'tracing', 'strip'])
    expect(wanted.find(({ kind }) => kind === 'wheel')?.options.sectors).toBe(15)
    expect(wanted.find(({ kind }) => kind === 'tracing')?.stage).toBe('leatherHard')
    expect(wanted.at(-1)?.stage).toBe('bisque')
  })

  it('a plate drawn once is traced once and coloured by number once', () => {
    expect(wantedSheets(piece('estuary-plate'), studio).map(({ kind }) => kind)).toEqual(['tracing', 'byNumber'])
  })

  it('a firing needs none', () => {
    const jugs = piece('reed-jugs')
    const fire = jugs.steps.find(({ act }) => act === 'fire')
    expect(fire && sheetOfStep(jugs, studio, fire)).toBeNull()
  })

  it('an evening needs those of its steps, each once', () => {
    const visit = {
      id: 'v1',
      pieceId: 'reed-jugs',
      sessionId: 's1',
      at: '2026-03-02T18:00:00Z',
      until: '2026-03-02T20:00:00Z',
      makes: false,
      stepIds: piece('reed-jugs')
        .steps.slice(3, 5)
        .map(({ id }) => id),
    }
    const planned = { ...studio, schedule: { ...studio.schedule, visits: [visit, visit] } } as unknown as Studio
    expect(sessionSheets(planned, 's1').map(({ kind }) => kind)).toEqual(['wheel', 'tracing'])
    expect(sessionSheets(planned, 'another')).toEqual([])
  })
})

describe('every sheet of every piece of the demo', () => {
  it.each(studio.order)('%s: is made, or says what is missing', (id) => {
    for (const kind of SHEET_KINDS) {
      const { sheets, missing, foot } = sheetsFor(
        { piece: piece(id), kind, options: beginOptions(piece(id), studio), size: asMade },
        studio,
      )
      expect(sheets.length > 0 || missing !== null, `${id} ${kind}`).toBe(true)
      for (const sheet of sheets) expect(sheet.items.length, `${id} ${kind}`).toBeGreaterThan(3)
      expect(foot).not.toBe('')
    }
    for (const wanted of wantedSheets(piece(id), studio)) {
      const made = sheetsFor({ piece: piece(id), ...wanted, size: { stage: wanted.stage, measured: null } }, studio)
      expect(made.missing, `${id} ${wanted.kind}`).toBeNull()
    }
  })
})

describe('colour by number', () => {
  it('every area has the number of its jar, with a box a coat', () => {
    const plate = piece('estuary-plate')
    const { sheets } = sheetsFor(
      { piece: plate, kind: 'byNumber', options: beginOptions(plate, studio), size: asMade },
      studio,
    )
    const texts = sheets[0].items.flatMap((item) => (item.kind === 'text' ? [item.text] : []))
    const glazes = plate.steps.flatMap((step) => (step.act === 'glazeIn' ? [step] : []))
    for (const { mediumId } of glazes) expect(texts).toContain(studio.media[mediumId].name)
    const numbers = texts.filter((t) => /^\d(\+\d)*$/.test(t))
    const taken = new Set(glazes.flatMap(({ take }) => take.map(({ id }) => id)))
    // A number in each area, and one before each jar of the legend.
    expect(numbers.length).toBe(taken.size + glazes.length)
  })
})

describe('size', () => {
  it('what was measured beats the figures, and is told', () => {
    const jugs = piece('reed-jugs')
    expect(sizeOf(jugs, studio, { stage: 'leatherHard', measured: 0.951 })).toEqual({
      scale: 0.951,
      least: 0.951,
      most: 0.951,
    })
    expect(sizeWords(jugs, studio, { stage: 'leatherHard', measured: 0.951 })).toContain('as measured, 95.1 %')
    expect(sizeWords(jugs, studio, { stage: 'leatherHard', measured: null })).toContain('95.2 % (94.1 to 96.4)')
  })

  it('the dryness of now, where it is known, is that of the clay', () => {
    const jugs = piece('reed-jugs')
    const at = (omega: number) => sizeOf(jugs, studio, { stage: 'leatherHard', omega, measured: null }).scale
    expect(at(0.45)).toBeCloseTo(0.9638, 3)
    expect(at(0.12)).toBeCloseTo(0.9407, 3)
  })

  it('is the same in every sheet in inches: only the words differ', () => {
    const inches = { ...studio, settings: { ...studio.settings, length: 'in' as const } }
    const asked = {
      piece: piece('kelp-bottle'),
      kind: 'wheel',
      options: beginOptions(piece('kelp-bottle'), studio),
      size: asMade,
    } as const
    const [mm, inch] = [studio, inches].map((one) => sheetsFor(asked, one).sheets[0])
    const lines = (sheet: typeof mm) => sheet.items.filter(({ kind }) => kind === 'path').length
    expect(lines(mm)).toBe(lines(inch))
    expect(JSON.stringify(inch.items)).toContain(' in"')
    expect(JSON.stringify(inch.items)).not.toContain(' mm"')
  })

  it('lines and heights are those of the plan', () => {
    expect(linesOf(piece('estuary-plate'), studio)[0].worked.map(({ step }) => step)).toEqual([2])
    const heights = heightsOf(piece('reed-jugs'), studio)
    expect(heights.map(({ upMm }) => upMm)).toEqual([...heights.map(({ upMm }) => upMm)].sort((a, b) => a - b))
    expect(heights.length).toBeGreaterThan(3)
  })
})

describe('bars read back into the clay', () => {
  const body = studio.bodies['chalk-white']
  const shrinks = shrinksOf({ steps: [], bodyId: body.id }, studio)

  it('one after another is as all at once, from the figures before the first', () => {
    const one = withBar(body, shrinks, { stage: 'boneDry', mm: 93.2 })
    const two = withBar(one, shrinks, { stage: 'fired', mm: 88.6 })
    expect(two.bars?.from).toEqual({ drying: body.dryingShrinkage, firing: body.firingShrinkage })
    expect(two.bars?.read).toHaveLength(2)
    expect(two.dryingShrinkage).toBeCloseTo(0.0676, 3)
    expect(two.firingShrinkage).toBeCloseTo(0.0492, 3)
    expect(barsOf(two, shrinks).dryingSd).toBeLessThan(barsOf(one, shrinks).dryingSd)
    expect(withoutBars(two)).toEqual({ ...body, bars: null })
  })

  it('is kept by the studio, and sheets follow it', () => {
    const changed = applyCommand(studio, { type: 'body.set', body: withBar(body, shrinks, { stage: 'fired', mm: 86 }) })
    if (!changed.ok) throw new Error('not kept')
    const mugs = piece('swift-mugs')
    const fired = (one: Studio) => sizeOf(mugs, one, { stage: 'fired', measured: null }).scale
    expect(fired(changed.value)).toBeLessThan(fired(studio) - 0.01)
  })
})

describe('kinds of sheet', () => {
  it('each says what it is for and asks only what it uses', () => {
    for (const kind of SHEET_KINDS) {
      expect(SHEETS[kind].hint.length).toBeGreaterThan(10)
      expect(new Set(SHEETS[kind].asks).size).toBe(SHEETS[kind].asks.length)
    }
  })
})
