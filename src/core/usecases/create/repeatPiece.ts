import { counted } from '../../base/words'
import { isA, type Step } from '../../plan/step'
import { ok, type Result } from '../../base/result'
import { buildForm } from '../../form/buildForm'
import { aroundMm, profileAt, type TurnedForm, type ZoneName } from '../../form/turnedForm'
import { NOT_MADE, WHOLE, type Form, type Piece } from '../../model/piece'
import { partOfSurface } from '../../plan/touched'
import type { Motif } from '../../vocabulary/motif'
import { TO_THE_EDGE_MM, type Place } from '../../vocabulary/place'
import { motifOnSide } from './motifOnSide'

/** What is said of a piece that is made again. */
export interface Again {
  readonly name: string
  readonly count: number
  readonly use: Piece['use']
  readonly bodyId: string
  readonly form: Form
  /** Motifs grow with the form, or stay as large as they are. */
  readonly motifs: 'scaled' | 'kept'
}

/** A piece made again, and what of it is other than it was, in sentences. */
export interface Repeated {
  readonly piece: Piece
  readonly told: readonly string[]
}

/** Both forms, and by how much a side of the new one is longer. */
interface Change {
  readonly from: TurnedForm
  readonly to: TurnedForm
  readonly motifs: Again['motifs']
  /** By how much each part is taller. */
  readonly parts: ReadonlyMap<string, number>
}

const longOf = (form: TurnedForm, zone: ZoneName) => form.zones[zone].to - form.zones[zone].from

const growth = ({ from, to }: Change, zone: ZoneName): number => {
  const [before, after] = [longOf(from, zone), longOf(to, zone)]
  return before > 0 && after > 0 ? after / before : 1
}

const rounded = (mm: number) => Math.round(mm * 10) / 10

/** Round the form at a height above the foot of a side; on a flat part, round the circle that is so far out. */
function roundMm(form: TurnedForm, side: Motif['side'], upMm: number): number {
  if (side === 'floor' || side === 'base') return 2 * Math.PI * Math.max(1, upMm)
  const { from, to } = form.zones[side]
  return aroundMm(form, profileAt(form, Math.min(to, from + upMm)).r)
}

/** What lies on a part moves with it and, when motifs grow, grows with it; it closes as it did. */
function onPartAgain(motif: Motif, grown: number, motifs: Again['motifs']): Motif {
  const size = motifs === 'scaled' ? grown : 1
  const { upMm, heightMm, rowGapMm } = motif
  return {
    ...motif,
    upMm: rounded(upMm * grown),
    heightMm: Math.max(1, rounded(heightMm * size)),
    rowGapMm: rounded(rowGapMm * size),
  }
}

/** A motif on the new form: moved with the profile, as large as is wished, as often as its pitch fits, so that it closes. */
function motifAgain(motif: Motif, change: Change): Motif {
  if (motif.on) return onPartAgain(motif, change.parts.get(partOfSurface(motif.on)) ?? 1, change.motifs)
  const { side } = motif
  const grown = growth(change, side)
  const size = change.motifs === 'scaled' ? grown : 1
  const upMm = rounded(motif.upMm * grown)
  const heightMm = Math.max(1, rounded(motif.heightMm * size))
  const pitch = roundMm(change.from, side, motif.upMm + motif.heightMm / 2) / motif.repeats
  const round = roundMm(change.to, side, upMm + heightMm / 2)
  const repeats = motif.repeats === 1 ? 1 : Math.min(120, Math.max(1, Math.round(round / (pitch * size))))
  return motifOnSide({ ...motif, upMm, heightMm, repeats, rowGapMm: rounded(motif.rowGapMm * size) }, side, change.to)
}

/** A place on the new form: a band moves with the profile; what goes to the edge still does. */
function placeAgain(place: Place, change: Change): Place {
  if (!place.band) return place
  const grown = growth(change, place.parts.includes('outside') ? 'outside' : 'inside')
  const at = (mm: number) => (mm >= TO_THE_EDGE_MM ? mm : Math.min(2000, rounded(mm * grown)))
  return { ...place, band: { fromMm: at(place.band.fromMm), toMm: at(place.band.toMm) } }
}

/** Sectors that are marked out follow the motif that stands on them. */
function sectorsAgain(sectors: number, before: readonly Motif[], after: readonly Motif[]): number {
  const i = before.findIndex(({ repeats }) => repeats > 1 && (sectors % repeats === 0 || repeats % sectors === 0))
  if (i < 0) return sectors
  const next = (sectors * after[i].repeats) / before[i].repeats
  return Number.isInteger(next) && next >= 2 && next <= 120 ? next : Math.max(2, after[i].repeats)
}

const motifOf = (step: Step): Motif | null => ('motif' in step && step.motif ? step.motif : null)

/**
 * The same plan on another form, clay, size or number: patterns close, bands and motifs move with the profile, nothing is done yet and
 * nothing has dried. Fails when the form cannot stand.
 */
export function repeatPiece(piece: Piece, again: Again, newId: () => string): Result<Repeated> {
  const [from, to] = [buildForm(piece.form), buildForm(again.form)]
  if (!to.ok) return to
  const change: Change = {
    from: from.ok ? from.value : to.value,
    to: to.value,
    motifs: again.motifs,
    parts: new Map(
      piece.form.parts.flatMap(({ id, heightMm }) => {
        const part = again.form.parts.find((p) => p.id === id)
        return part ? [[id, part.heightMm / heightMm]] : []
      }),
    ),
  }
  const motifs = piece.steps.flatMap((step) => motifOf(step) ?? [])
  const moved = motifs.map((motif) => motifAgain(motif, change))
  const { name, count, use, bodyId, form } = again
  const told: string[] = []
  const steps = piece.steps.map((step, i) => {
    // What befell it then is not planned again.
    const { mishap: _mishap, ...planned } = step
    const next = { ...planned, id: newId(), done: false } as Step
    const motif = motifOf(step)
    const own = motif && moved[motifs.indexOf(motif)]
    if (motif && own && own.repeats !== motif.repeats)
      told.push(
        own.repeats === 1
          ? `Step ${i + 1}: once instead of ${motif.repeats} times; there is no room for more.`
          : `Step ${i + 1}: ${own.repeats} repeats instead of ${motif.repeats}, so that it closes.`,
      )
    return {
      ...next,
      ...(own ? { motif: own } : {}),
      ...('place' in step ? { place: placeAgain(step.place, change) } : {}),
      ...(isA(step, 'marking out') ? { sectors: sectorsAgain(step.sectors, motifs, moved) } : {}),
      ...('upMm' in step && !isA(step, 'foot cleaning')
        ? { upMm: rounded(step.upMm * growth(change, 'outside')) }
        : {}),
    } as Step
  })
  return ok({
    piece: {
      ...piece,
      id: newId(),
      name,
      count,
      use,
      bodyId,
      form,
      steps,
      variant: null,
      fired: [],
      making: { ...NOT_MADE, roomId: piece.making.roomId },
      ...WHOLE,
    },
    told,
  })
}

/** What counting coats again has changed, in sentences. */
export const coatsTold = (before: Piece, after: Piece): string[] =>
  after.steps.flatMap((step, i) => {
    const former = before.steps.find(({ id }) => id === step.id)
    return former && 'coats' in former && 'coats' in step && former.coats !== step.coats
      ? [`Step ${i + 1}: ${counted(step.coats, 'coat', 'coats')} instead of ${former.coats}, for this clay.`]
      : []
  })
