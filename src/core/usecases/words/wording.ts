import { formatLength, formatTemperature } from '../../base/units'
import { zoneName } from '../../form/zoneNames'
import { PRESETS } from '../../form/presets'
import type { Piece } from '../../model/piece'
import type { Studio } from '../../model/studio'
import type { Wording } from '../../plan/actDefinition'
import { placeWords, type Place } from '../../vocabulary/place'

/** Whether a piece is a slab, whose parts have other names. */
export const isSlab = (piece: Pick<Piece, 'form'>): boolean =>
  !piece.form.own && (PRESETS[piece.form.preset].flat ?? false)

/** What words are made with in a studio, for a piece if it is known: it says what its parts are called. */
export function wordingFor(
  { media, settings }: Pick<Studio, 'media' | 'settings'>,
  piece?: Pick<Piece, 'form'>,
): Wording {
  const length = (mm: number) => formatLength(mm, settings.length)
  return {
    nameOf: (id, missing = 'missing colour') => media[id]?.name ?? missing,
    kindOf: (id) => media[id]?.kind,
    length,
    temperature: (celsius) => formatTemperature(celsius, settings.temperature),
    place: (place: Place) =>
      piece
        ? placeWords(place, length, isSlab(piece), (zone) => zoneName(piece.form, zone))
        : placeWords(place, length),
  }
}
