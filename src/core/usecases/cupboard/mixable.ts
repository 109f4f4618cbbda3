import type { Medium } from '../../vocabulary/material'
import type { Studio } from '../../model/studio'
import { MEDIUM_KIND } from '../../vocabulary/mediumKinds'

/** The jars that may be mixed with one another: coats that hide. */
export const mixable = (studio: Studio): Medium[] =>
  Object.values(studio.media).filter((m) => MEDIUM_KIND[m.kind].hides && MEDIUM_KIND[m.kind].laidBy.includes('coat'))
