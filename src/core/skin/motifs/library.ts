import type { MotifKind } from '../../vocabulary/motif'
import {
  band,
  chevrons,
  dashes,
  dots,
  dottedRing,
  knot,
  lattice,
  line,
  rings,
  scales,
  scallops,
  spiral,
  waves,
  zigzag,
} from './borders'
import { bird, feather, fish, star } from './creatures'
import { letters } from './letters'
import type { MotifDefinition } from './marks'
import { leaves, petals, reeds, seedHeads } from './plants'
import { sectors } from './sectors'

/** Motifs of our own, designed to be carved, trailed or waxed by hand. */
export const MOTIFS: Readonly<Record<MotifKind, MotifDefinition>> = {
  reeds,
  leaves,
  petals,
  seedHeads,
  feather,
  fish,
  bird,
  star,
  scallops,
  chevrons,
  zigzag,
  dottedRing,
  dots,
  dashes,
  waves,
  spiral,
  lattice,
  scales,
  knot,
  line,
  band,
  rings,
  letters,
  sectors,
}
