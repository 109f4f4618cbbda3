'use client'

import clsx from 'clsx'
import Link from 'next/link'
import { useCallback, useEffect, useMemo, useState } from 'react'
import type { LightId } from '@/core/colour/light'
import { buildForm } from '@/core/form/buildForm'
import { capital } from '@/core/base/words'
import { lotPieces } from '@/core/model/lots'
import type { Piece } from '@/core/model/piece'
import type { Studio } from '@/core/model/studio'
import { potsWords } from '@/core/usecases/words/potWords'
import type { ViewKind } from '@/core/usecases/view/pieceView'
import { useFindings, useSkin } from '@/store/derived'
import { useStudio } from '@/store/studioStore'
import { Segments, Select } from '@/ui/kit/fields'
import { ColoursSheet, DrawingsSheet, DrynessSheet, SetSheet } from './laterSheets'
import { FindingsPanel } from './FindingsPanel'
import { PieceSheet } from './PieceSheet'
import { PrintedSteps } from './PrintedSteps'
import { Rail } from './Rail'
import type { Spot } from './SectionCut'
import { PiecePicture } from './PiecePicture'
import type { WhatIf } from '@/core/usecases/whatIf/whatIfs'
import { StepSheet } from './StepSheet'
import { StepTools } from './StepTools'
import { WhatIfPanel } from './WhatIfPanel'
import { inAddress, writeAddress } from '@/ui/frame/useAddress'

/** The plan of one piece: the form on its wheel, the rail of its life, the cut, the findings. */
export function PlanView({ pieceId }: { pieceId: string }) {
  const studio = useStudio((s) => s.studio)
  const piece = studio.pieces[pieceId]
  if (!piece) {
    return (
      <div className="p-8">
        <h1 className="mb-2 text-xl font-bold">This piece is not on the rack.</h1>
        <p className="mb-4">It may have been removed; undo brings it back.</p>
        <Link href="/" className="btn btn-primary">
          To the rack
        </Link>
      </div>
    )
  }
  return <Plan key={pieceId} piece={piece} studio={studio} />
}

/** Instead of a step in the address: the piece itself. */
const FORM_ITSELF = 'piece'

type Sheet = 'step' | 'drawings' | 'dryness' | 'colours' | 'set'

/** The step that the address names, or the last; null for the piece itself. */
function stepInAddress({ steps }: Piece): string | null {
  const asked = inAddress('step')
  return asked === FORM_ITSELF ? null : ((steps.find(({ id }) => id === asked) ?? steps.at(-1))?.id ?? null)
}

const sheetInAddress = (): Sheet => {
  const asked = inAddress('sheet')
  return asked === 'drawings' || asked === 'dryness' || asked === 'colours' || asked === 'set' ? asked : 'step'
}

