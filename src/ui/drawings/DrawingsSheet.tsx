'use client'

import { useState } from 'react'
import type { TurnedForm } from '@/core/form/turnedForm'
import type { Piece } from '@/core/model/piece'
import type { Studio } from '@/core/model/studio'
import { ACTS } from '@/core/plan/acts'
import { actsWith, type Step } from '@/core/plan/step'
import { drawnSide, motifOfDrawing, motifOnSide } from '@/core/usecases/create/motifOnSide'
import { drawingOfStep } from '@/core/usecases/create/drawnAreas'
import { drawingTold } from '@/core/usecases/create/drawnLines'
import { placedStep, usualPlace } from '@/core/usecases/create/newStep'
import { motifName } from '@/core/skin/motifs/motifName'
import type { Drawing, Motif } from '@/core/vocabulary/motif'
import { followed, type PieceDrawing } from '@/core/vocabulary/pieceDrawing'
import { newId, run, tell, tellOfEdit } from '@/store/studioStore'
import { lineArt, SOON_MS } from '@/workers/clients'
import { Field, Select } from '@/ui/kit/fields'
import { SvgFile } from '@/ui/kit/SvgFile'
import { TextInput } from '@/ui/kit/TextInput'
import { MotifFields } from '@/ui/plan/fields/MotifFields'
import { startingMotif } from '@/ui/plan/fields/startingMotif'
import { AreaColours } from './AreaColours'
import { LinesOfDrawing } from './LinesOfDrawing'
import { PointsDialog } from './PointsDialog'
import { SketchDialog } from './SketchDialog'

/** What lines of a drawing are worked by. */
const LINE_ACTS = actsWith('draws lines')

interface DrawingsProps {
  piece: Piece
  studio: Studio
  form: TurnedForm | null
  onStep: (id: string) => void
}

/** The drawings of a piece: line art that steps follow, and the areas between its lines. */
export function DrawingsSheet({ piece, studio, form, onStep }: DrawingsProps) {
  const [chosenId, setChosenId] = useState<string | null>(null)
  const chosen = piece.drawings.find(({ id }) => id === chosenId) ?? piece.drawings.at(-1) ?? null
  const add = (name: string, motif: Motif) => {
    const id = newId()
    if (!run({ type: 'drawing.set', pieceId: piece.id, drawing: { id, name, motif, areas: [] } })) setChosenId(id)
    return id
  }
  const addArt = (drawing: Drawing, more: Partial<Motif> = {}) => {
    const begun: Motif = { ...startingMotif(form), kind: 'line', variation: 0, repeats: 1, made: 'line', ...more }
    if (form && !more.side) begun.side = drawnSide(form)
    add(drawing.name, form ? { ...motifOfDrawing(begun, drawing, form), ...more } : { ...begun, drawing })
  }
  const free = piece.steps.filter((step) => 'motif' in step && step.motif && !step.motif.of)
  return (
    <section aria-label="Drawings" className="space-y-3 px-5 py-4" data-testid="drawings">
      <h2 className="text-[1.0625rem] font-bold">Drawings</h2>
      {piece.drawings.length === 0 && (
        <p className="text-sm text-base-content/80">
          Set a drawing out once. Steps that cut, trail, wax or tape its lines follow it; the areas between them get
          their colours here.
        </p>
      )}
      {piece.drawings.length > 1 && chosen && (
        <Field label="Drawing">
          {(id) => (
            <Select
              id={id}
              value={chosen.id}
              choices={piece.drawings.map((d) => [d.id, d.name] as const)}
              onChange={setChosenId}
            />
          )}
        </Field>
      )}
      {chosen && (
        <OneDrawing key={chosen.id} piece={piece} studio={studio} form={form} drawing={chosen} onStep={onStep} />
      )}
      <details className="border border-base-content/40" open={piece.drawings.length === 0}>
        <summary className="cursor-pointer px-2 py-1 text-sm">New drawing</summary>
        <div className="flex flex-wrap gap-2 px-2 pb-2">
          <SketchDialog piece={piece} onDrawing={addArt} />
          <PointsDialog form={form} piece={piece} onDrawing={addArt} />
          <SvgFile
            words="Line art (SVG)"
            label="Open line art as a drawing"
            className="btn font-normal btn-sm"
            read={(bytes, name) => lineArt.ask((remote) => remote.drawing(bytes, name), { limitMs: SOON_MS })}
            onRead={({ drawing, notes }) => {
              addArt(drawing)
              if (notes.length) tell('news', notes.join(' '))
            }}
          />
          <button
            type="button"
            className="btn font-normal btn-sm"
            onClick={() => {
              if (!form) return
              const petals: Motif = { ...startingMotif(form), kind: 'petals', variation: 0, made: 'line' }
              add('Petals', motifOnSide(petals, drawnSide(form), form))
            }}
          >
            A motif
          </button>
          {free.map((step, i) => (
            <button
              key={step.id}
              type="button"
              className="btn font-normal btn-sm"
              title="Other steps can then follow the same lines"
              onClick={() => {
                const id = newId()
                const command = drawingOfStep(piece, step, id)
                if (command && !run(command)) setChosenId(id)
              }}
            >
              The {'motif' in step && step.motif ? motifName(step.motif) : i} of step {piece.steps.indexOf(step) + 1}
            </button>
          ))}
        </div>
      </details>
    </section>
  )
}

