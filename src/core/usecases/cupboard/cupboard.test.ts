import { describe, expect, it } from 'vitest'
import { ciede2000 } from '../../colour/ciede2000'
import { hueDegrees, labFromHex, type Triple } from '../../colour/colourSpaces'
import { seededRandom } from '../../base/random'
import { demoStudio } from '../../demo/demoStudio'
import { applyCommand } from '../../model/command'
import type { Studio } from '../../model/studio'
import type { Tile } from '../../model/tile'
import { judge } from '../../judge/judge'
import { amountsOf } from '../measure/amounts'
import { ladderOf } from './ladder'
import { sureWord } from './sureWord'
import { GLASS_COATS } from '../../vocabulary/tools'
import { pairFilms } from '../tiles/layerFilms'
import { Beliefs, refit } from '../tiles/opticsBelief'
import { filmsOfPiece, lastCone } from '../tiles/piecesFilms'
import { contrastsOf, type PaletteColour } from '../view/palette'
import { betweenTwo, coatsWhenThinned, extended, mixtureHex, mixtureJar, strengthened } from './mixtures'
import { findMedia, type MediaSearch } from './mediaSearch'
import { rangesMeet } from '../../firing/cones'
import { recipesFor } from './recipes'
import { filmsHex, filmsLab, filmsReflectance, type Films } from '../tiles/squares'
import { isClear } from '../../vocabulary/material'
import { nextTile, proposeTiles } from '../tiles/testTiles'
import { tileLabel, tilePiece } from '../tiles/tilePieces'

const studio = demoStudio()
const white = studio.bodies['chalk-white']
const on = (films: Films, bodyId = 'chalk-white', media = studio.media) =>
  filmsLab(studio.bodies[bodyId], films, media, '05')
const clear = { mediumId: 'clear-gloss', coats: 1 }
let n = 0
const freshId = () => `id-${n++}`
const random = seededRandom(21)
const noise = () => Array.from({ length: 12 }, random).reduce((a, b) => a + b, 0) - 6

/** A studio in which some media really are otherwise than assumed. */
function truth(): Studio {
  const blue = studio.media['tide-blue']
  const red = studio.media['berry-red']
  return {
    ...studio,
    media: {
      ...studio.media,
      'tide-blue': { ...blue, optics: { K: blue.optics.K.map((k) => k * 0.6), S: blue.optics.S.map((s) => s * 1.25) } },
      'berry-red': {
        ...red,
        optics: { K: red.optics.K.map((k, i) => k * (1 + i / 60)), S: red.optics.S.map((s) => s * 0.8) },
      },
    },
  }
}

/** A tile as it would come out of the kiln of a studio. */
const fired = (tile: Tile, real: Studio, error = 0.4): Tile => ({
  ...tile,
  squares: tile.squares.map((square) => ({
    ...square,
    measured: {
      by: 'instrument',
      lab: filmsLab(real.bodies[tile.bodyId], square.films, real.media, tile.cone).map((v, i) =>
        Math.max(i ? -128 : 0, Math.min(i ? 128 : 100, v + error * noise())),
      ) as [number, number, number],
    },
  })),
})
const asTile = (proposed: ReturnType<typeof proposeTiles>[number], number = 1): Tile => ({
  id: `t${number}`,
  number,
  question: proposed.question,
  bodyId: proposed.bodyId,
  cone: proposed.cone,
  pieceId: null,
  taken: false,
  squares: proposed.squares.map((square, i) => ({
    ...square,
    id: `s${i}`,
    films: square.films.map((f) => ({ ...f })),
  })),
})

