import { describe, expect, it } from 'vitest'
import { DEMO_NOW_MS } from '../../demo/demoDays'
import { demoStudio } from '../../demo/demoStudio'
import { pieceDrying, roomOf } from '../drying/pieceDrying'
import { dryingWait } from './dryingWait'

const studio = demoStudio(DEMO_NOW_MS)
const dryingOf = (id: string, nowMs = DEMO_NOW_MS) => {
  const piece = studio.pieces[id]
  const drying = pieceDrying(piece, studio.bodies[piece.bodyId], roomOf(studio, piece), nowMs)
  if (!drying.ok || !drying.value) throw new Error(id)
  return { piece, drying: drying.value }
}

describe('what the bench says of clay that still dries', () => {
  it('a jar that is brought to leather-hard is told what it is now and when it comes there', () => {
    const { piece, drying } = dryingOf('dotted-jar')
    const [bring] = piece.steps
    const wait = dryingWait(piece, bring.id, drying)
    expect(wait).toMatchObject({ now: 'wet', wanted: 'leatherHard' })
    const { early = 0, likely = 0, late = 0 } = wait?.opens ?? {}
    expect(early).toBeGreaterThan(drying.nowHours)
    expect(likely).toBeGreaterThan(early)
    expect(late).toBeGreaterThan(likely)
  })

  it('nothing is waited for where the clay is there, or past it, or nothing is known of it', () => {
    const { piece, drying } = dryingOf('reed-jugs')
    const next = piece.steps.find(({ done }) => !done)
    if (!next) throw new Error()
    expect(dryingWait(piece, next.id, drying)).toBeNull()
    expect(dryingWait(piece, next.id, null)).toBeNull()
    const fired = dryingOf('swift-mugs')
    expect(dryingWait(fired.piece, fired.piece.steps[0].id, fired.drying)).toBeNull()
    expect(dryingWait(fired.piece, 'gone', fired.drying)).toBeNull()
  })
})