function OneDrawing({ piece, studio, form, drawing, onStep }: DrawingsProps & { drawing: PieceDrawing }) {
  const set = (changes: Partial<PieceDrawing>) =>
    run({ type: 'drawing.set', pieceId: piece.id, drawing: { ...drawing, ...changes } })
  const followers = piece.steps.filter((step) => 'motif' in step && step.motif?.of === drawing.id)
  const use = (act: (typeof LINE_ACTS)[number]) => {
    if (!form) return
    const { at, content, moved } = placedStep(act, piece, studio, form, usualPlace(act, piece, studio, form))
    const own = 'motif' in content && content.motif ? content.motif : drawing.motif
    const step = {
      ...content,
      motif: followed(drawing, { ...own, made: 'line', ground: false }),
      id: newId(),
      done: false,
    } as Step
    if (run({ type: 'step.add', pieceId: piece.id, at, step })) return
    if (moved) tell('news', moved)
    onStep(step.id)
  }
  return (
    <>
      <AreaColours piece={piece} studio={studio} form={form} drawing={drawing} />
      <div role="group" aria-label="Work its lines" className="flex flex-wrap items-center gap-1.5">
        <span className="text-[0.8125rem] text-base-content/75">Work its lines:</span>
        {LINE_ACTS.map((act) => (
          <button
            key={act}
            type="button"
            className="btn px-2 font-normal btn-sm"
            title={ACTS[act].hint}
            onClick={() => use(act)}
          >
            {ACTS[act].word}
          </button>
        ))}
      </div>
      {followers.length > 0 && (
        <p className="text-sm text-base-content/80">
          Followed by{' '}
          {followers.map((step, i) => (
            <span key={step.id}>
              {i > 0 && ', '}
              <button type="button" className="link" onClick={() => onStep(step.id)}>
                step {piece.steps.indexOf(step) + 1}
              </button>
            </span>
          ))}
          . What is changed here changes in all of them.
        </p>
      )}
      {drawing.motif.drawing && (
        <LinesOfDrawing
          drawing={drawing.motif.drawing}
          settings={studio.settings}
          onDrawing={(art, name) => run(drawingTold(piece, drawing, art, name))}
        />
      )}
      <details className="border border-base-content/40">
        <summary className="cursor-pointer px-2 py-1 text-sm">Its name, where it stands, size and repeats</summary>
        <div className="space-y-2 px-2 pb-2">
          <Field label="Name">
            {(id) => <TextInput id={id} value={drawing.name} maxLength={80} onCommit={(name) => set({ name })} />}
          </Field>
          <MotifFields
            piece={piece}
            form={form}
            motif={drawing.motif}
            onMotif={(motif) => set({ motif })}
            ground={false}
          />
        </div>
      </details>
      <button
        type="button"
        className="btn font-normal btn-sm"
        onClick={() => {
          if (!run({ type: 'drawing.remove', pieceId: piece.id, drawingId: drawing.id }))
            tellOfEdit(`“${drawing.name}” is taken away; steps keep their lines.`)
        }}
      >
        Take the drawing away
      </button>
    </>
  )
}
