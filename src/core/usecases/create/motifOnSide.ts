import { WALL } from '../../form/assembly'
import type { Surface } from '../../form/surfaces/surface'
import { aroundMm, profileAt, type TurnedForm } from '../../form/turnedForm'
import { motifAspect } from '../../skin/motifs/motifAspect'
import type { Drawing, Motif } from '../../vocabulary/motif'

/** Share of a wall, and of the way out from a middle, that a motif takes at most when it is put there. */
const OF_WALL = 0.8
const OF_FLAT = 0.7

/** A wall no longer than its floor is broad, or hardly, is a plate’s: its face is what is drawn on. */
const LOW_WALL = 1.1

/** The side on which a drawing stands as a rule: the face of what is flat or shallow, the outside of what stands. */
export function drawnSide({ flat, zones: { outside, floor } }: TurnedForm): 'outside' | 'floor' {
  return flat || outside.to - outside.from < (floor.to - floor.from) * LOW_WALL ? 'floor' : 'outside'
}

/** A motif on another side of the form, made smaller and moved where it would not fit there. */
export function motifOnSide(motif: Motif, side: Motif['side'], form: TurnedForm): Motif {
  const { from, to } = form.zones[side]
  const long = to - from
  if (side === 'outside' || side === 'inside') {
    const heightMm = Math.max(1, Math.min(motif.heightMm, Math.floor((long * OF_WALL) / motif.rows)))
    return {
      ...motif,
      side,
      heightMm,
      upMm: Math.max(0, Math.round(Math.min(motif.upMm, long - heightMm * motif.rows))),
    }
  }
  // A lone one lies across the middle, as a mark or initials do; several stand round it.
  const across = motif.repeats === 1 ? (2 * long * OF_FLAT) / Math.max(1, motifAspect(motif)) : long * OF_FLAT
  const heightMm = Math.max(1, Math.min(motif.heightMm, Math.floor(across)))
  const middle = motif.repeats === 1 ? 0 : Math.round(long - heightMm / 2 - long * 0.08)
  return { ...motif, side, heightMm, upMm: Math.max(0, middle) }
}

/** Sectors round a face reach from here to here, as shares of the way out; from a hole where their points would run into one. */
const SECTOR_FROM = 0.14
const SECTOR_TO = 0.92

/** Sectors begin as so many, where what they take the place of stood alone. */
const SECTORS_AT_FIRST = 12

/** A motif as sectors: on a face from near its middle to near its edge, on a wall where it stood. */
export function asSectors(motif: Motif, form: TurnedForm): Motif {
  const repeats = motif.repeats < 3 ? SECTORS_AT_FIRST : motif.repeats
  const own: Motif = { ...motif, kind: 'sectors', drawing: null, repeats }
  if (motif.side !== 'floor' && motif.side !== 'base') return own
  const { from, to } = form.zones[motif.side]
  const at = (share: number) => Math.round((to - from) * share)
  return {
    ...own,
    rows: 1,
    heightMm: Math.max(1, at(SECTOR_TO) - at(SECTOR_FROM)),
    upMm: (at(SECTOR_FROM) + at(SECTOR_TO)) / 2,
  }
}

/** A motif as initials: once, upright, in the middle of its side, no wider than what one sees of a wall at once. */
export function asInitials(motif: Motif, form: TurnedForm): Motif {
  const own: Motif = { ...motif, kind: 'letters', drawing: null, repeats: 1, rows: 1, alternate: 'none', startDeg: 0 }
  if (motif.side === 'floor' || motif.side === 'base') return motifOnSide(own, motif.side, form)
  const { from, to } = form.zones[motif.side]
  const around = aroundMm(form, profileAt(form, (from + to) / 2).r)
  const most = Math.min((to - from) * OF_WALL, around / 3 / Math.max(1, motifAspect(own)))
  const heightMm = Math.max(1, Math.min(motif.heightMm, Math.floor(most)))
  return { ...own, heightMm, upMm: Math.round((to - from - heightMm) / 2) }
}

/** A motif on another surface of the piece: in the middle of its outside, made smaller where it would not fit there. */
export function motifOnSurface({ on: _, ...motif }: Motif, { id, form }: Pick<Surface, 'id' | 'form'>): Motif {
  const { from, to } = form.zones.outside
  const long = to - from
  const heightMm = Math.max(1, Math.min(motif.heightMm, Math.floor((long * OF_WALL) / motif.rows)))
  const upMm = Math.round((long - heightMm * motif.rows) / 2)
  return { ...motif, side: 'outside', heightMm, upMm: Math.max(0, upMm), ...(id === WALL ? {} : { on: id }) }
}

/** A motif that takes a drawing of one’s own: as often as it did where that fits, fewer times or smaller where it does not. */
export function motifOfDrawing(motif: Motif, drawing: Drawing, form: TurnedForm): Motif {
  const own = { ...motif, drawing }
  if (motif.side !== 'outside' && motif.side !== 'inside') return motifOnSide(own, motif.side, form)
  // Made smaller, its middle lies elsewhere: the narrowest place up to its middle counts.
  const footMm = form.zones[motif.side].from + motif.upMm
  const roundMm = Math.min(
    ...[0, 1, 2, 3, 4].map((i) => aroundMm(form, profileAt(form, footMm + (motif.heightMm * i) / 8).r)),
  )
  const heightMm = Math.max(1, Math.min(motif.heightMm, Math.floor(roundMm / drawing.aspect)))
  return {
    ...own,
    heightMm,
    repeats: Math.max(1, Math.min(motif.repeats, Math.floor(roundMm / (heightMm * drawing.aspect)))),
  }
}
