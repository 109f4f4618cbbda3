'use client'

import clsx from 'clsx'
import { useMemo, useRef, useState } from 'react'
import { formatLength } from '@/core/base/units'
import type { LightId } from '@/core/colour/light'
import type { TurnedForm } from '@/core/form/turnedForm'
import type { Piece } from '@/core/model/piece'
import type { Studio } from '@/core/model/studio'
import { pieceMesh } from '@/core/picture/lathe'
import { placeKey, samePlace } from '@/core/model/run'
import { atlasOf, chartOf } from '@/core/skin/atlas'
import type { SkinSpot } from '@/core/usecases/view/skinSpot'
import { noteNear, placeNotes } from '@/core/usecases/words/placeNotes'
import { whereWords } from '@/core/usecases/words/whereWords'
import {
  comparedWith,
  comparisonOf,
  momentShown,
  splitWords,
  type Comparison,
} from '@/core/usecases/view/pictureChoices'
import { lineWeights } from '@/core/usecases/view/lineWeights'
import type { ViewKind } from '@/core/usecases/view/pieceView'
import type { Step } from '@/core/plan/step'
import { useSkin, type Moment } from '@/store/derived'
import type { SkinAnswer } from '@/workers/protocol'
import { ExportMenu } from './ExportMenu'
import { handlesOf } from '@/core/usecases/create/handles'
import type { PlacedSpot } from './NotePins'
import { PictureFigures } from './PictureFigures'
import { PictureHeading } from './PictureHeading'
import { PictureMarks, type PictureLook } from './PictureMarks'
import { SpotNote } from './SpotNote'
import type { Spot } from './SectionCut'
import { SplitLine } from './SplitLine'
import { Unrolled } from './Unrolled'
import { useWheelView } from './useWheelView'
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

/** The skin of what the piece is compared with. */
function useOther(
  piece: Piece,
  studio: Studio,
  { light, ...moment }: Moment,
  against: Comparison,
  whatIf: Piece | null,
): { skin: SkinAnswer | null; busy: boolean } {
  const { afterStep, kind } = moment
  const other = useMemo(
    () => comparedWith(piece, { afterStep, kind }, against, whatIf),
    [piece, afterStep, kind, against, whatIf],
  )
  const asked = useSkin(other.piece, studio, { ...other.moment, light }, against === 'none' ? null : 'other')
  return against === 'none' ? { skin: null, busy: false } : asked
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
  const [look, setLook] = useState({ shown: 'wheel', against: 'none', magnified: false } as Pick<
    PictureLook,
    'shown' | 'against' | 'magnified'
  >)
  const { shown, magnified } = look
  const { view, turn, resting } = useWheelView(piece, step)
  const [split, setSplit] = useState(0.48)
  const pictures = useRef<WheelPictures>(null)
  const against = comparisonOf(look.against, piece, whatIf)
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
  const moment = momentShown(piece, { afterStep, kind })
  const request = { piece, bodies: studio.bodies, media: studio.media, ways: studio.ways, afterStep, kind, light }
  return (
    <section
      aria-label="The piece"
      data-busy={busy || other.busy}
      className={clsx(
        'flex min-h-[26rem] shrink-0 flex-col overflow-hidden',
        'bg-[var(--stage)] text-[var(--stage-ink)] max-lg:order-1 max-lg:h-[34rem] max-sm:h-[44rem]',
      )}
    >
      <div className="relative min-h-0 flex-1">
        {mesh && form && atlas && (
          <Wheel
            mesh={mesh}
            form={form}
            atlas={atlas}
            skin={skin}
            piece={piece}
            step={step}
            request={request}
            onSpot={onSpot}
            onHold={(at) => hold(at ?? spot?.at ?? null)}
            noted={noted}
            onPin={setHeld}
            label={`${piece.name}, ${moment}`}
            other={other.skin}
            split={against === 'none' ? null : split}
            handles={shown === 'wheel' ? handles : []}
            pictures={pictures}
            view={view}
            onTurn={turn}
            magnified={magnified}
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
            left={splitWords(against, kind)[0]}
            right={splitWords(against, kind)[1]}
          />
        )}
        <PictureHeading
          piece={piece}
          studio={studio}
          form={form}
          moment={moment}
          isRedrawn={busy && skin !== null}
          problem={problem}
          length={length}
        />
        {!skin && !problem && (
          <p
            className="pointer-events-none absolute inset-x-0 top-1/2 text-center text-[var(--stage-ink)]"
            role="status"
          >
            The piece is being drawn …
          </p>
        )}
        {/* Where the room is low it is scrolled. */}
        <div className="absolute top-4 right-4 max-h-[calc(100%-1.5rem)] w-52 overflow-y-auto max-sm:w-40">
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
            <PictureFigures
              piece={piece}
              form={form}
              atlas={atlas}
              skin={skin}
              kind={kind}
              spot={spot}
              lines={lines}
              length={length}
              onNote={({ at }) => hold(at)}
            />
          )}
        </div>
      </div>
      <PictureMarks
        kind={kind}
        light={light}
        {...look}
        against={against}
        flat={form?.flat ?? false}
        hasVariant={piece.variant !== null}
        isWhatIf={whatIf !== null}
        view={view}
        resting={resting}
        onTurn={turn}
        onKind={onKind}
        onLight={onLight}
        onLook={(change) => setLook((now) => ({ ...now, ...change }))}
      >
        <ExportMenu piece={piece} studio={studio} form={form} skin={skin} request={request} pictures={pictures} />
      </PictureMarks>
    </section>
  )
}
