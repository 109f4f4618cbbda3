import { hasWords, plainText } from '../../base/words'
import { conesOutside, rangesMeet, type Cone } from '../../firing/cones'
import type { Body, Medium } from '../../vocabulary/material'

/** What a medium is looked for by; null where it does not matter. */
export interface MediaSearch {
  readonly words: string
  readonly body: Body | null
  readonly cone: Cone | null
  /** Something that food touches. */
  readonly forFood: boolean
}

/**
 * The media that suit a clay, a cone and a use, and whose name has the words in it. On food surfaces only glass lies on top, so
 * only glazes must be labelled for it.
 */
export const findMedia = (media: readonly Medium[], { words, body, cone, forFood }: MediaSearch): Medium[] =>
  media.filter(
    (medium) =>
      hasWords(plainText(medium.name), words) &&
      (cone === null || conesOutside(cone, medium.range) === 0) &&
      (body === null || rangesMeet(medium.range, body.range)) &&
      (!forFood || medium.kind !== 'glaze' || medium.labelledFoodSafe),
  )
