'use client'

import { useState } from 'react'
import { CLAY_WATER, CLAY_WATER_KINDS } from '@/core/clay/drying/clayWater'
import { CONES } from '@/core/firing/cones'
import type { Body } from '@/core/vocabulary/material'
import type { Studio } from '@/core/model/studio'
import { run } from '@/store/studioStore'
import { Field, NumberInput, Select } from '@/ui/kit/fields'
import { AddMedium } from './laterForms'
import { clayColours, ClayLabel } from './ClayLabel'
import { TextInput } from '@/ui/kit/TextInput'
import { ToolsList } from './ToolsList'

/** The clays, the applicators and the tools, with what the trade knows of each. */
export function ClaysTab({ studio }: { studio: Studio }) {
  const bodies = Object.values(studio.bodies)
  const [chosenId, setChosenId] = useState<string | null>(null)
  const [adding, setAdding] = useState(false)
  const chosen = (chosenId && studio.bodies[chosenId]) || bodies[0]
  return (
    <div className="grid gap-8 lg:grid-cols-[17rem_minmax(0,1fr)_minmax(0,1fr)]">
      <section aria-label="Clays">
        <h2 className="mb-2 text-lg font-bold">Clays</h2>
        <ul className="divide-y divide-base-300 border-y border-base-300">
          {bodies.map((body) => (
            <li key={body.id}>
              <button
                type="button"
                aria-pressed={chosen?.id === body.id && !adding}
                onClick={() => {
                  setChosenId(body.id)
                  setAdding(false)
                }}
                className="flex w-full cursor-pointer gap-3 px-1 py-2 text-left text-sm hover:bg-base-200 aria-pressed:bg-base-300"
              >
                <span className="flex h-10 w-20 shrink-0 border border-base-content" aria-hidden>
                  {clayColours(body).map(([words, colour]) => (
                    <span key={words} className="flex-1" style={{ background: colour }} />
                  ))}
                </span>
                <span>
                  <b>{body.name}</b>
                  <span className="numbers block text-base-content/80">
                    cone {body.range.from} to {body.range.to}
                  </span>
                </span>
              </button>
            </li>
          ))}
        </ul>
        <button type="button" className="btn mt-2 btn-sm" onClick={() => setAdding(true)}>
          Add a clay
        </button>
      </section>
      <div>
        {adding ? (
          <AddMedium
            studio={studio}
            only="body"
            onAdded={(id) => {
              setChosenId(id)
              setAdding(false)
            }}
          />
        ) : (
          chosen && (
            <div key={chosen.id} className="space-y-3">
              <h2 className="text-lg font-bold">{chosen.name}</h2>
              <ClayLabel body={chosen} />
              <details>
                <summary className="btn btn-sm">Change this clay</summary>
                <BodyFields body={chosen} />
              </details>
            </div>
          )
        )}
      </div>
      <ToolsList />
    </div>
  )
}

const percent = (share: number) => (100 * share).toFixed(1)

const cones = CONES.map((cone) => [cone, cone] as const)

const RAW = [
  ['wet', 'Raw, wet'],
  ['dry', 'Raw, dry'],
  ['bisque', 'Bisque'],
] as const

/** What is written on the bag of a clay. */
function BodyFields({ body }: { body: Body }) {
  const set = (changes: Partial<Body>) => run({ type: 'body.set', body: { ...body, ...changes } })
  return (
    <form
      className="grid grid-cols-2 gap-3 pt-3 sm:grid-cols-3"
      aria-label={`About ${body.name}`}
      onSubmit={(event) => event.preventDefault()}
    >
      <Field label="Name">
        {(id) => <TextInput id={id} value={body.name} maxLength={80} onCommit={(name) => set({ name })} />}
      </Field>
      <Field label="From cone">
        {(id) => (
          <Select
            id={id}
            value={body.range.from}
            choices={cones}
            onChange={(from) => set({ range: { ...body.range, from } })}
          />
        )}
      </Field>
      <Field label="To cone">
        {(id) => (
          <Select
            id={id}
            value={body.range.to}
            choices={cones}
            onChange={(to) => set({ range: { ...body.range, to } })}
          />
        )}
      </Field>
      <Field label="Bisque at cone">
        {(id) => (
          <Select id={id} value={body.bisqueCone} choices={cones} onChange={(bisqueCone) => set({ bisqueCone })} />
        )}
      </Field>
      <Field label="Shrinks drying">
        {(id) => (
          <NumberInput
            id={id}
            value={Number(percent(body.dryingShrinkage))}
            min={0}
            max={20}
            step={0.1}
            unit="%"
            onCommit={(n) => set({ dryingShrinkage: n / 100, bars: null })}
          />
        )}
      </Field>
      <Field label="Shrinks in the fire">
        {(id) => (
          <NumberInput
            id={id}
            value={Number(percent(body.firingShrinkage))}
            min={0}
            max={20}
            step={0.1}
            unit="%"
            onCommit={(n) => set({ firingShrinkage: n / 100, bars: null })}
          />
        )}
      </Field>
      <Field label="Grain">
        {(id) => (
          <Select
            id={id}
            value={body.grain}
            choices={[
              ['fine', 'fine'],
              ['grogged', 'grogged'],
            ]}
            onChange={(grain) => set({ grain })}
          />
        )}
      </Field>
      <div className="col-span-2">
        <Field label="Dries like">
          {(id) => (
            <Select
              id={id}
              value={body.water}
              choices={CLAY_WATER_KINDS.map((kind) => [kind, CLAY_WATER[kind].name] as const)}
              onChange={(water) => set({ water })}
            />
          )}
        </Field>
      </div>
      {RAW.map(([state, label]) => (
        <Field key={state} label={label}>
          {(id) => (
            <input
              id={id}
              type="color"
              className="h-8 w-full border border-base-content"
              value={body.raw[state]}
              onChange={(e) => set({ raw: { ...body.raw, [state]: e.target.value } })}
            />
          )}
        </Field>
      ))}
    </form>
  )
}
