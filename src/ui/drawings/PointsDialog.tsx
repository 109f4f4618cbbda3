'use client'

import { counted } from '@/core/base/words'
import { inMm } from '@/core/base/units'
import clsx from 'clsx'
import { Spline } from 'lucide-react'
import { useRef, useState } from 'react'
import { aroundMm, type TurnedForm, widest } from '@/core/form/turnedForm'
import { useInUnits } from '@/ui/kit/useInUnits'
import type { Piece } from '@/core/model/piece'
import {
  mirrored,
  runOf,
  setDrawing,
  snapped,
  type Ground,
  type SetLine,
  type SetPoint,
} from '@/core/usecases/create/setPoints'
import { drawnSide } from '@/core/usecases/create/motifOnSide'
import type { Drawing, Motif } from '@/core/vocabulary/motif'
import { Check, Field, LengthInput, NumberInput } from '@/ui/kit/fields'
import { DIALOG } from '@/ui/kit/classNames'

interface PointsProps {
  piece: Piece
  form: TurnedForm | null
  onDrawing: (drawing: Drawing, more: Partial<Motif>) => void
}

/** A drawing set point by point on the unrolled surface. */
export function PointsDialog(props: PointsProps) {
  const dialog = useRef<HTMLDialogElement>(null)
  const [open, setOpen] = useState(0)
  return (
    <>
      <button
        type="button"
        className="btn font-normal btn-sm"
        disabled={!props.form}
        onClick={() => {
          setOpen(open + 1)
          dialog.current?.showModal()
        }}
      >
        <Spline size={14} aria-hidden /> Lines, point by point
      </button>
      <dialog
        ref={dialog}
        aria-labelledby="points-title"
        className={clsx(DIALOG, 'max-h-[96vh] w-[min(96vw,56rem)] overflow-auto p-5')}
        data-testid="points"
      >
        {open > 0 && props.form && (
          <Points
            key={open}
            {...props}
            form={props.form}
            onLeave={() => dialog.current?.close()}
            onDrawing={(drawing, more) => {
              dialog.current?.close()
              props.onDrawing(drawing, more)
            }}
          />
        )}
      </dialog>
    </>
  )
}

const NEW: SetLine = { points: [], smooth: false, closed: false }

/** The side on which points are set: the face of what is flat, the outside of what stands. */
function groundOf(form: TurnedForm, sectors: number, snapMm: number): Ground & Pick<Motif, 'side'> {
  const { outside, floor } = form.zones
  if (drawnSide(form) === 'outside')
    return {
      side: 'outside',
      widthMm: aroundMm(form, widest(form).diameterMm / 2),
      heightMm: outside.to - outside.from,
      sectors,
      snapMm,
      round: false,
    }
  const reach = (floor.to - floor.from) * 2
  return { side: 'floor', widthMm: reach, heightMm: reach, sectors, snapMm, round: true }
}

