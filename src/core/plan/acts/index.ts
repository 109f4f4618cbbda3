import { bring } from './bring'
import { burnish } from './burnish'
import { carve } from './carve'
import { cleanFoot } from './cleanFoot'
import { coat } from './coat'
import { colourIn } from './colourIn'
import { divide } from './divide'
import { draw } from './draw'
import { etch } from './etch'
import { fill } from './fill'
import { fire } from './fire'
import { glaze } from './glaze'
import { glazeIn } from './glazeIn'
import { boxIt, brushCrumbs, joinParts, practiceSlab, sand, tapFlat } from './handwork'
import { impress } from './impress'
import { incise } from './incise'
import { mask } from './mask'
import { mist } from './mist'
import { peel } from './peel'
import { pick } from './pick'
import { scrape } from './scrape'
import { swab } from './swab'
import { touchUp } from './touchUp'
import { wax } from './wax'
import { wipe } from './wipe'
import { wipeDust } from './wipeDust'

/** All acts of the hand, in the order in which a hand reaches for them. */
export const ACTS = {
  bring,
  boxIt,
  coat,
  draw,
  colourIn,
  touchUp,
  divide,
  practiceSlab,
  joinParts,
  carve,
  incise,
  impress,
  burnish,
  fill,
  wipe,
  scrape,
  wax,
  etch,
  swab,
  mask,
  peel,
  glaze,
  glazeIn,
  mist,
  wipeDust,
  brushCrumbs,
  sand,
  tapFlat,
  cleanFoot,
  pick,
  fire,
}
