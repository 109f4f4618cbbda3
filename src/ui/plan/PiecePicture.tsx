'use client'

import { isA } from '@/core/plan/step'
import clsx from 'clsx'
import { useMemo, useRef, useState } from 'react'
import { formatLength } from '@/core/base/units'
import type { LightId } from '@/core/colour/light'
import type { TurnedForm } from '@/core/form/turnedForm'
import { countWords } from '@/core/usecases/words/potWords'
import type { Piece } from '@/core/model/piece'
import type { Studio } from '@/core/model/studio'
import { timeline } from '@/core/plan/timeline'
import { STAGE } from '@/core/clay/stages'
import { pieceMesh } from '@/core/picture/lathe'
import { placeKey, samePlace } from '@/core/model/run'
import { atlasOf, chartOf } from '@/core/skin/atlas'
import type { SkinSpot } from '@/core/usecases/view/skinSpot'
import { noteNear, placeNotes } from '@/core/usecases/words/placeNotes'
import { whereWords } from '@/core/usecases/words/whereWords'
import { lineWeights } from '@/core/usecases/view/lineWeights'
import type { ViewKind } from '@/core/usecases/view/pieceView'
import { shownScale } from '@/core/usecases/view/shownScale'
import type { Step } from '@/core/plan/step'
import { useSkin, type Moment } from '@/store/derived'
import type { SkinAnswer } from '@/workers/protocol'
import { Segments } from '@/ui/kit/fields'
import { ExportMenu } from './ExportMenu'
import { GaugeBlock } from './GaugeBlock'
import { handlesOf } from './handles'
import type { PlacedSpot } from './NotePins'
import { SpotNote } from './SpotNote'
import { SectionCut, type Spot } from './SectionCut'
import { SplitLine } from './SplitLine'
import { Unrolled } from './Unrolled'
import { Wheel, type WheelPictures } from './Wheel'

interface PiecePictureProps {
  piece: Piece
  studio: Studio
  form: TurnedForm | null
  problem: string | null
  skin: SkinAnswer | null
  /** Whether a newer skin is on its way. */
  busy: boolean
  kind: ViewKind
  onKind: (kind: ViewKind) => void
  light: LightId
  onLight: (light: LightId) => void
  spot: Spot | null
  onSpot: (spot: Spot) => void
  afterStep: number
  step: Step | null
  /** The plan as it would be if something were done otherwise, to compare with. */
  whatIf: Piece | null
}

type Comparison = 'none' | 'raw' | 'variant' | 'whatIf'

/** The skin of what the piece is compared with: itself raw or fired, or its variant. */
function useOther(
  piece: Piece,
  studio: Studio,
  moment: Moment,
  against: Comparison,
  whatIf: Piece | null,
): { skin: SkinAnswer | null; busy: boolean } {
  const stable = useMemo(() => {
    if (against === 'whatIf' && whatIf) return whatIf
    return against === 'variant' && piece.variant ? { ...piece, steps: piece.variant } : piece
  }, [piece, against, whatIf])
  const kind: ViewKind = against === 'raw' ? (moment.kind === 'bench' ? 'firedWhole' : 'bench') : moment.kind
  const afterStep =
    against === 'variant' || against === 'whatIf'
      ? Math.min(moment.afterStep, stable.steps.length - 1)
      : moment.afterStep
  const raw = against === 'raw' && moment.kind === 'firedWhole' ? lastRawStep(piece) : afterStep
  const asked = useSkin(stable, studio, { ...moment, kind, afterStep: raw }, against === 'none' ? null : 'other')
  return against === 'none' ? { skin: null, busy: false } : asked
}

/** The last step before the last firing: what goes into the kiln. */
const lastRawStep = (piece: Piece) => {
  const fired = piece.steps.findLastIndex((step) => isA(step, 'firing'))
  return fired < 0 ? piece.steps.length - 1 : fired - 1
}

