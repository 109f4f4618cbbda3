import type { Finding } from '@/core/judge/finding'
import type { Issue } from '@/core/base/issue'
import type { LatheMesh } from '@/core/picture/lathe'
import type { Gauges } from '@/core/skin/gauges'
import type { SkinPicture } from '@/core/skin/picture'

/** What a worker answers: the wanted thing, or an issue. */
export type Answer<T> = { readonly ok: true; readonly value: T } | { readonly ok: false; readonly issue: Issue }

export interface SkinAnswer {
  readonly picture: SkinPicture
  readonly gauges: Gauges
  readonly side: 'outside' | 'inside'
  readonly distinctStacks: number
  /** Milliseconds in the worker. */
  readonly workerMs: number
}

export interface JudgeAnswer {
  readonly findings: readonly Finding[]
}

export type MeshAnswer = LatheMesh