describe('ladders', () => {
  const rows = ladderOf(studio.media['shell-white'], studio)

  it('show 1 to 4 coats on every body, bare and under each clear that fits, raw beside fired', () => {
    expect(new Set(rows.map((row) => row.bodyId)).size).toBe(Object.keys(studio.bodies).length)
    expect(rows.every((row) => row.squares.length === 4)).toBe(true)
    const red = rows.find((row) => row.bodyId === 'estuary-red' && row.withId === 'clear-gloss')!
    expect(red.fits).toBe(true)
    expect(red.squares[0].rawHex).not.toBe(red.squares[0].hex)
    expect(rows.some((row) => row.bodyId === 'dune-buff' && row.withId === 'clear-gloss')).toBe(false)
  })

  it('pale colour covers later than black (common practice, no source)', () => {
    const cover = (id: string) =>
      ladderOf(studio.media[id], studio).find((row) => row.bodyId === 'peat-dark' && row.withId === null)!.covers
    expect(cover('marsh-black')).toBe(1)
    expect(cover('gorse-yellow')).toBe(4)
  })

  it('a glaze is shown over and under an underglaze', () => {
    const placed = ladderOf(studio.media['amber'], studio, studio.media['tide-blue']).filter(
      (row) => row.bodyId === 'chalk-white',
    )
    expect(placed.map((row) => row.placed)).toEqual(['bare', 'under', 'over'])
    expect(ciede2000(placed[1].squares[1].lab, placed[2].squares[1].lab)).toBeGreaterThan(3)
  })

  it('a wash under a glaze has the colour here that jar over jar shows', () => {
    const { media } = studio
    const row = ladderOf(media['amber'], studio, media['rust-wash']).find(
      ({ bodyId, placed }) => bodyId === 'chalk-white' && placed === 'over',
    )!
    const { hex } = row.squares.find(({ coats }) => coats === GLASS_COATS)!
    expect(hex).toBe(filmsHex(white, pairFilms(media['rust-wash'], media['amber'], null), media, row.cone))
  })

  it('what was only assumed is a guess, what tiles told is sure', () => {
    const cover = proposeTiles(studio, { kind: 'cover', mediumId: 'tide-blue', bodyId: 'chalk-white' })[0]
    const tile = { ...fired(asTile(cover), studio), taken: true }
    const known: Studio = {
      ...studio,
      tiles: { t1: tile },
      media: { ...studio.media, 'tide-blue': { ...studio.media['tide-blue'], knownBy: 'tiles' } },
    }
    const films = [{ mediumId: 'tide-blue', coats: 2 }]
    expect(new Beliefs(known).expected(white, films, '04')).toBeLessThan(
      new Beliefs(studio).expected(white, films, '04') / 3,
    )
    expect([1, 3, 5, 9].map(sureWord)).toEqual(['sure', 'fairly sure', 'a guess', 'unknown'])
  })
})