function Points({ piece, form, onDrawing, onLeave }: PointsProps & { form: TurnedForm; onLeave: () => void }) {
  const inUnits = useInUnits()
  const [sectors, setSectors] = useState(12)
  const [snapMm, setSnapMm] = useState(5)
  const [mirror, setMirror] = useState(false)
  const [lines, setLines] = useState<readonly SetLine[]>([NEW])
  const [cursor, setCursor] = useState<SetPoint>([0, 0])
  const ground = groundOf(form, sectors, snapMm)
  const { widthMm, heightMm } = ground
  const here = snapped(cursor, ground)
  const current = lines[lines.length - 1]
  const change = (changes: Partial<SetLine>) => setLines([...lines.slice(0, -1), { ...current, ...changes }])
  const add = (at: SetPoint) => change({ points: [...current.points, at] })
  const end = () => current.points.length > 1 && setLines([...lines, { ...NEW, smooth: current.smooth }])
  const back = () =>
    current.points.length
      ? change({ points: current.points.slice(0, -1) })
      : lines.length > 1 && setLines(lines.slice(0, -1))
  const drawn = lines.filter(({ points }) => points.length > 1)
  const all = mirror ? mirrored(drawn) : drawn
  const onKeyDown = (event: React.KeyboardEvent) => {
    const by = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, 1], ArrowDown: [0, -1] }[event.key]
    if (by) {
      const step = Math.max(1, snapMm) * (event.shiftKey ? 5 : 1)
      const aside = !ground.round && sectors > 0 ? widthMm / sectors / 2 : step
      setCursor([
        Math.min(widthMm / 2, Math.max(-widthMm / 2, cursor[0] + by[0] * aside)),
        Math.min(heightMm, Math.max(0, cursor[1] + by[1] * step)),
      ])
    } else if (event.key === 'Enter') add(here)
    else if (event.key === 'Backspace') back()
    else if (event.key === 'c') change({ closed: !current.closed })
    else if (event.key === 'n') end()
    else return
    event.preventDefault()
  }
  const screen = ([x, y]: SetPoint) => `${(x + widthMm / 2).toFixed(2)},${(heightMm - y).toFixed(2)}`
  const at = (event: React.MouseEvent<SVGSVGElement>): SetPoint => {
    const box = event.currentTarget.getBoundingClientRect()
    return [
      ((event.clientX - box.left) / box.width - 0.5) * widthMm,
      (1 - (event.clientY - box.top) / box.height) * heightMm,
    ]
  }
  return (
    <div className="space-y-3">
      <h2 id="points-title" className="text-lg font-bold">
        Lines on {piece.name},{' '}
        {ground.side === 'floor' ? 'its face from above' : 'its outside unrolled, the front in the middle'}
      </h2>
      <p className="text-sm">
        Press to set a point. By keyboard: arrows move, Enter sets, Backspace takes back, C closes the line, N begins
        the next one.
      </p>
      <svg
        viewBox={`0 0 ${widthMm} ${heightMm}`}
        tabIndex={0}
        role="application"
        aria-label="Ground for points: arrows move, Enter sets a point"
        className="mx-auto block cursor-crosshair border border-base-content/60 bg-base-200"
        // As broad as there is room for, in its own proportions: a press is read off them.
        style={{ width: `min(100%, ${((50 * widthMm) / heightMm).toFixed(1)}vh)`, aspectRatio: widthMm / heightMm }}
        onMouseMove={(event) => setCursor(at(event))}
        onClick={(event) => add(snapped(at(event), ground))}
        onKeyDown={onKeyDown}
      >
        <Guides ground={ground} />
        {all.map((line, i) => (
          <polyline
            key={i}
            points={runOf(line).map(screen).join(' ')}
            fill="none"
            stroke="currentColor"
            strokeWidth={widthMm / 300}
            strokeLinejoin="round"
          />
        ))}
        {current.points.map((p, i) => (
          <circle key={i} cx={p[0] + widthMm / 2} cy={heightMm - p[1]} r={widthMm / 160} className="fill-primary" />
        ))}
        <circle
          cx={here[0] + widthMm / 2}
          cy={heightMm - here[1]}
          r={widthMm / 110}
          fill="none"
          stroke="currentColor"
          strokeWidth={widthMm / 500}
        />
      </svg>
      <p className="numbers text-[0.8125rem]" role="status">
        {inUnits(`${inMm(here[0].toFixed(0))} from the middle, ${inMm(here[1].toFixed(0))} up`)};{' '}
        {current.points.length} points in this line, {counted(drawn.length, 'line', 'lines')}.
      </p>
      <div className="flex flex-wrap items-end gap-3">
        <span className="w-24">
          <Field label="Sectors">
            {(id) => (
              <NumberInput
                id={id}
                value={sectors}
                min={0}
                max={60}
                step={1}
                onCommit={(n) => setSectors(Math.round(n))}
              />
            )}
          </Field>
        </span>
        <span className="w-28">
          <Field label={ground.round ? 'Rings each' : 'Heights each'}>
            {(id) => <LengthInput id={id} mm={snapMm} minMm={0} maxMm={50} onCommit={setSnapMm} />}
          </Field>
        </span>
        <Check label="smooth" checked={current.smooth} onChange={(smooth) => change({ smooth })} />
        <Check label="closed" checked={current.closed} onChange={(closed) => change({ closed })} />
        <Check label="mirrored about the middle" checked={mirror} onChange={setMirror} />
        <button type="button" className="btn btn-sm" onClick={end}>
          Next line
        </button>
        <button type="button" className="btn btn-sm" onClick={back}>
          Take back
        </button>
        <span className="flex-1" />
        <button
          type="button"
          className="btn btn-primary"
          disabled={!drawn.length}
          onClick={() =>
            onDrawing(setDrawing(all, ground, 'Set lines'), {
              side: ground.side,
              heightMm: Math.min(1000, heightMm),
              upMm: 0,
              repeats: 1,
              startDeg: 0,
            })
          }
        >
          Use this drawing
        </button>
        <button type="button" className="btn btn-ghost" onClick={onLeave}>
          Leave it
        </button>
      </div>
    </div>
  )
}

/** Sectors and heights to which points snap, and the line about which they are mirrored. */
function Guides({ ground: { widthMm, heightMm, sectors, snapMm, round } }: { ground: Ground }) {
  const [cx, cy] = [widthMm / 2, heightMm / 2]
  const thin = { stroke: 'currentColor', strokeOpacity: 0.18, strokeWidth: widthMm / 900, fill: 'none' }
  const steps =
    snapMm > 1 ? Array.from({ length: Math.floor((round ? cx : heightMm) / snapMm) }, (_, i) => (i + 1) * snapMm) : []
  return (
    <g aria-hidden>
      {round
        ? steps.map((r) => <circle key={r} cx={cx} cy={cy} r={r} {...thin} />)
        : steps.map((y) => <line key={y} x1={0} x2={widthMm} y1={heightMm - y} y2={heightMm - y} {...thin} />)}
      {Array.from({ length: sectors }, (_, k) =>
        round ? (
          <line
            key={k}
            x1={cx}
            y1={cy}
            x2={cx + cx * Math.sin((2 * Math.PI * k) / sectors)}
            y2={cy - cx * Math.cos((2 * Math.PI * k) / sectors)}
            {...thin}
          />
        ) : (
          <line key={k} x1={(k * widthMm) / sectors} x2={(k * widthMm) / sectors} y1={0} y2={heightMm} {...thin} />
        ),
      )}
      <line x1={cx} x2={cx} y1={0} y2={heightMm} {...thin} strokeOpacity={0.5} />
    </g>
  )
}
