import { formatLength, formatTemperature } from '../../base/units'
import { PRESETS } from '../../form/presets'
import type { Piece } from '../../model/piece'
import type { Studio } from '../../model/studio'
import type { Told } from '../../plan/actDefinition'
import { placeWords, type Place } from '../../vocabulary/place'

/** Whether a piece is a slab, whose parts have other names. */
export const isSlab = (piece: Pick<Piece, 'form'>): boolean =>
  !piece.form.own && (PRESETS[piece.form.preset].flat ?? false)

/** What words are made with in a studio; `flat` for slabs. */
export function toldIn({ media, settings }: Pick<Studio, 'media' | 'settings'>, flat = false): Told {
  const length = (mm: number) => formatLength(mm, settings.length)
  return {
    nameOf: (id, missing = 'missing colour') => media[id]?.name ?? missing,
    kindOf: (id) => media[id]?.kind,
    length,
    temperature: (celsius) => formatTemperature(celsius, settings.temperature),
    place: (place: Place) => placeWords(place, length, flat),
  }
}