describe('facts of the trade (common practice, no source)', () => {
  const mixed = (parts: [string, number][], coats = 3, over: Films = [clear]) => {
    const media = {
      ...studio.media,
      mix: mixtureJar('mix', { parts: parts.map(([id, p]) => ({ id, parts: p })) }, studio.media),
    }
    return filmsLab(white, [{ mediumId: 'mix', coats }, ...over], media, '05')
  }
  const L = (lab: Triple) => lab[0]
  const C = (lab: Triple) => Math.hypot(lab[1], lab[2])

  it('blue and yellow give green, orange and red coral, white tints', () => {
    expect(
      hueDegrees(
        mixed([
          ['tide-blue', 1],
          ['gorse-yellow', 1],
        ]),
      ),
    ).toBeGreaterThan(120)
    expect(
      hueDegrees(
        mixed([
          ['tide-blue', 1],
          ['gorse-yellow', 1],
        ]),
      ),
    ).toBeLessThan(200)
    const coral = hueDegrees(
      mixed([
        ['rowan-orange', 1],
        ['berry-red', 1],
      ]),
    )
    expect(coral).toBeGreaterThan(20)
    expect(coral).toBeLessThan(60)
    expect(
      L(
        mixed([
          ['berry-red', 1],
          ['shell-white', 2],
        ]),
      ),
    ).toBeGreaterThan(L(mixed([['berry-red', 1]])) + 5)
  })

  it('light over dark is muted, clear deepens', () => {
    const over = on([{ mediumId: 'marsh-black', coats: 2 }, { mediumId: 'gorse-yellow', coats: 1 }, clear])
    expect(C(over)).toBeLessThan(C(on([{ mediumId: 'gorse-yellow', coats: 1 }, clear])) - 10)
    const bare = on([{ mediumId: 'tide-blue', coats: 3 }])
    const deep = on([{ mediumId: 'tide-blue', coats: 3 }, clear])
    expect(L(deep)).toBeLessThan(L(bare))
    expect(C(deep)).toBeGreaterThan(C(bare))
  })

  it('strengthening deepens, base lets down, water wants more coats', () => {
    const one = (medium: Studio['media'][string]) =>
      filmsLab(white, [{ mediumId: 'x', coats: 1 }], { ...studio.media, x: medium }, '04')
    const blue = studio.media['tide-blue']
    expect(C(one(strengthened(blue, 0.5)))).toBeGreaterThan(C(one(blue)))
    expect(strengthened(blue, 0.5).filmUm).toBeGreaterThan(blue.filmUm)
    expect(L(one(extended(blue, 0.5)))).toBeGreaterThan(L(one(blue)))
    expect(coatsWhenThinned(2, 0.5)).toBe(4)
  })

  it('a mixture is a jar of what its parts have in common: films between, every caution, the firing range that all stand', () => {
    const [blue, orange] = [
      { ...studio.media['tide-blue'], cautions: ['containsCobalt' as const] },
      studio.media['rowan-orange'],
    ]
    const slip = studio.media['chalk-slip']
    const media = { ...studio.media, 'tide-blue': blue }
    const jar = mixtureJar(
      'm',
      {
        parts: [
          { id: 'tide-blue', parts: 1 },
          { id: 'rowan-orange', parts: 1 },
          { id: 'chalk-slip', parts: 2 },
          { id: 'gone', parts: 3 },
          { id: 'amber', parts: 0 },
        ],
      },
      media,
    )
    expect(jar.filmUm).toBeCloseTo((blue.filmUm + orange.filmUm + 2 * slip.filmUm) / 4)
    expect(jar).toMatchObject({
      id: 'm',
      origin: 'made',
      cautions: ['containsCobalt'],
      fugitive: true,
      range: { from: '08', to: '04' },
      coats: {},
      stock: null,
    })
    expect(jar.name).not.toMatch(/gone|Amber/)
    // Pigments take light away: raw blue and raw orange together are darker than half of each light.
    const L = (hex: string) => labFromHex(hex)[0]
    const raw = mixtureJar(
      'r',
      {
        parts: [
          { id: 'tide-blue', parts: 1 },
          { id: 'rowan-orange', parts: 1 },
        ],
      },
      media,
    ).raw.dry
    expect(L(raw)).toBeLessThan((L(blue.raw.dry) + L(orange.raw.dry)) / 2)
    expect(L(raw)).toBeGreaterThan(Math.min(L(blue.raw.dry), L(orange.raw.dry)) - 8)
  })

  it('the range between two jars ends in each of them, and water lets the clay through', () => {
    const range = betweenTwo('tide-blue', 'gorse-yellow', 6)
    const hexOf = (parts: (typeof range)[number], water = 0) =>
      mixtureHex(white, { parts }, 3, water, [], studio.media, '05')
    expect(range).toHaveLength(7)
    expect(range.map((mixed) => mixed.map(({ parts }) => parts).join(':')).slice(1, 4)).toEqual(['5:1', '2:1', '1:1'])
    expect(hexOf(range[0])).toBe(filmsHex(white, [{ mediumId: 'tide-blue', coats: 3 }], studio.media, '05'))
    expect(hexOf(range[6])).toBe(filmsHex(white, [{ mediumId: 'gorse-yellow', coats: 3 }], studio.media, '05'))
    expect(new Set(range.map((parts) => hexOf(parts))).size).toBe(7)
    expect(labFromHex(hexOf(range[0], 0.7))[0]).toBeGreaterThan(labFromHex(hexOf(range[0]))[0])
  })
})

