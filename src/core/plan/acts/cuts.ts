import * as z from '../../base/zod'
import type { Stage } from '../../clay/stages'
import { hands, type Hands } from '../pace'
import type { SkinCompiler } from '../../skin/skinCompiler'
import { motifSchema, type Motif } from '../../vocabulary/motif'
import { TOOL, TOOLS, type Tool } from '../../vocabulary/tools'

/* What carving and incising have in common: the same cut, meant otherwise. */

export const depthMm = z.number().min(0.02).max(20)

/** The values of a cut. */
export const cutShape = {
  tool: z.enum(TOOLS),
  motif: motifSchema,
  depthMm,
  protection: z.enum(['none', 'dampAndRespirator']),
}

interface Cut {
  readonly tool: Tool
  readonly motif: Motif
  readonly depthMm: number
}

/** Burr on clay that is too soft, whatever the tool, µm. Common practice, no source. */
const SOFT_BURR_UM: Readonly<Partial<Record<Stage, number>>> = { wet: 260, softLeatherHard: 130 }

/** How far chips reach beside a line in dry clay, as widths of it, and how deep, as a share of the cut. Common practice, no source. */
const CHIPPED = { wide: 1.7, deep: 0.5 } as const

/** How much of the band that is cut a dry cut leaves under dust, and in what flecks. Ours, common practice. */
const DUST = { cover: 0.35, sizeMm: 1.4 } as const

const TEARS: readonly Stage[] = ['wet', 'boneDry', 'bisque']

/** Length of line that a tool cuts in a minute, mm. Ours, common practice. */
const MM_A_MINUTE = 260

export const cutHands = (lineMm: number): Hands => hands('cut', 2, lineMm / MM_A_MINUTE)

/** Lines cut through colour, or into the clay to be filled. */
export function compileCut(skin: SkinCompiler, cut: Cut): void {
  const { stage } = skin
  if (stage === 'fired') return
  const tool = TOOL[cut.tool]
  const burrUm = SOFT_BURR_UM[stage] ?? (stage === 'leatherHard' ? tool.burrUm : 0)
  if (burrUm > 0 && !cut.motif.ground) skin.push({ act: 'burr', heightUm: burrUm }, skin.marks(cut.motif, 'burr'), true)
  skin.push(
    { act: 'carve', depthUm: cut.depthMm * 1000, cutsBody: stage !== 'bisque' && stage !== 'glazedRaw' },
    // Under a skin that a hair dryer has firmed lines tear, as in clay that is too soft.
    skin.marks(cut.motif, TEARS.includes(stage) || skin.rushed ? 'ragged' : tool.groove),
  )
  // Dry clay chips beside the line, as shallow as the film.
  if (stage === 'boneDry' && !cut.motif.ground)
    skin.push(
      { act: 'carve', depthUm: cut.depthMm * CHIPPED.deep * 1000, cutsBody: true },
      skin.marks({ ...cut.motif, lineMm: cut.motif.lineMm * CHIPPED.wide }, 'ragged'),
      true,
    )
  skin.grooves.push(cut.motif)
  if (!cut.motif.ground) skin.holdsAt(cut.motif)
  if (stage === 'boneDry' || stage === 'bisque')
    skin.dustLies(skin.patches([skin.motifStretch(cut.motif)], DUST.cover, DUST.sizeMm, skin.seed + 17))
}
