import { createHash } from 'node:crypto'
import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs'
import path from 'node:path'
import { describe, expect, it } from 'vitest'
import { FORM_PRESETS } from '../form/presets'
import { buildForm } from '../form/buildForm'
import { demoStudio } from '../demo/demoStudio'
import { DEMO_NOW_MS } from '../demo/demoDays'
import { writePiece, writeStudio } from '../formats/verniceFile'
import { writeMediaCsv } from '../formats/mediaCsv'
import { judge } from '../judge/judge'
import { SEQUENCES, startingSteps } from '../model/sequences'
import { timeline } from '../model/timeline'
import { amountsOf } from './amounts'
import { daysCalendar } from './daysCalendar'
import { sessionList } from './dayList'
import { ladderOf } from './ladder'
import { lineWeights } from './lineWeights'
import { makeBenchCard } from './makeBenchCard'
import { ADDABLE, newStepContent } from './newStep'
import { PieceViewer } from './pieceView'
import { pieceDrying, roomOf } from './pieceDrying'
import { planDays } from './planDays'
import { practicePiece } from './practicePiece'
import { presetFormOf } from './presetFormOf'
import { railLayout } from './railLayout'
import { rescues } from './rescue'
import { handsMinutes } from './stepMinutes'
import { benchWords, isSlab, stepWords } from './stepWords'

/* Everything that the demo shows, as it was before the code was put in order; SNAP_DIR writes it out to be compared. */

const studio = demoStudio()
const pieces = Object.values(studio.pieces)
const KEPT = path.resolve('src/core/usecases/fixtures/demoSnapshot.json')
const DIR = process.env.SNAP_DIR
const known: Record<string, string> = existsSync(KEPT) ? JSON.parse(readFileSync(KEPT, 'utf8')) : {}
const now: Record<string, string> = {}

const rounded = (_: string, v: unknown) => (typeof v === 'number' ? Number(v.toPrecision(9)) : v)

function same(name: string, value: unknown) {
  const text = typeof value === 'string' ? value : JSON.stringify(value, rounded, 1)
  now[name] = createHash('sha256').update(text).digest('hex').slice(0, 16)
  if (DIR) {
    mkdirSync(DIR, { recursive: true })
    writeFileSync(path.join(DIR, `${name.replaceAll(/[^\w-]/g, '_')}.txt`), text)
  }
  if (process.env.SNAP_WRITE) writeFileSync(KEPT, JSON.stringify({ ...known, ...now }, null, 1) + '\n')
  else expect.soft(now[name], name).toBe(known[name])
}

const bytes = (data: Uint8Array) => createHash('sha256').update(data).digest('hex')

describe('the demo is as it was', () => {
  it.each(pieces.map((piece) => [piece.id, piece] as const))('%s', (id, piece) => {
    const viewer = new PieceViewer(512, 256)
    const skins = piece.steps.flatMap((_, afterStep) =>
      (['bench', 'firedNow'] as const).map((kind) => {
        const view = viewer.view({
          piece,
          bodies: studio.bodies,
          media: studio.media,
          afterStep,
          kind,
          light: 'daylight',
        })
        if (!view.ok) throw new Error()
        const { colour, relief } = view.value.picture
        return [afterStep, kind, bytes(colour), bytes(relief)].join(' ')
      }),
    )
    same(`${id} skins`, skins.join('\n'))
    const large = new PieceViewer().view({
      piece,
      bodies: studio.bodies,
      media: studio.media,
      afterStep: piece.steps.length - 1,
      kind: 'firedWhole',
      light: 'daylight',
    })
    if (!large.ok) throw new Error()
    same(`${id} large`, [bytes(large.value.picture.colour), bytes(large.value.picture.relief), large.value.gauges])
    const findings = judge(piece, studio)
    if (!findings.ok) throw new Error()
    same(`${id} findings`, findings.value)
    const form = buildForm(piece.form)
    if (!form.ok) throw new Error()
    const times = timeline(piece.steps)
    same(
      `${id} steps`,
      piece.steps.map((step, i) => [
        stepWords(step, studio, isSlab(piece)),
        benchWords(step, times[i].stage, studio, isSlab(piece)),
        handsMinutes(step, form.value),
      ]),
    )
    same(`${id} card`, makeBenchCard(piece, studio, findings.value))
    same(`${id} amounts`, amountsOf(piece, studio))
    same(`${id} weights`, lineWeights(piece, studio.bodies[piece.bodyId]))
    same(`${id} rail`, railLayout(piece.steps, 1200))
    let n = 0
    same(
      `${id} practice`,
      practicePiece(piece, () => `n${n++}`),
    )
    same(`${id} file`, writePiece(piece, studio))
    const drying = pieceDrying(piece, studio.bodies[piece.bodyId], roomOf(studio, piece), DEMO_NOW_MS)
    same(
      `${id} rescues`,
      drying.ok && drying.value ? rescues(piece, studio, drying.value, DEMO_NOW_MS, (k) => `r${k}`) : [],
    )
    same(
      `${id} new steps`,
      ADDABLE.flatMap(({ acts }) =>
        acts.flatMap(({ act }) =>
          [-1, 0, 3, 7, piece.steps.length - 1]
            .filter((at) => at < piece.steps.length)
            .map((at) => newStepContent(act, piece, studio, form.value, at)),
        ),
      ),
    )
  })

  it('days', () => {
    let last: unknown = null
    const days = planDays(studio, DEMO_NOW_MS, 4)
    for (let step = days.next(); !step.done; step = days.next()) last = step.value.schedule ?? last
    same('days plan', last)
    const planned = { ...studio, schedule: last as typeof studio.schedule }
    same('days calendar', daysCalendar(planned, DEMO_NOW_MS))
    same(
      'days lists',
      planned.schedule.visits.map((v) => sessionList(planned, v.sessionId)),
    )
  }, 60_000)

  it('cupboard and files', () => {
    same('studio file', writeStudio(studio))
    same('media csv', writeMediaCsv(Object.values(studio.media)))
    same(
      'ladders',
      Object.values(studio.media)
        .slice(0, 12)
        .map((m) => ladderOf(m, studio, null)),
    )
  })

  it('beginnings', () => {
    same(
      'starting steps',
      SEQUENCES.flatMap((id) =>
        FORM_PRESETS.flatMap((preset) =>
          Object.values(studio.bodies).map((body) => {
            const form = buildForm(presetFormOf(preset))
            if (!form.ok) throw new Error()
            const { zones, flat } = form.value
            let n = 0
            return [
              id,
              preset,
              body.id,
              startingSteps(
                id,
                {
                  body,
                  media: Object.values(studio.media),
                  sizes: presetFormOf(preset).sizes,
                  colourId: null,
                  outsideMm: zones.outside.to - zones.outside.from,
                  flat: flat !== undefined && flat !== null && Boolean(flat),
                },
                () => `s${n++}`,
              ),
            ]
          }),
        ),
      ),
    )
  })
})