describe('test tiles', () => {
  it('lay out the fewest squares for a question, number them, and go through a plan like any piece', () => {
    const [cover] = proposeTiles(studio, { kind: 'cover', mediumId: 'shell-white', bodyId: 'estuary-red' })
    expect(cover.squares).toHaveLength(6)
    const under = proposeTiles(studio, {
      kind: 'under',
      mediaIds: ['tide-blue', 'reed-green', 'mussel-grey', 'marsh-black', 'berry-red', 'thrift-pink', 'shell-white'],
      glazeId: 'amber',
      bodyId: 'chalk-white',
    })
    expect(under.map((tile) => tile.squares.length)).toEqual([6, 1])
    const tile = asTile(cover, 7)
    const piece = tilePiece(tile, studio, freshId)
    expect(piece.name).toBe('Tile 7')
    const judged = judge(piece, studio)
    expect(
      judged.ok && judged.value.filter((f) => f.ruleId === 'stage-harms-step' || f.ruleId === 'cone-mismatch'),
    ).toEqual([])
    expect(applyCommand(studio, { type: 'piece.add', piece }).ok).toBe(true)
    expect(tileLabel(tile, studio).lines).toHaveLength(7)
  })

  it('the next tile is about colours that the plans use, and makes them surer', () => {
    const next = nextTile(studio)!
    const used = new Set(
      Object.keys(studio.pieces).flatMap((id) => filmsOfPiece(studio, id).map((films) => films[0].mediumId)),
    )
    expect(next.squares.every((square) => used.has(square.films[0].mediumId))).toBe(true)
    const [, after, before] = /ΔE ([\d.]+) instead of ([\d.]+)/.exec(next.teaches)!
    expect(Number(after)).toBeLessThan(Number(before))
    const tile = { ...fired(asTile(next), studio), taken: true }
    const measured = [...new Set(next.squares.map((s) => s.films[0].mediumId))]
    const learnt: Studio = { ...studio, tiles: { [tile.id]: tile } }
    for (const id of measured)
      expect(
        new Beliefs(learnt).expected(studio.bodies[next.bodyId], [{ mediumId: id, coats: 3 }], next.cone),
      ).toBeLessThan(new Beliefs(studio).expected(studio.bodies[next.bodyId], [{ mediumId: id, coats: 3 }], next.cone))
  })
})

