'use client'

import { useState } from 'react'
import type { BarReading as Reading } from '@/core/clay/stageScale'
import { STAGE } from '@/core/clay/stages'
import type { Piece } from '@/core/model/piece'
import type { Studio } from '@/core/model/studio'
import { shrinksOf } from '@/core/usecases/sheets/sheetInput'
import { barsOf, withBar, withoutBars } from '@/core/usecases/sheets/barRead'
import type { Body } from '@/core/vocabulary/material'
import { run, tellOfEdit } from '@/store/studioStore'
import { Field, LengthInput, Select } from '@/ui/kit/fields'

const percent = (share: number) => (100 * share).toFixed(1)

/** Takes the reading of a shrinkage bar back into the clay. */
export function BarReading({ body, piece, studio }: { body: Body; piece: Piece; studio: Studio }) {
  const [stage, setStage] = useState<Reading['stage']>('fired')
  const [mm, setMm] = useState(88)
  const shrinks = shrinksOf(piece, studio)
  const known = barsOf(body, shrinks)
  const after = barsOf(body, shrinks, { stage, mm })
  const count = body.bars?.read.length ?? 0
  return (
    <section aria-label="What the bar reads" className="space-y-2 border border-base-content/60 p-3">
      <h3 className="font-bold">What does the bar read?</h3>
      <Field label="The bar is">
        {(id) => (
          <Select
            id={id}
            value={stage}
            choices={(['boneDry', 'bisque', 'fired'] as const).map((s) => [s, STAGE[s].name] as const)}
            onChange={setStage}
          />
        )}
      </Field>
      <Field label="Between its lines">
        {(id) => <LengthInput id={id} mm={mm} minMm={60} maxMm={110} onCommit={setMm} />}
      </Field>
      <p className="text-sm">
        {body.name} is taken to shrink {percent(body.dryingShrinkage)} ± {percent(known.dryingSd)} % drying and{' '}
        {percent(body.firingShrinkage)} ± {percent(known.firingSd)} % in the fire
        {count ? `, from ${count === 1 ? '1 bar' : `${count} bars`}` : ', from the maker’s figures'}. This reading makes
        it {percent(after.drying)} ± {percent(after.dryingSd)} % and {percent(after.firing)} ± {percent(after.firingSd)}{' '}
        %.
      </p>
      <button
        type="button"
        className="btn w-full btn-sm"
        onClick={() => {
          if (!run({ type: 'body.set', body: withBar(body, shrinks, { stage, mm }) }))
            tellOfEdit(`The bar is taken into ${body.name}: sheets and fired sizes follow it.`)
        }}
      >
        Take it into the clay
      </button>
      {count > 0 && (
        <button
          type="button"
          className="btn w-full font-normal btn-sm"
          onClick={() => {
            if (!run({ type: 'body.set', body: withoutBars(body) }))
              tellOfEdit(`The bars of ${body.name} are forgotten.`)
          }}
        >
          Forget its bars
        </button>
      )}
    </section>
  )
}
