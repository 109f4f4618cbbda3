import type { Technique } from '../clay/stageFit'
import type { MediumKind } from '../model/material'
import type { Step } from '../model/step'

/** What a technique is called at the head of a sentence. */
export const TECHNIQUE_WORDS: Readonly<Record<Technique, string>> = {
  underglaze: 'Underglaze',
  slip: 'Slip',
  trail: 'Slip trailing',
  wash: 'A stain wash',
  opaque: 'Opaque colour',
  burnish: 'Burnishing',
  sgraffito: 'Carving through colour',
  incise: 'Incising',
  impress: 'Pressing a texture in',
  fill: 'Filling lines',
  slipInlay: 'Inlaying slip',
  wipe: 'Wiping back',
  scrape: 'Scraping flush',
  wax: 'Wax',
  swab: 'Swabbing beads',
  mask: 'Masking',
  peel: 'Peeling tape',
  glaze: 'Glaze',
  pick: 'Picking glaze out',
  divide: 'Marking out',
  wipeDust: 'Wiping off dust',
  cleanFoot: 'Cleaning the foot',
}

/** The technique that a medium of a kind is laid on by. */
function laying(kind: MediumKind | undefined, trailed: boolean): Technique {
  switch (kind) {
    case 'slip':
      return trailed ? 'trail' : 'slip'
    case 'wash':
    case 'opaque':
    case 'glaze':
    case 'wax':
      return kind
    default:
      return 'underglaze'
  }
}

/** The technique of a step, as far as the dryness of the clay decides whether it works; null for drying and firing. */
export function techniqueOf(step: Step, kindOf: (mediumId: string) => MediumKind | undefined): Technique | null {
  switch (step.act) {
    case 'bring':
    case 'fire':
      return null
    case 'coat':
    case 'touchUp':
      return laying(kindOf(step.mediumId), false)
    case 'draw':
      return laying(kindOf(step.mediumId), step.liner === 'trailer')
    case 'carve':
      return 'sgraffito'
    case 'fill':
      return kindOf(step.mediumId) === 'slip' ? 'slipInlay' : 'fill'
    default:
      return step.act
  }
}
