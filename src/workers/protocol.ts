import type { FaceWater } from '@/core/clay/drying/wetting'
import type { Hands } from '@/core/plan/pace'
import type { Finding } from '@/core/judge/finding'
import type { Issue } from '@/core/base/issue'
import type { SkinReadings } from '@/core/usecases/view/pieceView'

/** What a worker answers: the wanted thing, or an issue. */
export type Answer<T> = { readonly ok: true; readonly value: T } | { readonly ok: false; readonly issue: Issue }

/** What is read off a skin. The skin itself goes to where it is drawn; who else needs its pixels asks for them when an answer is new. */
export interface SkinAnswer extends SkinReadings {
  /** Which skin of the worker it was read off: what is asked of another is not answered. */
  readonly number: number
}

/** A picture as RGBA bytes. */
export interface PixelsAnswer {
  readonly width: number
  readonly height: number
  readonly pixels: Uint8ClampedArray<ArrayBuffer>
}

export interface JudgeAnswer {
  readonly findings: readonly Finding[]
}

/** Work of hands of a step for one piece (of coats, for one coat), and what it would be from a bottle in one coat. */
export interface StepHandsAnswer {
  readonly work: Hands
  readonly bottle: Hands | null
  /** Water that one coat brings to each face of the wall. */
  readonly water: FaceWater
  /** What one coat takes from the jars for one piece, ml. */
  readonly takes: readonly { readonly mediumId: string; readonly ml: number }[]
}
