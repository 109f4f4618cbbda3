'use client'

import { Brush, Copy, Droplets, Feather, Flame, Footprints, PieChart, Shield, Trash2, Waves, Wind, MoveLeft, MoveRight, type LucideIcon } from 'lucide-react'
import type { TurnedForm } from '@/core/form/turnedForm'
import type { Piece } from '@/core/model/piece'
import type { Act, Step } from '@/core/model/step'
import type { Studio } from '@/core/model/studio'
import { ADDABLE, newStepContent } from '@/core/usecases/newStep'
import { newId, run } from '@/store/studioStore'
import { shiftStep } from './planCommands'

const ICONS: Readonly<Record<Act, LucideIcon>> = { bring: Droplets, coat: Brush, divide: PieChart, carve: Feather, wax: Shield, glaze: Waves, cleanFoot: Footprints, wipeDust: Wind, fire: Flame }

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
  const add = (act: Act) => {
    if (!form) return
    const after = selected ?? -1
    const added = { ...newStepContent(act, piece, studio, form, after), id: newId(), done: false } as Step
    if (!run({ type: 'step.add', pieceId: piece.id, at: after + 1, step: added })) onSelect(added.id)
  }
  return (
    <div className="flex flex-wrap items-center gap-x-4 gap-y-1 px-6 pt-2">
      <div role="toolbar" aria-label="Add a step" className="flex flex-wrap items-center gap-1">
        <span className="mr-1 text-[13px] text-base-content/75">{step ? `After step ${(selected ?? 0) + 1}, add` : 'First, add'}</span>
        {ADDABLE.map(({ act, word }) => {
          const Icon = ICONS[act]
          return (
            <button key={act} type="button" className="btn btn-sm px-2 font-normal" onClick={() => add(act)}>
              <Icon size={15} aria-hidden />
              {word}
            </button>
          )
        })}
      </div>
      {step && (
        <div role="toolbar" aria-label="This step" className="ml-auto flex items-center gap-1">
          <button type="button" className="btn btn-sm px-2 font-normal" disabled={selected === 0} onClick={() => shiftStep(piece, step.id, -1)} title="Alt + ←"><MoveLeft size={15} aria-hidden />earlier</button>
          <button type="button" className="btn btn-sm px-2 font-normal" disabled={selected === piece.steps.length - 1} onClick={() => shiftStep(piece, step.id, 1)} title="Alt + →">later<MoveRight size={15} aria-hidden /></button>
          <button
            type="button"
            className="btn btn-sm px-2 font-normal"
            title="Ctrl + D"
            onClick={() => {
              const id = newId()
              if (!run({ type: 'step.duplicate', pieceId: piece.id, stepId: step.id, newId: id })) onSelect(id)
            }}
          >
            <Copy size={15} aria-hidden />repeat
          </button>
          <button
            type="button"
            className="btn btn-sm px-2 font-normal"
            title="Delete"
            onClick={() => {
              run({ type: 'step.remove', pieceId: piece.id, stepId: step.id })
              onSelect(piece.steps[(selected ?? 0) - 1]?.id ?? null)
            }}
          >
            <Trash2 size={15} aria-hidden />remove
          </button>
        </div>
      )}
    </div>
  )
}
