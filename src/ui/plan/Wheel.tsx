'use client'

import { useCallback, useEffect, useImperativeHandle, useRef, useState, type Ref } from 'react'
import type { TurnedForm } from '@/core/form/turnedForm'
import type { Piece } from '@/core/model/piece'
import type { Step } from '@/core/plan/step'
import type { Atlas } from '@/core/skin/atlas'
import type { SkinSpot } from '@/core/usecases/view/skinSpot'
import type { PlaceNote } from '@/core/usecases/words/placeNotes'
import { NotePins, type PlacedSpot } from './NotePins'
import { spotOfStep } from '@/core/usecases/view/decoratedSide'
import type { LatheMesh } from '@/core/picture/lathe'
import type { ViewRequest } from '@/core/usecases/view/pieceView'
import { restingView, sectionOf } from '@/store/derived'
import type { SkinAnswer } from '@/workers/protocol'
import type { WheelView } from '@/scene/aim'
import type { WheelScene } from '@/scene/wheelScene'
import { FlatPiece } from './FlatPiece'
import type { Handle } from '@/core/usecases/create/handles'
import { HeightHandles } from './HeightHandles'
import { Loupe, type LoupeSpot } from './Loupe'
import type { Spot } from './SectionCut'
import { TURN_KEYS, useFormGestures, type Turning } from './useFormGestures'
import { useScene } from './useScene'

interface WheelProps {
  mesh: LatheMesh
  form: TurnedForm
  /** All surfaces of the piece. */
  atlas: Atlas
  skin: SkinAnswer | null
  piece: Piece
  /** The step that is looked at. */
  step: Step | null
  request: ViewRequest
  onSpot: (spot: Spot) => void
  /** A spot was pressed, or chosen by the key N: null for the one whose cut is shown. */
  onHold: (at: SkinSpot | null) => void
  /** What is noted on places of the piece. */
  noted: readonly PlaceNote[]
  onPin: (placed: PlacedSpot) => void
  label: string
  /** What the right-hand part shows when the picture is split, and where it is split (share of the width). */
  other: SkinAnswer | null
  split: number | null
  handles: readonly Handle[]
  /** Makes pictures of what it shows. */
  pictures: Ref<WheelPictures>
  /** How it is turned, and what turns it. */
  view: WheelView
  onTurn: (change: Turning) => void
  /** Whether what is under the pointer is shown larger. */
  magnified: boolean
}

/** Pictures of the form for files; null where it cannot be drawn. */
export interface WheelPictures {
  readonly asItStands: (longest: number) => Promise<Blob | null>
  readonly allSides: () => Promise<Blob | null>
}

/** The form on its wheel: drag to turn and tilt, wheel or pinch to come closer, arrow keys do the same. */
export function Wheel({
  mesh,
  form,
  atlas,
  skin,
  piece,
  step,
  request,
  onSpot,
  onHold,
  noted,
  onPin,
  label,
  other,
  split,
  handles,
  pictures,
  view,
  onTurn: turn,
  magnified,
}: WheelProps) {
  const canvas = useRef<HTMLCanvasElement>(null)
  const { scene, live, drawing: ready, canvasNumber, isLate } = useScene(canvas, piece.id, skin?.number ?? null)
  const [loupe, setLoupe] = useState<LoupeSpot | null>(null)

  useEffect(() => scene.current?.setForm(mesh, form.zones.base.to), [scene, ready, mesh, form])
  useEffect(() => scene.current?.setSplit(other ? split : null), [scene, ready, split, other])
  useEffect(() => scene.current?.setView(view), [scene, ready, view])
  useEffect(() => {
    const element = canvas.current?.parentElement
    if (!element) return
    const observer = new ResizeObserver(([entry]) =>
      scene.current?.resize(entry.contentRect.width, entry.contentRect.height),
    )
    observer.observe(element)
    return () => observer.disconnect()
  }, [scene, ready])
  useImperativeHandle(
    pictures,
    () => ({
      asItStands: async (longest) => (await scene.current?.picture(longest)) ?? null,
      allSides: async () => (await scene.current?.sheet(SHEET(restingView(piece).tilt))) ?? null,
    }),
    [scene, piece],
  )

  useStepSpot(step, atlas, skin, onSpot)
  const look = useSpot(canvas, scene, skin, onSpot, magnified ? setLoupe : null)
  const fingers = useFormGestures(turn)
  const pressed = useRef<{ x: number; y: number } | null>(null)

  return (
    <div className="absolute inset-0">
      <canvas
        key={canvasNumber}
        data-canvas={canvasNumber}
        ref={canvas}
        role="img"
        tabIndex={0}
        aria-label={`${label}. Arrow keys turn and tilt it; N notes something on the spot whose cut is shown.`}
        className={`h-full w-full cursor-grab touch-none active:cursor-grabbing ${ready === 'flat' ? 'hidden' : ''}`}
        {...fingers}
        onPointerDown={(event) => {
          pressed.current = { x: event.clientX, y: event.clientY }
          fingers.onPointerDown(event)
        }}
        onPointerUp={(event) => {
          fingers.onPointerUp(event)
          const from = pressed.current
          pressed.current = null
          if (!from || Math.hypot(event.clientX - from.x, event.clientY - from.y) > PRESS_PX) return
          // A finger has not pointed there before: it sees the cut first, and says below it that something is to be noted.
          if (event.pointerType === 'touch') return look(event.clientX, event.clientY)
          const at = spotUnder(canvas.current, scene.current, event)
          if (at) onHold(at)
        }}
        onPointerMove={(event) => {
          fingers.onPointerMove(event)
          look(event.clientX, event.clientY)
        }}
        onPointerLeave={() => setLoupe(null)}
        onWheel={(event) => turn((v) => ({ zoom: v.zoom * Math.exp(-event.deltaY / 900) }))}
        onKeyDown={(event) => {
          if (event.key === 'n' && !event.altKey && !event.ctrlKey && !event.metaKey) {
            event.preventDefault()
            onHold(null)
          }
          const change = TURN_KEYS[event.key]
          if (!change || event.altKey || event.ctrlKey) return
          event.preventDefault()
          turn(change)
        }}
      />
      {/* On touch one finger turns the form; at its edges it scrolls the page. */}
      <div aria-hidden className="absolute inset-y-0 left-0 hidden w-9 touch-pan-y pointer-coarse:block" />
      <div aria-hidden className="absolute inset-y-0 right-0 hidden w-9 touch-pan-y pointer-coarse:block" />
      {live && ready === 'gl' && handles.length > 0 && !view.flipped && (
        <HeightHandles scene={live} view={view} form={form} handles={handles} />
      )}
      {live && ready === 'gl' && <NotePins scene={live} view={view} atlas={atlas} noted={noted} onPin={onPin} />}
      {magnified && loupe && skin && <Loupe spot={loupe} skin={skin} />}
      {isLate && (
        <p role="status" className="absolute inset-x-0 top-1/3 mx-auto w-fit bg-base-100 px-3 py-1.5 text-base-content">
          This picture is out of date: it is being drawn anew.
        </p>
      )}
      {ready === 'flat' && <FlatPiece request={request} skin={skin} view={view} label={label} />}
    </div>
  )
}

