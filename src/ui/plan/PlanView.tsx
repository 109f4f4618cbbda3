'use client'

import clsx from 'clsx'
import Link from 'next/link'
import { useCallback, useEffect, useMemo, useState } from 'react'
import type { LightId } from '@/core/colour/light'
import { buildForm } from '@/core/form/buildForm'
import type { Piece } from '@/core/model/piece'
import type { Studio } from '@/core/model/studio'
import type { ViewKind } from '@/core/usecases/view/pieceView'
import { useFindings, useSkin } from '@/store/derived'
import { useStudio } from '@/store/studioStore'
import { DrynessSheet } from '@/ui/dryness/DrynessSheet'
import { Segments } from '@/ui/kit/fields'
import { ColoursSheet } from './ColoursSheet'
import { FindingsPanel } from './FindingsPanel'
import { PieceSheet } from './PieceSheet'
import { PrintedSteps } from './PrintedSteps'
import { Rail } from './Rail'
import type { Spot } from './SectionCut'
import { PiecePicture } from './PiecePicture'
import { StepSheet } from './StepSheet'
import { StepTools } from './StepTools'
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

type Sheet = 'step' | 'dryness' | 'colours'

/** The step that the address names, or the last; null for the piece itself. */
function stepInAddress({ steps }: Piece): string | null {
  const asked = inAddress('step')
  return asked === FORM_ITSELF ? null : ((steps.find(({ id }) => id === asked) ?? steps.at(-1))?.id ?? null)
}

const sheetInAddress = (): Sheet => {
  const asked = inAddress('sheet')
  return asked === 'dryness' || asked === 'colours' ? asked : 'step'
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
  const { skin, problem, busy } = useSkin(piece, studio, { afterStep, kind, light })
  const { findings, problem: unjudged, again } = useFindings(piece, studio)
  const form = useMemo(() => buildForm(piece.form), [piece.form])

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
          piece={piece}
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
        />
        <aside
          className="flex min-h-0 flex-col border-l border-base-content/70 max-lg:order-3 max-lg:border-t max-lg:border-l-0"
          aria-label="Step and findings"
        >
          <div className="min-h-0 flex-1 overflow-y-auto">
            <div className="-mb-2 flex justify-end px-5 pt-3">
              <Segments
                small
                label="What the sheet shows"
                value={sheet}
                choices={[
                  ['step', step ? 'this step' : 'the piece'],
                  ['dryness', 'dryness'],
                  ['colours', 'colours'],
                ]}
                onChange={setSheet}
              />
            </div>
            {sheet === 'dryness' ? (
              <DrynessSheet piece={piece} studio={studio} />
            ) : sheet === 'colours' ? (
              <ColoursSheet piece={piece} studio={studio} />
            ) : step && selected !== null ? (
              <StepSheet
                key={step.id}
                piece={piece}
                studio={studio}
                form={form.ok ? form.value : null}
                step={step}
                index={selected}
              />
            ) : (
              <PieceSheet piece={piece} studio={studio} />
            )}
          </div>
          <FindingsPanel
            findings={unjudged ? null : findings}
            problem={unjudged}
            onAgain={again}
            piece={piece}
            onSelect={select}
          />
        </aside>
      </div>
      <PrintedSteps piece={piece} studio={studio} />
      <div className="border-t border-base-content/70 max-lg:order-2 print:hidden">
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
          findings={findings ?? []}
          selectedId={step?.id ?? null}
          onSelect={select}
          onDryness={() => setSheet('dryness')}
        />
      </div>
    </div>
  )
}