function Plan({ piece, studio }: { piece: Piece; studio: Studio }) {
  const [selectedId, setSelectedId] = useState<string | null>(() => stepInAddress(piece))
  const [kind, setKind] = useState<ViewKind>('firedWhole')
  const [light, setLight] = useState<LightId>('daylight')
  const [spot, setSpot] = useState<Spot | null>(null)
  const [sheet, setSheet] = useState<Sheet>(sheetInAddress)
  const found = piece.steps.findIndex((step) => step.id === selectedId)
  const selected = found < 0 ? null : found
  const afterStep = selected ?? -1
  const form = useMemo(() => buildForm(piece.form), [piece.form])
  const lots = lotPieces(piece)
  const [lotAsked, setLot] = useState('')
  /** The lot whose state is shown; the whole set while it is not divided. */
  const lot = lots.find(({ id }) => id === lotAsked) ?? lots[0]
  const divided = lots.length > 1
  /** The plan as far as it was carried out, which picture and findings follow. */
  const done = lot?.asDone ?? piece
  const { skin, problem, busy } = useSkin(done, studio, { afterStep, kind, light })
  const { findings, isNow, problem: unjudged, again } = useFindings(done, studio)
  const pots = divided ? lot.lot.pots : undefined

  const [asked, setAsked] = useState<WhatIf | null>(null)
  /** What is asked of the plan, as long as its step is in sight. */
  const whatIf = asked && asked.stepId === selectedId && sheet === 'step' ? asked : null
  const otherwise = whatIf && { ...done, steps: whatIf.steps }

  const select = useCallback((id: string | null, look?: ViewKind) => {
    setSelectedId(id)
    setSheet('step')
    setKind((now) => look ?? now)
  }, [])
  const step = selected === null ? null : piece.steps[selected]
  useEffect(() => {
    writeAddress('step', step?.id ?? FORM_ITSELF, true)
    writeAddress('sheet', sheet === 'step' ? null : sheet, true)
  }, [step?.id, sheet])
  useEffect(() => {
    document.title = `${piece.name} · Vernice`
  }, [piece.name])

  return (
    <div
      className={clsx(
        'grid h-full min-h-[44rem] grid-cols-[minmax(0,1fr)]',
        'grid-rows-[minmax(0,1fr)_auto] max-lg:flex max-lg:h-auto max-lg:flex-col',
      )}
    >
      <div className="grid min-h-0 grid-cols-[minmax(0,1fr)_25rem] max-lg:contents">
        <PiecePicture
          piece={done}
          studio={studio}
          form={form.ok ? form.value : null}
          problem={problem}
          skin={skin}
          busy={busy}
          kind={kind}
          onKind={setKind}
          light={light}
          onLight={setLight}
          spot={spot}
          onSpot={setSpot}
          afterStep={afterStep}
          step={step}
          whatIf={otherwise}
        />
        <aside
          className="flex min-h-0 flex-col border-l border-base-content/70 max-lg:order-3 max-lg:border-t max-lg:border-l-0"
          aria-label="Step and findings"
        >
          <div className="min-h-0 flex-1 overflow-y-auto" data-testid="plan-sheet">
            <div className="-mb-2 flex flex-wrap items-center justify-end gap-2 px-5 pt-3">
              {divided && sheet !== 'set' && (
                <span className="mr-auto w-32">
                  <Select
                    label="Which pots"
                    value={lot.id}
                    choices={lots.map((one) => [one.id, capital(potsWords(one.lot.pots))] as const)}
                    onChange={setLot}
                  />
                </span>
              )}
              <Segments
                small
                label="What the sheet shows"
                value={sheet}
                choices={[
                  ['step', step ? 'this step' : 'the piece'],
                  ['drawings', 'drawings'],
                  ['dryness', 'dryness'],
                  ['colours', 'colours'],
                  ...(piece.count > 1 ? [['set', 'the set'] as const] : []),
                ]}
                onChange={setSheet}
              />
            </div>
            {sheet === 'dryness' ? (
              lot ? (
                <DrynessSheet key={lot.id} piece={lot.piece} pots={pots} studio={studio} />
              ) : (
                <p className="px-5 py-4">Every pot of this set is lost.</p>
              )
            ) : sheet === 'drawings' ? (
              <DrawingsSheet piece={piece} studio={studio} form={form.ok ? form.value : null} onStep={select} />
            ) : sheet === 'set' ? (
              <SetSheet piece={piece} studio={studio} />
            ) : sheet === 'colours' ? (
              <ColoursSheet piece={piece} studio={studio} />
            ) : step && selected !== null ? (
              <StepSheet
                key={step.id}
                whatIf={
                  <WhatIfPanel
                    piece={done}
                    step={step}
                    studio={studio}
                    findings={findings}
                    asked={whatIf}
                    otherwise={otherwise}
                    onAsk={setAsked}
                  />
                }
                piece={piece}
                studio={studio}
                form={form.ok ? form.value : null}
                step={step}
                index={selected}
                lot={lot ?? null}
                pots={pots}
              />
            ) : (
              <PieceSheet piece={piece} studio={studio} />
            )}
          </div>
          <FindingsPanel
            low={sheet === 'drawings'}
            findings={unjudged ? null : findings}
            isNow={isNow}
            problem={unjudged}
            onAgain={again}
            piece={piece}
            onSelect={select}
          />
        </aside>
      </div>
      <PrintedSteps piece={piece} studio={studio} />
      <div className="border-t border-base-content/70 print:hidden max-lg:order-2">
        <StepTools
          piece={piece}
          studio={studio}
          form={form.ok ? form.value : null}
          selected={selected}
          onSelect={select}
        />
        <Rail
          piece={piece}
          studio={studio}
          lots={lots}
          lot={lot ?? null}
          onLot={setLot}
          findings={findings ?? []}
          selectedId={step?.id ?? null}
          onSelect={select}
          onDryness={() => setSheet('dryness')}
        />
      </div>
    </div>
  )
}