/** The sides of a contact sheet. */
const SHEET = (tilt: number): { view: WheelView; word: string }[] => [
  ...(['front', 'right side', 'back', 'left side'] as const).map((word, i) => ({
    word,
    view: { turn: (-i * Math.PI) / 2, tilt: Math.min(tilt, 0.3), zoom: 1, flipped: false },
  })),
  { word: 'from above', view: { turn: 0, tilt: 1.35, zoom: 1, flipped: false } },
  { word: 'underneath', view: { turn: 0, tilt: 1.1, zoom: 1, flipped: true } },
]

/** The cut follows the step: it is taken in the middle of where the step works until the pointer asks for another. */
function useStepSpot(step: Step | null, atlas: Atlas, skin: SkinAnswer | null, onSpot: (spot: Spot) => void) {
  useEffect(() => {
    if (!step || !skin) return
    const at = spotOfStep(atlas, step)
    if (!at) return
    let alive = true
    sectionOf(skin, at)
      .then((section) => alive && section && onSpot({ section, at }))
      // The cut stays as it is; pointing at the form asks again.
      .catch(() => undefined)
    return () => {
      alive = false
    }
  }, [step, atlas, skin, onSpot])
}

/** A pointer that moved no further between down and up has pressed, px. */
const PRESS_PX = 4

/** The spot of the form under a point of the page. */
function spotUnder(
  canvas: HTMLCanvasElement | null,
  scene: WheelScene | null,
  { clientX, clientY }: { clientX: number; clientY: number },
): SkinSpot | null {
  if (!canvas || !scene) return null
  const box = canvas.getBoundingClientRect()
  return scene.pick(((clientX - box.left) / box.width) * 2 - 1, 1 - ((clientY - box.top) / box.height) * 2)
}

/** Asks for the cut at the spot under the pointer, one question at a time. */
function useSpot(
  canvas: React.RefObject<HTMLCanvasElement | null>,
  scene: React.RefObject<WheelScene | null>,
  skin: SkinAnswer | null,
  onSpot: (spot: Spot) => void,
  onLoupe: ((spot: LoupeSpot) => void) | null,
) {
  const asking = useRef(false)
  return useCallback(
    (clientX: number, clientY: number) => {
      if (asking.current || !canvas.current || !skin) return
      const at = spotUnder(canvas.current, scene.current, { clientX, clientY })
      if (!at) return
      const box = canvas.current.getBoundingClientRect()
      onLoupe?.({ ...at, x: clientX - box.left, y: clientY - box.top })
      asking.current = true
      sectionOf(skin, at)
        .then((section) => section && onSpot({ section, at }))
        // The cut stays as it is; the next move asks again.
        .catch(() => undefined)
        .finally(() => (asking.current = false))
    },
    [canvas, scene, skin, onSpot, onLoupe],
  )
}
