'use client'

import { useEffect, useReducer, useState } from 'react'
import type { Piece } from '@/core/model/piece'
import type { Step } from '@/core/plan/step'
import type { WheelView } from '@/scene/aim'
import { restingView } from '@/store/derived'
import { inAddress, writeAddress } from '@/ui/frame/useAddress'
import { sideOf, viewOfSide } from './sides'
import { turned, type Turning } from './useFormGestures'

/** The side that is looked at stands in the address, unless it is the one that the piece rests on; a moment after the last turn. */
function useSideInAddress(view: WheelView, resting: Omit<WheelView, 'zoom'>): void {
  const side = sideOf(view)
  const own = sideOf({ ...resting, zoom: 1 })
  useEffect(() => {
    const timer = setTimeout(() => writeAddress('side', side === own ? null : side, true), 300)
    return () => clearTimeout(timer)
  }, [side, own])
}

/** How the form is turned, what turns it, and how it rests while nobody does. A step on another side turns it there. */
export function useWheelView(
  piece: Piece,
  step: Step | null,
): { readonly view: WheelView; readonly turn: (change: Turning) => void; readonly resting: WheelView } {
  const resting = { ...restingView(piece, step), zoom: 1 }
  const [view, turn] = useReducer(turned, resting, (rest) => viewOfSide(inAddress('side'), rest))
  // Another step on another side: the form is turned to it. On the same side it stays as it was turned.
  const [shownSide, setShownSide] = useState(resting)
  if (shownSide.tilt !== resting.tilt || shownSide.flipped !== resting.flipped) {
    setShownSide(resting)
    turn({ tilt: resting.tilt, flipped: resting.flipped })
  }
  useSideInAddress(view, resting)
  return { view, turn, resting }
}
