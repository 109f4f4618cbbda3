'use client'

import { useMemo } from 'react'
import { lotPieces } from '@/core/model/lots'
import { standingEntries, tellsOf } from '@/core/model/run'
import type { Piece } from '@/core/model/piece'
import type { Studio } from '@/core/model/studio'
import type { WhatHappened } from '@/core/usecases/fired/whatHappened'
import { useFindings } from './derived'

/** All that is known of how a pot was made; its judge sits in the worker. Null until it has answered. */
export function useWhatHappened(piece: Piece, pot: number, studio: Studio): WhatHappened | null {
  const done = lotPieces(piece).find(({ lot }) => lot.pots.includes(pot))?.whole ?? piece
  const { findings, problem } = useFindings(done, studio)
  return useMemo(
    () =>
      findings || problem
        ? {
            piece,
            steps: done.steps,
            run: standingEntries(piece.run).filter((entry) => tellsOf(entry, pot)),
            findings: findings ?? [],
            studio,
          }
        : null,
    [piece, done, findings, problem, pot, studio],
  )
}
