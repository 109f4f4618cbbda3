import { STARTER_BODIES } from '../cupboard/bodies'
import { STARTER_MEDIA } from '../cupboard/media'
import { DEFAULT_SETTINGS, DEFAULT_WAYS, type Studio } from '../model/studio'
import { firstPieces } from './firstPieces'
import { techniquePieces } from './techniquePieces'

const byId = <T extends { id: string }>(list: readonly T[]): Record<string, T> => Object.fromEntries(list.map((entry) => [entry.id, entry]))

/** A studio with the starter cupboard and no pieces. */
export const emptyStudio = (): Studio => ({
  name: 'My studio',
  settings: { ...DEFAULT_SETTINGS },
  ways: { ...DEFAULT_WAYS },
  bodies: byId(STARTER_BODIES),
  media: byId(STARTER_MEDIA),
  pieces: {},
  order: [],
})

/** The demo: an invented studio by a tidal river, pieces in every technique and in different states. */
export const demoStudio = (): Studio => {
  const pieces = [...firstPieces(), ...techniquePieces()]
  return { ...emptyStudio(), name: 'Tidewater shed', pieces: byId(pieces), order: pieces.map((piece) => piece.id) }
}
