'use client'

import clsx from 'clsx'
import { useEffect, useRef } from 'react'
import { answerQuestion, useStudio } from '@/store/studioStore'
import { DIALOG } from '@/ui/kit/classNames'

/** A question before something is taken in: what it would do, and the choices. Escape leaves everything as it is. */
export function QuestionDialog() {
  const question = useStudio((s) => s.question)
  const dialog = useRef<HTMLDialogElement>(null)
  useEffect(() => {
    if (question) dialog.current?.showModal()
  }, [question])
  if (!question) return null
  return (
    <dialog
      ref={dialog}
      aria-labelledby="question-title"
      className={clsx(DIALOG, 'max-w-lg p-6')}
      onClose={() => answerQuestion(null)}
      data-testid="question"
    >
      <h2 id="question-title" className="mb-2 text-lg font-bold">
        {question.title}
      </h2>
      <p className="mb-4">{question.words}</p>
      <div className="flex flex-wrap gap-2">
        {question.choices.map(({ label, act }, i) => (
          <button
            key={label}
            type="button"
            className={i === 0 ? 'btn btn-primary' : 'btn'}
            onClick={() => answerQuestion(act)}
          >
            {label}
          </button>
        ))}
        <button type="button" className="btn btn-ghost" onClick={() => answerQuestion(null)}>
          Leave it
        </button>
      </div>
    </dialog>
  )
}
