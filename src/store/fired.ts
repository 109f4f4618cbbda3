'use client'

import { useMemo } from 'react'
import type { Piece } from '@/core/model/piece'
import type { Studio } from '@/core/model/studio'
import { asDoneOn, whatHappened, type WhatHappened } from '@/core/usecases/fired/whatHappened'
import { useFindings } from './derived'

/** All that is known of how a pot was made; its judge sits in the worker. Null until it has answered. */
export function useWhatHappened(piece: Piece, pot: number, studio: Studio): WhatHappened | null {
  const { findings, problem } = useFindings(asDoneOn(piece, pot), studio)
  return useMemo(
    () => (findings || problem ? whatHappened(piece, pot, findings ?? [], studio) : null),
    [piece, pot, findings, problem, studio],
  )
}
