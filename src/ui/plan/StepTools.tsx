'use client'

import { ChevronDown, Copy, MoveLeft, MoveRight, RefreshCw, Trash2 } from 'lucide-react'
import type { TurnedForm } from '@/core/form/turnedForm'
import type { Piece } from '@/core/model/piece'
import type { Step } from '@/core/plan/step'
import type { Studio } from '@/core/model/studio'
import { ADDABLE, type AddableAct } from '@/core/usecases/create/addable'
import { canTakeTurns, takeTurns } from '@/core/usecases/create/rotation'
import { lazyLoad } from '@/store/lazyLoad'
import { newId, run, tellOfEdit, undo } from '@/store/studioStore'
import { Menu } from '@/ui/kit/Menu'
import { ACT_VIEW, FAMILY_ICON } from './actViews'
import { shiftStep } from '@/core/usecases/rail/railKeys'

type Addable = (typeof ADDABLE)[number]

/** A family of acts: one button, or a menu of several. */
function FamilyButton({ family, onAdd }: { family: Addable; onAdd: (what: AddableAct) => void }) {
  const [only] = family.acts
  if (family.acts.length === 1) {
    const Icon = ACT_VIEW[only.act].icon
    return (
      <button type="button" className="btn px-2 font-normal btn-sm" title={only.words} onClick={() => onAdd(only)}>
        <Icon size={15} aria-hidden />
        {family.family}
      </button>
    )
  }
  const Icon = FAMILY_ICON[family.family] ?? ACT_VIEW[only.act].icon
  return (
    <Menu
      className="btn px-2 font-normal btn-sm"
      items={family.acts.map((what) => ({
        word: what.word,
        words: what.words,
        icon: ACT_VIEW[what.act].icon,
        act: () => onAdd(what),
      }))}
    >
      <Icon size={15} aria-hidden />
      {family.family}
      <ChevronDown size={13} aria-hidden />
    </Menu>
  )
}

interface StepToolsProps {
  piece: Piece
  studio: Studio
  form: TurnedForm | null
  selected: number | null
  onSelect: (id: string | null) => void
}

/** Adds a step after the selected one; moves, repeats and removes the selected one. */
export function StepTools({ piece, studio, form, selected, onSelect }: StepToolsProps) {
  const step = selected === null ? null : piece.steps[selected]
  const add = async ({ act, firing }: AddableAct) => {
    if (!form) return
    const steps = await lazyLoad(() => import('@/core/usecases/create/newStep'))
    if (!steps) return
    const { firingValues, placedStep } = steps
    const values = firing ? firingValues(firing, piece, studio) : {}
    const { at, content, moved, asked } = placedStep(act, piece, studio, form, selected ?? -1, values)
    const added = { ...content, id: newId(), done: false } as Step
    if (run({ type: 'step.add', pieceId: piece.id, at, step: added })) return
    if (moved && asked)
      tellOfEdit(moved, {
        label: `Put it after step ${asked.at} all the same`,
        act: () => {
          undo()
          run({ type: 'step.add', pieceId: piece.id, at: asked.at, step: { ...added, ...asked.content } as Step })
        },
      })
    onSelect(added.id)
  }
  const shift = (by: number) => {
    const shifted = step && shiftStep(piece, step.id, by)
    if (shifted) run(shifted.command)
  }
  return (
    <div className="flex flex-wrap items-center gap-x-4 gap-y-1 px-6 pt-2">
      <div role="toolbar" aria-label="Add a step" className="flex flex-wrap items-center gap-1">
        <span className="mr-1 text-[0.8125rem] text-base-content/75">
          {step ? `After step ${(selected ?? 0) + 1}, add` : 'First, add'}
        </span>
        {ADDABLE.map((family) => (
          <FamilyButton key={family.family} family={family} onAdd={(what) => void add(what)} />
        ))}
      </div>
      {step && (
        <div role="toolbar" aria-label="This step" className="ml-auto flex flex-wrap items-center gap-1">
          <button
            type="button"
            className="btn px-2 font-normal btn-sm"
            disabled={selected === 0}
            onClick={() => shift(-1)}
            title="Alt + ←"
          >
            <MoveLeft size={15} aria-hidden />
            earlier
          </button>
          <button
            type="button"
            className="btn px-2 font-normal btn-sm"
            disabled={selected === piece.steps.length - 1}
            onClick={() => shift(1)}
            title="Alt + →"
          >
            later
            <MoveRight size={15} aria-hidden />
          </button>
          {canTakeTurns(piece.steps, selected ?? -1) && (
            <button
              type="button"
              className="btn px-2 font-normal btn-sm"
              title="One coat of each in turn round the piece, instead of all coats of one"
              onClick={() => {
                const turns = takeTurns(piece, selected ?? -1, newId)
                if (turns) run(turns)
              }}
            >
              <RefreshCw size={15} aria-hidden />
              in rotation
            </button>
          )}
          <button
            type="button"
            className="btn px-2 font-normal btn-sm"
            title="Ctrl + D"
            onClick={() => {
              const id = newId()
              if (!run({ type: 'step.duplicate', pieceId: piece.id, stepId: step.id, newId: id })) onSelect(id)
            }}
          >
            <Copy size={15} aria-hidden />
            repeat
          </button>
          <button
            type="button"
            className="btn px-2 font-normal btn-sm"
            title="Delete"
            onClick={() => {
              run({ type: 'step.remove', pieceId: piece.id, stepId: step.id })
              onSelect(piece.steps[(selected ?? 0) - 1]?.id ?? null)
            }}
          >
            <Trash2 size={15} aria-hidden />
            remove
          </button>
        </div>
      )}
    </div>
  )
}