describe('what came out of the kiln', () => {
  const real = truth()
  const tiles = (['tide-blue', 'berry-red'] as const).map((mediumId, i) =>
    fired(asTile(proposeTiles(studio, { kind: 'cover', mediumId, bodyId: 'chalk-white' })[0], i + 1), real),
  )
  const told: Studio = { ...studio, tiles: Object.fromEntries(tiles.map((tile) => [tile.id, tile])) }
  const shares: number[] = []
  const fit = refit(
    told,
    tiles.map((t) => t.id),
    (share) => shares.push(share),
  )

  it('refits the optics: residuals fall, and stacks never shown come right', () => {
    const mean = (pick: 'differenceBefore' | 'differenceAfter') =>
      fit.residuals.reduce((sum, r) => sum + r[pick], 0) / fit.residuals.length
    expect(mean('differenceBefore')).toBeGreaterThan(2.5)
    expect(mean('differenceAfter')).toBeLessThan(0.9)
    expect(shares.at(-1)).toBeCloseTo(1, 6)
    const media = {
      ...studio.media,
      ...Object.fromEntries(Object.entries(fit.media).map(([id, optics]) => [id, { ...studio.media[id], optics }])),
    }
    for (const films of [
      [{ mediumId: 'tide-blue', coats: 2 }],
      [{ mediumId: 'berry-red', coats: 2 }, clear],
    ] as Films[]) {
      const was = ciede2000(filmsLab(white, films, studio.media, '05'), filmsLab(white, films, real.media, '05'))
      const is = ciede2000(filmsLab(white, films, media, '05'), filmsLab(white, films, real.media, '05'))
      expect(is).toBeLessThan(Math.max(1.2, was / 2))
    }
  })

  it('tells which pieces in progress change, and by how much', () => {
    expect(fit.pieces.length).toBeGreaterThan(0)
    expect(
      fit.pieces.every(({ pieceId }) =>
        filmsOfPiece(studio, pieceId).some((films) =>
          films.some((f) => ['tide-blue', 'berry-red', 'clear-gloss'].includes(f.mediumId)),
        ),
      ),
    ).toBe(true)
  })

  it('a square that was mixed up disagrees, and bends the rest little', () => {
    const [tile] = tiles
    const wrong: Tile = {
      ...tile,
      squares: tile.squares.map((square, i) =>
        i === 2 ? { ...square, measured: { by: 'instrument', lab: [30, 50, 30] } } : square,
      ),
    }
    const bent = refit({ ...studio, tiles: { [wrong.id]: wrong } }, [wrong.id])
    expect(bent.residuals.filter((r) => r.disagrees).map((r) => r.squareId)).toEqual(['s2'])
    expect(bent.residuals.filter((r) => r.squareId !== 's2').every((r) => r.differenceAfter < 2.5)).toBe(true)
  })
})

describe('recipes', () => {
  const jarIds = Object.values(studio.media)
    .filter((m) => m.kind === 'underglaze')
    .map((m) => m.id)
  it('for a colour that was mixed once find it again, with how sure it is', () => {
    const wanted = filmsLab(
      white,
      [{ mediumId: 'mix', coats: 3 }, clear],
      {
        ...studio.media,
        mix: mixtureJar(
          'mix',
          {
            parts: [
              { id: 'tide-blue', parts: 1 },
              { id: 'gorse-yellow', parts: 3 },
            ],
          },
          studio.media,
        ),
      },
      '05',
    )
    const { recipes, unreached } = recipesFor(studio, {
      lab: wanted,
      bodyId: 'chalk-white',
      glazeId: 'clear-gloss',
      jarIds,
      mostJars: 2,
      cone: '05',
    })
    expect(unreached).toBeNull()
    expect(recipes[0].difference).toBeLessThan(0.5)
    expect(recipes[0].parts).toEqual([
      { id: 'tide-blue', parts: 1 },
      { id: 'gorse-yellow', parts: 3 },
    ])
    expect(recipes[0].expected).toBeGreaterThan(1)
  })

  it.each([
    [[96, 0, 0], 'Too light'],
    [[70, 95, 70], 'Too vivid'],
    [[4, 0, 0], 'Too dark'],
  ] as [Triple, string][])('for %j say why it cannot be reached', (lab, part) => {
    const { unreached } = recipesFor(studio, {
      lab,
      bodyId: 'peat-dark',
      glazeId: null,
      jarIds: ['thrift-pink', 'reed-green'],
      mostJars: 2,
      cone: '5',
    })
    expect(unreached).toContain(part)
    expect(unreached).toMatch(/beside the nearest the difference is .+ \(ΔE [\d.]+\)/)
  })
})

