'use client'

import { useState } from 'react'
import { CLAY_WATER, CLAY_WATER_KINDS } from '@/core/clay/drying/clayWater'
import { hexFromLab } from '@/core/colour/colourSpaces'
import { labUnder } from '@/core/colour/layeredColour'
import { CONES } from '@/core/firing/cones'
import type { Body } from '@/core/vocabulary/material'
import { APPLICATOR, APPLICATORS, TOOL, TOOLS } from '@/core/vocabulary/tools'
import type { Studio } from '@/core/model/studio'
import { run } from '@/store/studioStore'
import { Field, NumberInput, Select } from '@/ui/kit/fields'
import { AddMedium } from './AddMedium'
import { TextInput } from '@/ui/kit/TextInput'
import { useInUnits } from '@/ui/kit/useInUnits'

/** The clays, the applicators and the tools, with what the trade knows of each. */
export function ClaysTab({ studio }: { studio: Studio }) {
  const bodies = Object.values(studio.bodies)
  const [chosenId, setChosenId] = useState<string | null>(null)
  const [adding, setAdding] = useState(false)
  const chosen = (chosenId && studio.bodies[chosenId]) || bodies[0]
  const inUnits = useInUnits()
  return (
    <div className="grid gap-8 lg:grid-cols-[1.15fr_1fr]">
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
                <span className="flex h-10 w-20 shrink-0 border border-base-content" title="wet, dry, bisque, fired">
                  {[
                    body.raw.wet,
                    body.raw.dry,
                    body.raw.bisque,
                    hexFromLab(labUnder(Float64Array.from(body.reflectance))),
                  ].map((hex, i) => (
                    <span key={i} className="flex-1" style={{ background: hex }} />
                  ))}
                </span>
                <span>
                  <b>{body.name}</b>
                  <span className="numbers block text-base-content/80">
                    cone {body.range.from} to {body.range.to}, bisque {body.bisqueCone}; shrinks{' '}
                    {percent(body.dryingShrinkage)} % drying and {percent(body.firingShrinkage)} % in the fire; dries
                    like {CLAY_WATER[body.water].name}
                  </span>
                </span>
              </button>
            </li>
          ))}
        </ul>
        <div className="mt-2 flex items-center gap-4">
          <p className="text-xs text-base-content/75">Colours from left: wet, dry, bisque, fired.</p>
          <button type="button" className="btn ml-auto btn-sm" onClick={() => setAdding(true)}>
            Add a clay
          </button>
        </div>
        {adding ? (
          <div className="mt-4">
            <AddMedium
              studio={studio}
              only="body"
              onAdded={(id) => {
                setChosenId(id)
                setAdding(false)
              }}
            />
          </div>
        ) : (
          chosen && <BodyFields key={chosen.id} body={chosen} />
        )}
      </section>
      <section aria-label="Applicators and tools">
        <h2 className="mb-2 text-lg font-bold">Applicators</h2>
        <ul className="mb-5 space-y-1 text-sm">
          {APPLICATORS.map((id) => (
            <li key={id}>
              <b>{APPLICATOR[id].name}</b>: {APPLICATOR[id].words}.{' '}
              <span className="numbers text-base-content/80">For full cover: {APPLICATOR[id].cover}.</span>
            </li>
          ))}
        </ul>
        <h2 className="mb-2 text-lg font-bold">Tools</h2>
        <ul className="space-y-1 text-sm">
          {TOOLS.map((id) => (
            <li key={id}>
              <b>{TOOL[id].name}</b>: {TOOL[id].words}.{' '}
              <span className="numbers text-base-content/80">
                {inUnits(`line ${TOOL[id].lineMm} mm, ${TOOL[id].depthMm} mm deep`)}
              </span>
            </li>
          ))}
        </ul>
      </section>
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
      className="mt-4 grid grid-cols-2 gap-3 sm:grid-cols-3"
      aria-label={`About ${body.name}`}
      onSubmit={(event) => event.preventDefault()}
    >
      <h3 className="col-span-full font-bold">About {body.name}</h3>
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
