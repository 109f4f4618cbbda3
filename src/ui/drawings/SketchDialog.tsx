'use client'

import { counted } from '@/core/base/words'
import clsx from 'clsx'
import { Camera } from 'lucide-react'
import { useEffect, useRef, useState } from 'react'
import { sentence } from '@/core/base/issue'
import type { Drawing, Motif } from '@/core/vocabulary/motif'
import type { Piece } from '@/core/model/piece'
import { drawnSide } from '@/core/usecases/create/motifOnSide'
import { buildForm } from '@/core/form/buildForm'
import { tell } from '@/store/studioStore'
import { lineArt, SOON_MS } from '@/workers/clients'
import type { SketchAnswer } from '@/workers/lineArt.worker'
import { Field, LengthInput, Segments, Select } from '@/ui/kit/fields'
import { DIALOG } from '@/ui/kit/classNames'
import { SketchCorners, type CornerPoint } from './SketchCorners'

/** Sheets in mm, upright. */
const SHEETS = {
  a6: ['A6', 105, 148],
  a5: ['A5', 148, 210],
  a4: ['A4', 210, 297],
  letter: ['Letter', 215.9, 279.4],
} as const

type SheetKind = keyof typeof SHEETS | 'own'

const FIRST_CORNERS: readonly CornerPoint[] = [
  [0.1, 0.1],
  [0.9, 0.1],
  [0.9, 0.9],
  [0.1, 0.9],
]

interface SketchDialogProps {
  piece: Piece
  onDrawing: (drawing: Drawing, more: Partial<Motif>) => void
}

/** A photograph or scan of a sketch becomes a drawing: its sheet is straightened by four corners, its lines are found. */
export function SketchDialog({ piece, onDrawing }: SketchDialogProps) {
  const dialog = useRef<HTMLDialogElement>(null)
  const input = useRef<HTMLInputElement>(null)
  const [file, setFile] = useState<File | null>(null)
  const [picture, setPicture] = useState<ImageBitmap | null>(null)
  const open = async (chosen: File | undefined) => {
    if (!chosen) return
    try {
      setPicture(await createImageBitmap(chosen, { resizeWidth: 1000, resizeQuality: 'high' }))
      setFile(chosen)
      dialog.current?.showModal()
    } catch {
      tell('problem', `“${chosen.name}” is not a picture this browser can read; choose a JPEG or PNG.`)
    }
  }
  return (
    <>
      <label className="btn font-normal btn-sm">
        <Camera size={14} aria-hidden /> A photograph of a sketch
        <input
          ref={input}
          type="file"
          accept="image/*"
          className="sr-only"
          aria-label="Open a photograph of a sketch"
          onChange={(event) => {
            void open(event.currentTarget.files?.[0])
            event.currentTarget.value = ''
          }}
        />
      </label>
      <dialog
        ref={dialog}
        aria-labelledby="sketch-title"
        className={clsx(DIALOG, 'max-h-[96vh] w-[min(96vw,62rem)] overflow-auto p-5')}
        data-testid="sketch"
        onClose={() => setFile(null)}
      >
        {file && picture && (
          <Sketching
            key={file.name + file.lastModified}
            file={file}
            picture={picture}
            piece={piece}
            onLeave={() => dialog.current?.close()}
            onDrawing={(drawing, more) => {
              dialog.current?.close()
              onDrawing(drawing, more)
            }}
          />
        )}
      </dialog>
    </>
  )
}

