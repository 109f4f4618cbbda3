import { describe, expect, it } from 'vitest'
import { demoStudio } from '../../demo/demoStudio'
import { surfacesOf } from '../../form/assembly'
import { buildForm } from '../../form/buildForm'
import { readVerniceFile, writeStudio } from '../../formats/verniceFile'
import { applyCommand } from '../../model/command'
import type { Piece } from '../../model/piece'
import { entriesOf, placeKey, samePlace, type Placed, type RunEntry } from '../../model/run'
import { placeNoteEntry, strikeEntry } from '../../model/runEntries'
import { makeBenchCard } from '../measure/makeBenchCard'
import { runLines } from '../bench/runWords'
import { noteNear, placeNotes, placeNoteWords, type PlaceNote } from './placeNotes'

const studio = demoStudio()
const jugs = studio.pieces['reed-jugs']
const plate = studio.pieces['estuary-plate']
const known = { now: '2026-03-04T16:00:00Z', by: 'Wen' }

type Spot = Extract<Placed, { kind: 'spot' }>

const form = buildForm(jugs.form)
if (!form.ok) throw new Error('no jug')
const surfaces = surfacesOf(form.value, jugs.form.parts)
const [wall] = surfaces
const upWall = (mm: number, across = 0.25): Spot => ({
  kind: 'spot',
  across,
  alongMm: form.value.zones.outside.from + mm,
})

/** A piece with entries written down, through the same command as on the screen. */
function written(piece: Piece, entries: RunEntry[]): Piece {
  const after = applyCommand(studio, { type: 'run.add', pieceId: piece.id, entries })
  if (!after.ok) throw new Error(JSON.stringify(after.issue))
  return after.value.pieces[piece.id]
}

const photo = (placed: Placed, id: string): RunEntry => ({
  id,
  at: known.now,
  by: '',
  pots: [],
  kind: 'photo',
  photoId: id,
  side: 'other',
  stepId: null,
  mediumId: null,
  widthPx: 40,
  heightPx: 30,
  bytes: 900,
  placed,
})

describe('notes on places', () => {
  it('stand together place by place, in words, and one that is taken back is gone', () => {
    const crack = placeNoteEntry(upWall(42), 'here', 'watch this crack', known)
    const petal = placeNoteEntry({ kind: 'area', drawingId: 'none', areaId: 3 }, 'there', 'pale', known)
    const piece = written(jugs, [crack, petal, photo(upWall(42), 'shot')])
    const noted = placeNotes(piece, 'mm')
    expect(noted.map(({ where }) => where)).toEqual(['outside, 42 mm up, 90°', 'area 3, of a drawing that is gone'])
    expect(placeNoteWords(noted[0])).toBe('Outside, 42 mm up, 90°: watch this crack; 1 photograph')
    const back = written(jugs, [crack, petal, strikeEntry(crack, known)])
    expect(placeNotes(back, 'mm').map(({ placed }) => placed.kind)).toEqual(['area'])
    expect(placeNotes(jugs, 'mm')).toEqual([])
    expect(runLines(piece, studio).map(({ words }) => words)).toContain('Photograph: outside, 42 mm up, 90°')
  })

  it('an area is called by its number, its name and its drawing', () => {
    const [drawing] = plate.drawings
    const area = drawing.areas.find(({ called }) => called)!
    const placed: Placed = { kind: 'area', drawingId: drawing.id, areaId: area.id }
    const [noted] = placeNotes(written(plate, [placeNoteEntry(placed, '', 'two coats more', known)]), 'mm')
    expect(noted.where).toBe(`area ${area.id}, ${area.called}, of ${drawing.name}`)
  })

  it('a spot within five millimetres of a noted one is that one; round the seam too, on other surfaces never', () => {
    const at = (spot: Spot): PlaceNote => ({ key: placeKey(spot), placed: spot, where: '', notes: [], photos: [] })
    const noted = [at(upWall(42, 0)), at(upWall(60, 0.5)), at({ ...upWall(42, 0), on: 'elsewhere' })]
    expect(noteNear(noted, upWall(44, 0.999), wall)?.placed).toEqual(upWall(42, 0))
    expect(noteNear(noted, upWall(42.5, 0.001), wall)?.placed).toEqual(upWall(42, 0))
    expect(noteNear(noted, upWall(51, 0), wall)).toBeNull()
    expect(samePlace(upWall(42), { ...upWall(42), alongMm: upWall(42).alongMm + 0.01 })).toBe(true)
    expect(samePlace(upWall(42), undefined)).toBe(false)
  })

  it('go with the bench card and with the file', () => {
    const piece = written(jugs, [placeNoteEntry(upWall(42), '', 'watch this crack', known)])
    const card = makeBenchCard(piece, studio, [])
    expect(card.facts).toContain('Outside, 42 mm up, 90°: watch this crack')
    const file = readVerniceFile(writeStudio({ ...studio, pieces: { ...studio.pieces, [piece.id]: piece } }))
    if (!file.ok || !('studio' in file.value)) throw new Error('not read')
    expect(entriesOf(file.value.studio.pieces[piece.id].run, 'note').at(-1)?.placed).toEqual(upWall(42))
  })
})