describe('palette', () => {
  const colour = (id: number, films: Films): PaletteColour => ({
    id,
    side: 'outside',
    share: 0.3,
    films: [...films],
    hex: filmsHex(white, films, studio.media, '05'),
    lab: on(films),
    reflectance: Array.from(filmsReflectance(white, films, studio.media, '05')),
  })

  it('grades drawing by lightness, and warns of what merges', () => {
    const [pair] = contrastsOf([colour(1, [{ mediumId: 'marsh-black', coats: 3 }, clear]), colour(2, [clear])])
    expect(pair.grade).toBe('clear')
    expect(pair.warnings).toEqual([])
    const same = contrastsOf([
      colour(1, [{ mediumId: 'tide-blue', coats: 3 }, clear]),
      colour(2, [{ mediumId: 'tide-blue', coats: 4 }, clear]),
    ])[0]
    expect(same.grade).toBe('lost')
    expect(same.warnings.join()).toContain('hardly differ')
    const redGreen = contrastsOf([
      colour(1, [{ mediumId: 'berry-red', coats: 3 }, clear]),
      colour(2, [{ mediumId: 'reed-green', coats: 3 }, clear]),
    ])[0]
    expect(Math.min(...Object.values(redGreen.seenBy))).toBeLessThan(redGreen.underLight.daylight)
  })
})

describe('amounts', () => {
  it('come from true areas, and the sums are shown', () => {
    const stocked: Studio = {
      ...studio,
      media: {
        ...studio.media,
        'marsh-black': { ...studio.media['marsh-black'], stock: { jars: 1, jarMl: 120, price: 9, batch: '' } },
      },
    }
    const black = amountsOf(studio.pieces['reed-jugs'], stocked).find((a) => a.mediumId === 'marsh-black')!
    expect(black.mlForAll).toBeCloseTo(4 * black.mlForOne, 9)
    expect(black.mlForOne).toBeGreaterThan(10)
    expect(black.mlForOne).toBeLessThan(60)
    expect(black.jarsLeft).toBeCloseTo(1 - black.mlForAll / 120, 9)
    expect(black.cost).toBeCloseTo((black.mlForAll / 120) * 9, 9)
    expect(black.piecesAJar).toBe(Math.floor(120 / black.mlForOne))
    expect(black.sums[0]).toMatch(/cm² × 4\d\d µm of wet film and 10 % that does not stay on it = /)
    expect(amountsOf(studio.pieces['reed-jugs'], stocked, true).some((a) => a.mediumId === 'marsh-black')).toBe(false)
    expect(
      amountsOf(studio.pieces['reed-jugs'], stocked).find((a) => a.mediumId === 'clear-gloss')!.bucketMl,
    ).toBeGreaterThan(500)
  })
})

it('the cupboard has clears, and pieces know their last cone', () => {
  expect(
    Object.values(studio.media)
      .filter(isClear)
      .map((m) => m.id),
  ).toEqual(expect.arrayContaining(['clear-gloss', 'clear-satin', 'clear-stoneware']))
  expect(lastCone(studio, 'reed-jugs')).toBe('05')
})

describe('looking for a medium', () => {
  const find = (search: Partial<MediaSearch>) =>
    findMedia(Object.values(studio.media), { words: '', body: null, cone: null, forFood: false, ...search }).map(
      (m) => m.id,
    )

  it('by words, clay, cone and use', () => {
    expect(find({ words: '  BLUE ' })).toEqual(['tide-blue', 'iris-opaque'])
    expect(find({ words: 'clear', body: studio.bodies['dune-buff'] })).toEqual(['clear-stoneware'])
    expect(find({ words: 'clear', cone: '05' })).toEqual(['clear-gloss', 'clear-satin'])
    expect(find({ words: 'amber', forFood: true })).toEqual([])
    expect(find({ words: 'tide', forFood: true })).toEqual(['tide-blue'])
    expect(find({})).toHaveLength(Object.keys(studio.media).length)
  })

  it('two firing ranges meet where one cone lies in both', () => {
    expect(rangesMeet({ from: '08', to: '04' }, { from: '04', to: '6' })).toBe(true)
    expect(rangesMeet({ from: '08', to: '05' }, { from: '04', to: '6' })).toBe(false)
    expect(rangesMeet({ from: '08', to: '6' }, { from: '04', to: '03' })).toBe(true)
  })
})