function Sketching({
  file,
  picture,
  piece,
  onDrawing,
  onLeave,
}: SketchDialogProps & { file: File; picture: ImageBitmap; onLeave: () => void }) {
  const [corners, setCorners] = useState(FIRST_CORNERS)
  const [looked, setLooked] = useState<'looking' | 'found' | 'none' | 'moved'>('looking')
  const [kind, setKind] = useState<SheetKind>(picture.width > picture.height ? 'a4' : 'a5')
  const [own, setOwn] = useState({ widthMm: 148, heightMm: 210 })
  const [lying, setLying] = useState(picture.width > picture.height)
  const [percent, setPercent] = useState(50)
  const [as, setAs] = useState<'lines' | 'outlines'>('lines')
  const [found, setFound] = useState<{ answer: SketchAnswer | null; problem: string | null }>({
    answer: null,
    problem: null,
  })
  const [busy, setBusy] = useState(false)
  const [a, b] = kind === 'own' ? [own.widthMm, own.heightMm] : [SHEETS[kind][1], SHEETS[kind][2]]
  const [widthMm, heightMm] = lying && kind !== 'own' ? [b, a] : [a, b]
  const name = file.name.replace(/\.[^.]*$/, '').slice(0, 80) || 'Sketch'
  useEffect(() => {
    let over = false
    void lineArt
      .ask((worker) => worker.corners(file, name), { limitMs: SOON_MS })
      .then(
        (found) => {
          if (over) return
          // What a hand has put somewhere stays there.
          setLooked((now) => (now !== 'looking' ? now : found ? 'found' : 'none'))
          if (found) setCorners((now) => (now === FIRST_CORNERS ? found : now))
        },
        () => setLooked('none'),
      )
    return () => {
      over = true
    }
  }, [file, name])
  useEffect(() => {
    let over = false
    const timer = setTimeout(() => {
      setBusy(true)
      void lineArt
        .ask(
          (worker) => worker.sketch(file, name, { corners, sheet: { widthMm, heightMm }, slider: percent / 100, as }),
          {
            limitMs: SOON_MS,
          },
        )
        .then(
          (answer) => {
            if (over) return
            setFound(
              answer.ok ? { answer: answer.value, problem: null } : { answer: null, problem: sentence(answer.issue) },
            )
            setBusy(false)
          },
          () => {
            if (over) return
            setFound({ answer: null, problem: 'The sketch could not be read; move a corner and it is tried again.' })
            setBusy(false)
          },
        )
    }, 250)
    return () => {
      over = true
      clearTimeout(timer)
    }
  }, [file, name, corners, widthMm, heightMm, percent, as])
  const { answer, problem } = found
  const use = () => {
    if (!answer) return
    const form = buildForm(piece.form)
    const onFace = form.ok && drawnSide(form.value) === 'floor'
    onDrawing(
      { ...answer.drawing, name },
      { heightMm: Math.round(answer.heightMm * 10) / 10, repeats: 1, ...(onFace ? { side: 'floor', upMm: 0 } : {}) },
    )
  }
  return (
    <div className="space-y-3">
      <h2 id="sketch-title" className="text-lg font-bold">
        The sketch on its sheet
      </h2>
      <p className="text-sm">
        {looked === 'found'
          ? 'The rings stand where the corners of the paper seem to be; put each right through the glass'
          : 'Put the four rings on the corners of the paper, exactly'}
        : an error there moves every line. Drag them, or choose one and use the arrow keys.
      </p>
      <div className="grid gap-4 md:grid-cols-2">
        <SketchCorners
          picture={picture}
          corners={corners}
          onCorners={(moved) => {
            setLooked((now) => (now === 'looking' ? 'moved' : now))
            setCorners(moved)
          }}
        />
        <div className="space-y-2">
          <svg
            viewBox={`0 0 ${widthMm} ${heightMm}`}
            className="max-h-[48vh] w-full border border-base-content/60 bg-white"
            role="img"
            aria-label="The lines that were found"
            data-testid="sketch-lines"
            data-busy={busy}
          >
            {answer?.lines.map((line, i) => (
              <polyline
                key={i}
                points={line.points.map(([x, y]) => `${x.toFixed(2)},${(heightMm - y).toFixed(2)}`).join(' ')}
                fill="none"
                stroke="#222"
                strokeWidth={Math.max(0.3, line.widthMm)}
              />
            ))}
            {answer?.outlined.map((rings, i) => (
              <path
                key={i}
                d={rings
                  .map((ring) => `M${ring.map(([x, y]) => `${x.toFixed(2)} ${(heightMm - y).toFixed(2)}`).join('L')}Z`)
                  .join('')}
                fill="#222"
                fillRule="evenodd"
              />
            ))}
            {answer?.loose.map(([x, y], i) => (
              <circle key={i} cx={x} cy={heightMm - y} r={2.2} fill="none" stroke="#c22" strokeWidth={0.6} />
            ))}
          </svg>
          <p className="numbers text-[0.8125rem]" role="status">
            {problem ??
              (answer?.outlined.length
                ? `${counted(answer.outlined.length, 'shape', 'shapes')}, by outline.`
                : answer
                  ? `${answer.lines.length} lines${answer.faint ? `, ${answer.faint} faint ones left out` : ''}` +
                    `${answer.loose.length ? `; ${answer.loose.length} loose ends, ringed` : '; no loose ends'}.`
                  : 'Looking for lines…')}
          </p>
        </div>
      </div>
      <div className="flex flex-wrap items-end gap-3">
        <span className="w-40">
          <Field label="Size of the sheet">
            {(id) => (
              <Select
                id={id}
                value={kind}
                choices={[
                  ...(Object.keys(SHEETS) as (keyof typeof SHEETS)[]).map(
                    (k) => [k, SHEETS[k][0]] as [SheetKind, string],
                  ),
                  ['own', 'another size'],
                ]}
                onChange={setKind}
              />
            )}
          </Field>
        </span>
        {kind === 'own' ? (
          <>
            <span className="w-28">
              <LengthInput
                label="Width of the sheet"
                mm={own.widthMm}
                minMm={20}
                maxMm={1200}
                onCommit={(w) => setOwn({ ...own, widthMm: w })}
              />
            </span>
            <span className="w-28">
              <LengthInput
                label="Height of the sheet"
                mm={own.heightMm}
                minMm={20}
                maxMm={1200}
                onCommit={(h) => setOwn({ ...own, heightMm: h })}
              />
            </span>
          </>
        ) : (
          <label className="flex items-center gap-2 pb-1 text-sm">
            <input
              type="checkbox"
              className="checkbox checkbox-sm"
              checked={lying}
              onChange={(e) => setLying(e.target.checked)}
            />
            lying
          </label>
        )}
        <Segments
          small
          label="Traced as"
          value={as}
          choices={[
            ['lines', 'lines'],
            ['outlines', 'filled shapes'],
          ]}
          onChange={setAs}
        />
        <label className="flex min-w-52 flex-1 flex-col text-[0.8125rem]">
          Sensitivity: dark lines only … faint ones too
          <input
            type="range"
            min={0}
            max={100}
            step={5}
            value={percent}
            aria-label="How faint lines are taken"
            className="range range-sm"
            onChange={(event) => setPercent(Number(event.target.value))}
          />
        </label>
        <button type="button" className="btn btn-primary" disabled={!answer || busy} onClick={use}>
          Use this drawing
        </button>
        <button type="button" className="btn btn-ghost" onClick={onLeave}>
          Leave it
        </button>
      </div>
    </div>
  )
}
