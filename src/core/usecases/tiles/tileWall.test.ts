import { processorMs } from '../../base/fixtures/processor'
import { describe, expect, it } from 'vitest'
import { applyCommand } from '../../model/command'
import { demoStudio } from '../../demo/demoStudio'
import { ciede2000 } from '../../colour/ciede2000'
import { differenceWords } from '../../colour/differenceWords'
import { labFromHex } from '../../colour/colourSpaces'
import { clearsAt, layerable, pairFilms } from './layerFilms'
import { layerMatrix } from './layerMatrix'
import { layFilms } from './layFilms'
import { filmsLab } from './squares'
import { ALL_TILES, filmsWords, foodWords, tileWall } from './tileWall'

const studio = demoStudio()

describe('the wall of tiles', () => {
  it('hangs all tiles, the newest first, bare squares apart from those under clear', () => {
    const wall = tileWall(studio, ALL_TILES)
    expect(wall.map(({ tile }) => tile.number)).toEqual([29, 28, 27, 26, 25, 24, 23, 22, 21])
    const { bare, glazed } = wall.find(({ tile }) => tile.number === 21)!
    expect([bare.length, glazed.length]).toEqual([3, 3])
    expect(glazed.every((square) => square.underClear)).toBe(true)
  })

  it('shows what came out and how far that is from what was foretold; some of the demo’s disagree', () => {
    const squares = tileWall(studio, ALL_TILES).flatMap(({ bare, glazed }) => [...bare, ...glazed])
    for (const { measured, predictedHex } of squares)
      if (measured)
        expect(ciede2000(labFromHex(measured.hex), labFromHex(predictedHex))).toBeCloseTo(measured.difference, -1)
    const words = squares.flatMap(({ measured }) => (measured ? [differenceWords(measured.difference)] : []))
    expect(new Set(words)).toEqual(
      new Set(['hardly to be seen', 'seen side by side', 'clear at arm’s length', 'another colour']),
    )
    expect(squares.filter(({ measured }) => !measured)).toHaveLength(3)
  })

  it.each([
    [{ mediumId: 'berry-red' }, [28, 24]],
    [{ bodyId: 'estuary-red' }, [23, 22]],
    [{ cone: '6' }, [29, 28, 27]],
    [{ clearId: 'clear-satin' }, [24]],
    [{ mediumId: 'berry-red', cone: '6' }, [28]],
    [{ bodyId: 'shell-porcelain' }, []],
  ])('finds tiles by %o', (filter, numbers) => {
    expect(tileWall(studio, { ...ALL_TILES, ...filter }).map(({ tile }) => tile.number)).toEqual(numbers)
  })

  it('says layers in words, and never that they are safe for food', () => {
    const films = [
      { mediumId: 'chalk-slip', coats: 2 },
      { mediumId: 'gorse-yellow', coats: 1 },
      { mediumId: 'clear-gloss', coats: 3 },
    ]
    expect(filmsWords(films, studio.media)).toBe(
      '2 coats of Chalk slip, then 1 coat of Gorse yellow, then Clear, gloss',
    )
    expect(foodWords(films, studio.media)).toBeNull()
    expect(foodWords(films.slice(0, 2), studio.media)).toContain('porous')
    expect(foodWords([{ mediumId: 'amber', coats: 3 }], studio.media)).toBe('Amber glaze is not labelled for food')
    expect(foodWords([], studio.media)).toBeNull()
  })
})

describe('the layers of a square on a piece', () => {
  let n = 0
  const added = (films: Parameters<typeof layFilms>[0], pieceId: string) => {
    const command = layFilms(films, studio.pieces[pieceId], studio, () => `n${++n}`)
    if (!command) return null
    const applied = applyCommand(studio, command)
    if (!applied.ok) throw new Error(JSON.stringify(applied.issue))
    return applied.value.pieces[pieceId].steps
  }

  it('go where the clay takes them: colour before the bisque, glaze before the last firing, in their order', () => {
    const steps = added(
      [
        { mediumId: 'berry-red', coats: 2 },
        { mediumId: 'clear-satin', coats: 3 },
      ],
      'dotted-jar',
    )!
    const red = steps.findIndex((s) => s.act === 'coat' && s.mediumId === 'berry-red')
    const clear = steps.findIndex((s) => s.act === 'glaze' && s.mediumId === 'clear-satin')
    const fires = steps.flatMap((s, i) => (s.act === 'fire' ? [i] : []))
    expect(red).toBeGreaterThan(0)
    expect(red).toBeLessThan(fires[0])
    expect(clear).toBeGreaterThan(fires[0])
    expect(clear).toBeLessThan(fires.at(-1)!)
  })

  it('go on bisque when the clay is past its stage; slip does not', () => {
    const steps = added([{ mediumId: 'berry-red', coats: 2 }], 'feather-jar')!
    const red = steps.findIndex((s) => s.act === 'coat')
    expect(steps.slice(0, red).some((s) => s.act === 'fire')).toBe(true)
    expect(added([{ mediumId: 'chalk-slip', coats: 2 }], 'feather-jar')).toBeNull()
    expect(added([{ mediumId: 'no-such-jar', coats: 2 }], 'feather-jar')).toBeNull()
  })
})

describe('jar over jar', () => {
  const asked = {
    bodyId: 'chalk-white',
    cone: '05',
    clearId: 'clear-gloss',
    ids: layerable(studio.media, '05').map((m) => m.id),
  } as const
  const matrix = layerMatrix(studio, asked)
  const at = (below: string, above: string) => matrix.ids.indexOf(below) * matrix.ids.length + matrix.ids.indexOf(above)
  const lab = (below: string, above: string) => {
    const [r, g, b] = matrix.rgb.subarray(at(below, above) * 3, at(below, above) * 3 + 3)
    return labFromHex(`#${[r, g, b].map((v) => v.toString(16).padStart(2, '0')).join('')}`)
  }

  it('has the colour of its films in each square, within what a screen shows', () => {
    for (const [below, above] of [
      ['marsh-black', 'gorse-yellow'],
      ['gorse-yellow', 'marsh-black'],
      ['amber', 'tide-blue'],
    ]) {
      const films = pairFilms(studio.media[below], studio.media[above], studio.media['clear-gloss'])
      expect(
        ciede2000(lab(below, above), filmsLab(studio.bodies['chalk-white'], films, studio.media, '05')),
      ).toBeLessThan(3)
    }
  })

  it('both orders of a pair differ; a jar over itself is that jar alone; what is covered adds no doubt', () => {
    expect(ciede2000(lab('marsh-black', 'gorse-yellow'), lab('gorse-yellow', 'marsh-black'))).toBeGreaterThan(20)
    expect(pairFilms(studio.media.amber, studio.media.amber, null)).toHaveLength(1)
    const black = matrix.expected[at('marsh-black', 'marsh-black')]
    expect(matrix.expected[at('thrift-pink', 'marsh-black')]).toBeLessThan(black * 1.2)
  })

  it('holds only what stands the cone, and forty jars take less than a second', () => {
    expect(asked.ids).not.toContain('pale-green')
    expect(asked.ids).not.toContain('wax-resist')
    expect(clearsAt(studio.media, '6').map((m) => m.id)).toEqual(['clear-stoneware'])
    const ids = Object.keys(studio.media).filter((id) => id !== 'wax-resist')
    const forty = [...ids, ...ids].slice(0, 40)
    const took = processorMs(() => expect(layerMatrix(studio, { ...asked, ids: forty }).rgb).toHaveLength(4800))
    expect(took).toBeLessThan(1000)
  })
})
