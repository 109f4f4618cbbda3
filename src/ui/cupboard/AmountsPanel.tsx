'use client'

import Link from 'next/link'
import { useState } from 'react'
import { sentence } from '@/core/base/issue'
import { dryGramsPerLitre, scaledBatch, SOLIDS_DENSITY, waterToAdd, type BatchLine } from '@/core/quantities/suspension'
import { standingPots } from '@/core/model/lots'
import type { Piece } from '@/core/model/piece'
import type { Studio } from '@/core/model/studio'
import { useAmounts } from '@/store/colours'
import { Check, Field, NumberInput, Select } from '@/ui/kit/fields'
import { TextInput } from '@/ui/kit/TextInput'

/** How much each plan takes, and the sums of the glaze bucket. */
export function AmountsPanel({ studio }: { studio: Studio }) {
  return (
    <div className="grid gap-8 xl:grid-cols-[1.4fr_1fr]">
      <PieceAmounts studio={studio} />
      <div className="space-y-8">
        <Bucket />
        <Batch />
      </div>
    </div>
  )
}

function PieceAmounts({ studio }: { studio: Studio }) {
  const [pieceId, setPieceId] = useState(studio.order[0] ?? '')
  const [left, setLeft] = useState(false)
  const piece = studio.pieces[pieceId] ?? studio.pieces[studio.order[0]]
  if (!piece)
    return (
      <p>
        No piece is on the rack yet;{' '}
        <Link className="link" href="/new">
          plan the first one
        </Link>
        , then what it takes is worked out here.
      </p>
    )
  return (
    <section aria-label="What a piece takes" className="space-y-3">
      <h2 className="text-lg font-bold">What a piece takes</h2>
      <div className="flex flex-wrap items-center gap-4">
        <span className="w-56">
          <Select
            label="Piece"
            value={piece.id}
            choices={studio.order.map((id) => [id, studio.pieces[id].name] as const)}
            onChange={setPieceId}
          />
        </span>
        <Check label="only what is still to do" checked={left} onChange={setLeft} />
      </div>
      <AmountsTable piece={piece} studio={studio} left={left} />
    </section>
  )
}

