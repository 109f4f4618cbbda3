import { presetForm } from '../model/presetForm'
import { createHash } from 'node:crypto'
import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs'
import path from 'node:path'
import { describe, expect, it } from 'vitest'
import { FORM_PRESETS, type FormPreset } from '../form/presets'
import { buildForm } from '../form/buildForm'
import { demoStudio } from '../demo/demoStudio'
import { DEMO_NOW_MS } from '../demo/demoDays'
import { writePiece, writeStudio } from '../formats/verniceFile'
import { writeMediaCsv } from '../formats/mediaCsv'
import { judge } from '../judge/judge'
import { SEQUENCES, startingSteps } from './create/sequences'
import { timeline } from '../plan/timeline'
import { amountsOf } from './bench/amounts'
import { daysCalendar } from './days/daysCalendar'
import { sessionList } from './days/dayList'
import { ladderOf } from './cupboard/ladder'
import { lineWeights } from './view/lineWeights'
import { makeBenchCard } from './bench/makeBenchCard'
import { ADDABLE, newStepContent } from './create/newStep'
import { PieceViewer } from './view/pieceView'
import { pieceDrying, roomOf } from './drying/pieceDrying'
import { planDays } from './days/planDays'
import { practicePiece } from './create/practicePiece'
import { railLayout } from '../../ui/plan/railLayout'
import { rescues } from './drying/rescue'
import { handsMinutes } from './bench/stepMinutes'
import { benchWords, stepWords } from './words/stepWords'
import { isSlab } from './words/told'

/* Everything that the demo shows, as it was before the code was put in order; SNAP_DIR writes it out to be compared. */

const studio = demoStudio()
const plainForm = (preset: FormPreset) => ({ ...presetForm(preset), unevenMm: 0, parts: [] })
const pieces = Object.values(studio.pieces)
const KEPT = path.resolve('src/core/usecases/fixtures/demoSnapshot.json')
const DIR = process.env.SNAP_DIR
const known: Record<string, string> = existsSync(KEPT) ? JSON.parse(readFileSync(KEPT, 'utf8')) : {}
const now: Record<string, string> = {}

const rounded = (_: string, v: unknown): unknown =>
  typeof v === 'number'
    ? Number(v.toPrecision(9))
    : v !== null && typeof v === 'object' && !Array.isArray(v)
      ? Object.fromEntries(Object.entries(v).sort(([a], [b]) => (a < b ? -1 : 1)))
      : v

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
    // Acts that have come since are left out.
    const known = ADDABLE.flatMap(({ acts }) => acts).filter(({ act }) => act !== 'mist')
    const places = [-1, 0, 3, 7, piece.steps.length - 1].filter((at) => at < piece.steps.length)
    same(
      `${id} new steps`,
      known
        .flatMap(({ act }) => places.map((at) => newStepContent(act, piece, studio, form.value, at)))
        .map((content) => JSON.stringify(content, rounded))
        .sort(),
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
        .map((m) => ladderOf(m, studio, null).map(({ covers: _, ...row }) => row)),
    )
  })

  it('beginnings', () => {
    same(
      'starting steps',
      SEQUENCES.flatMap((id) =>
        FORM_PRESETS.flatMap((preset) =>
          Object.values(studio.bodies).map((body) => {
            const form = buildForm(plainForm(preset))
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
                  sizes: plainForm(preset).sizes,
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