/** The grey ground with the form on its wheel and what is read off it. */
export function PiecePicture({
  piece,
  studio,
  form,
  problem,
  skin,
  busy,
  kind,
  onKind,
  light,
  onLight,
  spot,
  onSpot,
  afterStep,
  step,
  whatIf,
}: PiecePictureProps) {
  const [shown, setShown] = useState<'wheel' | 'unrolled'>('wheel')
  const [comparison, setComparison] = useState<Comparison>('none')
  const [split, setSplit] = useState(0.48)
  const pictures = useRef<WheelPictures>(null)
  const against: Comparison = whatIf ? 'whatIf' : comparison === 'variant' && !piece.variant ? 'none' : comparison
  const other = useOther(piece, studio, { afterStep, kind, light }, against, whatIf)
  const handles = useMemo(() => handlesOf(piece, step), [piece, step])
  const atlas = useMemo(() => (form ? atlasOf(form, piece.form.parts) : null), [form, piece.form.parts])
  const mesh = useMemo(() => atlas && pieceMesh(atlas), [atlas])
  const body = studio.bodies[piece.bodyId]
  const length = (mm: number) => formatLength(mm, studio.settings.length)
  const lines = useMemo(() => (form ? lineWeights(piece, body, form) : []), [piece, body, form])
  const noted = useMemo(() => placeNotes(piece, studio.settings.length), [piece, studio.settings.length])
  const [held, setHeld] = useState<PlacedSpot | null>(null)
  const surface = held && atlas ? chartOf(atlas, held.on).surface : null
  /** Holds a spot to note something there: one that is noted already, if there is one near. */
  const hold = (at: SkinSpot | null) => {
    if (!at || !atlas) return
    const on = chartOf(atlas, at.on).surface
    const placed: PlacedSpot = {
      kind: 'spot',
      ...(at.on ? { on: at.on } : {}),
      across: ((at.across % 1) + 1) % 1,
      alongMm: Math.max(0, at.down * on.form.totalMm),
    }
    const near = noteNear(noted, placed, on)?.placed
    setHeld(near?.kind === 'spot' ? near : placed)
  }
  const { sizes } = piece.form
  const fired = shownScale(body, 'firedWhole')
  const stage = STAGE[timeline(piece.steps)[afterStep + 1].stage].name
  const moment =
    kind === 'firedWhole'
      ? 'as it will look fired'
      : kind === 'firedNow'
        ? `fired as it stands after ${afterStep < 0 ? 'the making' : `step ${afterStep + 1}`}`
        : `on the bench after ${afterStep < 0 ? 'the making' : `step ${afterStep + 1}`}, ${stage}`
  return (
    <section
      aria-label="The piece"
      data-busy={busy || other.busy}
      className={clsx(
        'relative min-h-[26rem] shrink-0 overflow-hidden',
        'bg-[var(--stage)] text-[var(--stage-ink)] max-lg:order-1 max-lg:h-[34rem] max-sm:h-[44rem]',
      )}
    >
      {mesh && form && atlas && (
        <Wheel
          mesh={mesh}
          form={form}
          atlas={atlas}
          skin={skin}
          piece={piece}
          step={step}
          request={{ piece, bodies: studio.bodies, media: studio.media, ways: studio.ways, afterStep, kind, light }}
          onSpot={onSpot}
          onHold={(at) => hold(at ?? spot?.at ?? null)}
          noted={noted}
          onPin={setHeld}
          label={`${piece.name}, ${moment}`}
          other={other.skin}
          split={against === 'none' ? null : split}
          handles={shown === 'wheel' ? handles : []}
          pictures={pictures}
        />
      )}
      {form && atlas && skin && shown === 'unrolled' && (
        <div className="absolute inset-0 bg-[var(--stage)]">
          <Unrolled
            skin={skin}
            form={form}
            atlas={atlas}
            piece={piece}
            afterStep={afterStep}
            step={step}
            length={length}
            noted={noted}
          />
        </div>
      )}
      {against !== 'none' && shown === 'wheel' && (
        <SplitLine
          split={split}
          onSplit={setSplit}
          left={against === 'whatIf' ? 'as planned' : kind === 'bench' ? 'on the bench' : 'fired'}
          right={
            against === 'whatIf'
              ? 'what if'
              : against === 'raw'
                ? kind === 'bench'
                  ? 'fired'
                  : 'on the bench'
                : 'the variant'
          }
        />
      )}
      <div className="pointer-events-none absolute top-4 left-6 max-w-64 max-sm:left-4 max-sm:max-w-42">
        <h1 className="text-xl font-bold">{piece.name}</h1>
        <p className="text-[0.8125rem] leading-snug">
          {countWords(piece.count)} · {body.name}
          <br />
          <span className="numbers">
            {form?.flat
              ? `${length(sizes.rimMm)} wide, ${length(sizes.heightMm)} thick`
              : `${length(sizes.heightMm)} tall`}
          </span>{' '}
          as made,{' '}
          <span className="numbers">
            {form?.flat ? `${length(sizes.rimMm * fired)} wide` : length(sizes.heightMm * fired)}
          </span>{' '}
          fired
        </p>
        <p className="mt-1 text-[0.8125rem] font-bold [&>span]:bg-[var(--stage)]/80" data-testid="moment">
          <span>{moment}</span>
        </p>
        {busy && skin && <Redrawing />}
        {problem && (
          <p role="alert" className="mt-2 bg-base-100 p-2 text-sm text-base-content">
            {problem}
          </p>
        )}
      </div>
      {!skin && !problem && (
        <p className="pointer-events-none absolute inset-x-0 top-1/2 text-center text-[var(--stage-ink)]" role="status">
          The piece is being drawn …
        </p>
      )}
      {/* It ends above the controls; where the room is low it is scrolled. */}
      <div className="absolute top-4 right-4 max-h-[calc(100%-5rem)] w-52 overflow-y-auto max-sm:w-40">
        {held && surface ? (
          <SpotNote
            key={placeKey(held)}
            piece={piece}
            placed={held}
            where={whereWords(surface, held, length)}
            noted={noted.find(({ placed }) => samePlace(placed, held)) ?? null}
            onLeave={() => setHeld(null)}
          />
        ) : (
          <>
            <SectionCut spot={spot} length={length} atlas={atlas} />
            {spot && (
              <button
                type="button"
                className="my-1 ml-auto block cursor-pointer text-[0.8125rem] underline print:hidden"
                onClick={() => hold(spot.at)}
              >
                Note something here
              </button>
            )}
            <GaugeBlock
              skin={skin}
              kind={kind}
              flat={form?.flat ?? false}
              target={piece.lightTarget}
              lines={lines}
              length={length}
            />
          </>
        )}
      </div>
      <div className="absolute bottom-4 left-6 flex flex-wrap items-center gap-3 max-sm:left-4">
        <Segments
          label="How it is shown"
          value={kind}
          onChange={onKind}
          choices={[
            ['bench', 'on the bench'],
            ['firedNow', 'as if fired today'],
            ['firedWhole', 'fired at the end'],
          ]}
        />
        <Segments
          small
          label="Seen in"
          value={light}
          onChange={onLight}
          choices={[
            ['daylight', 'daylight'],
            ['gallery', 'gallery'],
            ['lamp', 'lamp'],
          ]}
        />
        <Segments
          small
          label="Seen as"
          value={shown}
          onChange={setShown}
          choices={[
            ['wheel', 'form'],
            ['unrolled', 'unrolled'],
          ]}
        />
        {!whatIf && (
          <Segments
            small
            label="Split"
            value={against}
            onChange={setComparison}
            choices={[
              ['none', 'whole'],
              ['raw', 'raw | fired'],
              ...(piece.variant ? [['variant', 'plan | variant'] as const] : []),
            ]}
          />
        )}
      </div>
      <div className="absolute bottom-16 left-4 max-sm:bottom-44">
        <ExportMenu
          piece={piece}
          studio={studio}
          form={form}
          skin={skin}
          request={{ piece, bodies: studio.bodies, media: studio.media, ways: studio.ways, afterStep, kind, light }}
          pictures={pictures}
        />
      </div>
    </section>
  )
}

/** Says that the picture will change; only of what takes longer than an eye notices. */
function Redrawing() {
  return (
    <p className="redrawing mt-1 inline-block bg-base-100/80 px-1.5 text-[0.8125rem] text-base-content" role="status">
      being redrawn …
    </p>
  )
}