/** The table of what is taken; its last state while a newer one is worked out. */
function AmountsTable({ piece, studio, left }: { piece: Piece; studio: Studio; left: boolean }) {
  const { value, busy, problem } = useAmounts(piece, studio, left)
  if (problem)
    return (
      <p role="alert" className="text-sm text-error">
        {problem}
      </p>
    )
  if (!value) return <p className="text-sm">The surface of the piece is being measured …</p>
  const amounts = value.filter((amount) => studio.media[amount.mediumId])
  const uncounted = amounts.filter((amount) => amount.jars === null).length
  return (
    <div className="space-y-3" data-busy={busy}>
      <div className="overflow-x-auto" tabIndex={0} role="region" aria-label="Amounts, as a table">
        <table className="numbers w-full text-sm [&_td]:pr-3 [&_th]:pr-3" data-testid="amounts">
          <thead>
            <tr className="border-b border-base-content text-left align-bottom">
              <th className="py-1">medium</th>
              <th>one, ml</th>
              <th>all {standingPots(piece).length}, ml</th>
              <th>jars</th>
              <th>left</th>
              <th>pieces a jar</th>
              <th>cost</th>
            </tr>
          </thead>
          <tbody>
            {amounts.map((amount) => (
              <tr key={amount.mediumId} className="border-b border-base-300 align-top">
                <td className="py-1.5 pr-2">
                  <b>{studio.media[amount.mediumId].name}</b>
                  {amount.sums.map((sum) => (
                    <span key={sum} className="block text-xs text-base-content/75">
                      {sum}
                    </span>
                  ))}
                  {amount.bucketMl > 0 && (
                    <span className="block text-xs text-base-content/75">
                      and about {amount.bucketMl.toFixed(0)} ml standing in the bucket to dip or pour
                    </span>
                  )}
                </td>
                <td className="py-1.5">{amount.mlForOne.toFixed(1)}</td>
                <td className="py-1.5">{amount.mlForAll.toFixed(0)}</td>
                <td className="py-1.5">{amount.jars === null ? '–' : amount.jars.toFixed(2)}</td>
                <td className={`py-1.5 ${amount.jarsLeft !== null && amount.jarsLeft < 0 ? 'font-bold' : ''}`}>
                  {amount.jarsLeft === null
                    ? '–'
                    : amount.jarsLeft < 0
                      ? `${(-amount.jarsLeft).toFixed(2)} short`
                      : amount.jarsLeft.toFixed(2)}
                </td>
                <td className="py-1.5">{amount.piecesAJar ?? '–'}</td>
                <td className="py-1.5">{amount.cost === null ? '–' : amount.cost.toFixed(2)}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      {amounts.length === 0 && (
        <p className="text-sm">
          {left ? 'Everything that takes material is done.' : 'No step of this plan takes material yet.'}
        </p>
      )}
      <p className="text-xs text-base-content/75">
        Measured on the surface of the piece as planned: true area × thickness of the wet coat, and what does not stay
        on it.
        {uncounted > 0
          ? ` A dash: the jars of ${uncounted === 1 ? 'that material' : `${uncounted} materials`} are ` +
            'not counted yet; enter jars, their size and price under Media.'
          : ''}
      </p>
    </div>
  )
}

function Bucket() {
  const [ml, setMl] = useState(2000)
  const [has, setHas] = useState(1560)
  const [wants, setWants] = useState(1450)
  const [density, setDensity] = useState(SOLIDS_DENSITY)
  const water = waterToAdd(ml, has, wants)
  return (
    <section aria-label="Weight of a litre" className="space-y-2">
      <h2 className="text-lg font-bold">The bucket: weight of a litre</h2>
      <div className="grid grid-cols-2 gap-3">
        <Field label="In the bucket">
          {(id) => <NumberInput id={id} value={ml} min={50} max={200000} step={100} unit="ml" onCommit={setMl} />}
        </Field>
        <Field label="A litre weighs">
          {(id) => <NumberInput id={id} value={has} min={1001} max={2600} step={10} unit="g" onCommit={setHas} />}
        </Field>
        <Field label="It should weigh">
          {(id) => <NumberInput id={id} value={wants} min={1001} max={2600} step={10} unit="g" onCommit={setWants} />}
        </Field>
        <Field label="Density of the solids">
          {(id) => (
            <NumberInput id={id} value={density} min={1.5} max={4} step={0.05} unit="g/ml" onCommit={setDensity} />
          )}
        </Field>
      </div>
      <p className="numbers text-sm" data-testid="water">
        {water.ok ? (
          <>
            Add <b>{water.value.toFixed(0)} ml</b> of water: {ml} × ({has} − {wants}) / ({wants} − 1000).
          </>
        ) : (
          sentence(water.issue)
        )}{' '}
        Dry solids in a litre now: ({has} − 1000) × {density} / ({density} − 1) ={' '}
        <b>{dryGramsPerLitre(has, density).toFixed(0)} g</b> (Brongniart).
      </p>
    </section>
  )
}

const FIRST_BATCH: readonly BatchLine[] = [
  { name: 'Soft frit', percent: 62 },
  { name: 'White clay', percent: 20 },
  { name: 'Flint', percent: 18 },
  { name: '+ Stain', percent: 6 },
]

function Batch() {
  const [lines, setLines] = useState<readonly BatchLine[]>(FIRST_BATCH)
  const [grams, setGrams] = useState(2500)
  const scaled = scaledBatch(lines, grams)
  return (
    <section aria-label="A batch" className="space-y-2">
      <h2 className="text-lg font-bold">A batch, scaled</h2>
      <span className="block w-44">
        <Field label="Dry batch">
          {(id) => <NumberInput id={id} value={grams} min={1} max={100000} step={100} unit="g" onCommit={setGrams} />}
        </Field>
      </span>
      <ul className="space-y-1">
        {lines.map((line, i) => (
          <li key={i} className="flex items-center gap-2 text-sm">
            <TextInput
              label={`Line ${i + 1}`}
              className="w-40"
              value={line.name}
              onCommit={(name) => setLines(lines.map((l, k) => (k === i ? { ...l, name } : l)))}
            />
            <span className="w-28">
              <NumberInput
                label={`Percent of line ${i + 1}`}
                value={line.percent}
                min={0}
                max={100}
                step={1}
                unit="%"
                onCommit={(percent) => setLines(lines.map((l, k) => (k === i ? { ...l, percent } : l)))}
              />
            </span>
            <b className="numbers w-20 text-right">{scaled[i].grams.toFixed(1)} g</b>
          </li>
        ))}
      </ul>
      <button
        type="button"
        className="btn btn-sm"
        onClick={() => setLines([...lines, { name: 'Another', percent: 0 }])}
      >
        Add a line
      </button>
      <p className="text-xs text-base-content/75">
        Lines with + come on top of the hundred. Dry powders are dust: respirator, wet cleaning, read the sheets.
      </p>
    </section>
  )
}
