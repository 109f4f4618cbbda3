'use client'

import { inMm } from '@/core/base/units'
import clsx from 'clsx'
import Link from 'next/link'
import { useSearchParams } from 'next/navigation'
import { useEffect, useState } from 'react'
import { FileDown, Ruler } from 'lucide-react'
import { SHEET_PAPERS, SHEET_PAPER_WORDS, type SheetPaper } from '@/core/formats/sheets/tiles'
import type { Piece } from '@/core/model/piece'
import type { Studio } from '@/core/model/studio'
import { OF_PAPER, SHEET_KINDS, SHEETS, type SheetKind } from '@/core/sheets/kinds'
import type { SheetOptions } from '@/core/sheets/sheetInput'
import type { SheetAsked } from '@/core/usecases/sheets/makeSheets'
import { stageFor, type SheetSize } from '@/core/usecases/sheets/sheetInput'
import { sessionSheets, type PieceSheet } from '@/core/usecases/sheets/sessionSheets'
import { beginOptions, sheetOfStep, wantedSheets } from '@/core/usecases/sheets/wantedSheets'
import { usePlannedStudio } from '@/store/days'
import { saveSheetsPdf, saveSheetSvg, useSheets } from '@/store/sheets'
import { useScreenSize } from '@/store/screenSize'
import { Check, Field, Segments, Select } from '@/ui/kit/fields'
import { Words } from '@/ui/kit/Words'
import { useInUnits } from '@/ui/kit/useInUnits'
import { SheetOptionFields } from './SheetOptionFields'
import { SheetPicture } from './SheetPicture'
import { SizeFields } from './SizeFields'
import { BarReading } from './BarReading'
import { TrueSize } from './TrueSize'

/** A sheet that is looked at. */
interface Chosen {
  readonly pieceId: string
  readonly kind: SheetKind
  readonly options: SheetOptions
  readonly size: SheetSize
}

const isKind = (asked: string | null): asked is SheetKind => SHEET_KINDS.some((kind) => kind === asked)

/** Sheets at true size: to mark out, trace, cut and colour by. */
export function SheetsView() {
  const studio = usePlannedStudio()
  const asked = useSearchParams()
  const session = asked.get('session')
  const piece = studio.pieces[asked.get('piece') ?? ''] ?? studio.pieces[studio.order[0]]
  useEffect(() => {
    document.title = 'Sheets · Vernice'
  }, [])
  const evening = session ? sessionSheets(studio, session) : []
  if (!piece)
    return (
      <div className="mx-auto max-w-3xl space-y-3 px-6 py-8">
        <h1 className="text-2xl font-bold">Sheets</h1>
        <p>Sheets are measured from a piece: a wheel of its sectors, a strip round its wall, its lines to trace.</p>
        <Link href="/new" className="btn btn-primary">
          Begin a piece
        </Link>
      </div>
    )
  const first = evening[0]
  const own = (first && studio.pieces[first.pieceId]) || piece
  const step = own.steps.find(({ id }) => id === asked.get('step'))
  const ofStep = step && sheetOfStep(own, studio, step)
  const kind = asked.get('kind')
  const begin: Chosen = first
    ? { pieceId: own.id, kind: first.kind, options: first.options, size: { stage: first.stage, measured: null } }
    : step && ofStep
      ? { pieceId: own.id, ...ofStep, size: { stage: stageFor(own, step.id), measured: null } }
      : isKind(kind)
        ? { ...startOf(own, studio), kind, options: beginOptions(own, studio) }
        : startOf(own, studio)
  return (
    <Sheets key={`${session}.${own.id}`} studio={studio} evening={evening} begin={begin} isEvening={session !== null} />
  )
}

function Sheets({
  studio,
  evening,
  begin,
  isEvening,
}: {
  studio: Studio
  evening: readonly PieceSheet[]
  begin: Chosen
  isEvening: boolean
}) {
  const [chosen, setChosen] = useState(begin)
  const [paper, setPaper] = useState<SheetPaper>('a4')
  const piece = studio.pieces[chosen.pieceId] ?? studio.pieces[begin.pieceId]
  const wanted: readonly PieceSheet[] = isEvening
    ? evening
    : wantedSheets(piece, studio).map((one) => ({ ...one, pieceId: piece.id }))
  const inUnits = useInUnits()
  const askedOf = ({ pieceId, kind, options, stage }: PieceSheet): SheetAsked => ({
    piece: studio.pieces[pieceId],
    kind,
    options,
    size: { ...(pieceId === piece.id && chosen.size.measured !== null ? chosen.size : { measured: null }), stage },
  })
  const asked: SheetAsked = { piece, kind: chosen.kind, options: chosen.options, size: chosen.size }
  const isOpen = (one: PieceSheet) =>
    one.pieceId === piece.id &&
    one.kind === chosen.kind &&
    JSON.stringify(one.options) === JSON.stringify(chosen.options)
  const open = (kind: SheetKind) =>
    setChosen({ ...chosen, kind, options: { ...beginOptions(piece, studio), of: chosen.options.of } })
  /** What the plan needs, then every kind. */
  const entries: readonly Entry[] = [
    ...wanted.map((one) => ({
      word: SHEETS[one.kind].word,
      hint: `${isEvening ? `${studio.pieces[one.pieceId].name}: ` : ''}${one.because}`,
      open: isOpen(one),
      onOpen: () => setChosen({ pieceId: one.pieceId, kind: one.kind, options: one.options, size: askedOf(one).size }),
    })),
    ...SHEET_KINDS.map((kind) => ({
      word: SHEETS[kind].word,
      hint: inUnits(SHEETS[kind].hint),
      open: chosen.kind === kind && !wanted.some(isOpen),
      onOpen: () => open(kind),
    })),
  ]
  return (
    <div className="grid h-full grid-cols-[17rem_minmax(0,1fr)_18rem] max-lg:block max-lg:h-auto">
      <nav
        aria-label="Sheets"
        className="min-h-0 overflow-y-auto border-r border-base-content/70 py-4 print:hidden max-lg:border-0"
      >
        <h1 className="px-5 text-2xl font-bold">Sheets</h1>
        <p className="px-5 text-sm text-base-content/80">
          Printed at real size, for the size the clay has at that step.
        </p>
        {!isEvening && (
          <PieceChoice studio={studio} piece={piece} onPiece={(next) => setChosen(startOf(next, studio))} />
        )}
        <div className="px-5 pt-3 lg:hidden">
          <Field label="Sheet">
            {(id) => (
              <Select
                id={id}
                value={String(entries.findIndex(({ open: isNow }) => isNow))}
                choices={entries.map(({ word, hint }, i) => [String(i), `${word}: ${hint}`] as const)}
                onChange={(i) => entries[Number(i)].onOpen()}
              />
            )}
          </Field>
        </div>
        {wanted.length > 0 && (
          <section aria-labelledby="wanted" className="mt-3">
            <h2 id="wanted" className="px-5 text-[0.9375rem] font-bold max-lg:sr-only">
              {isEvening ? 'What this evening needs' : 'What this plan needs'}
            </h2>
            <ul className="max-lg:hidden">
              {entries.slice(0, wanted.length).map((entry, i) => (
                <li key={i}>
                  <Row {...entry} />
                </li>
              ))}
            </ul>
            <div className="px-5 pt-2">
              <button
                type="button"
                className="btn w-full font-normal btn-sm"
                onClick={() =>
                  void saveSheetsPdf(wanted.map(askedOf), studio, paper, `${isEvening ? 'evening' : piece.name} sheets`)
                }
              >
                <FileDown size={15} aria-hidden /> All {wanted.length} as one PDF
              </button>
            </div>
          </section>
        )}
        {isEvening && wanted.length === 0 && (
          <p className="px-5 pt-3 text-sm">
            No step of this evening needs a sheet. Choose a piece on its plan instead.
          </p>
        )}
        <section aria-labelledby="kinds" className="mt-4 max-lg:hidden">
          <h2 id="kinds" className="px-5 text-[0.9375rem] font-bold">
            Any other
          </h2>
          <ul>
            {entries.slice(wanted.length).map((entry) => (
              <li key={entry.word}>
                <Row {...entry} />
              </li>
            ))}
          </ul>
        </section>
      </nav>
      <SheetRoom asked={asked} studio={studio} paper={paper} />
      <aside
        aria-label="This sheet"
        className="min-h-0 space-y-3 overflow-y-auto border-l border-base-content/70 px-5 py-4 print:hidden max-lg:border-0"
      >
        <h2 className="text-[1.0625rem] leading-tight font-bold">{SHEETS[chosen.kind].word}</h2>
        <p className="text-sm text-base-content/80 first-letter:uppercase">{inUnits(SHEETS[chosen.kind].hint)}.</p>
        {!OF_PAPER.has(chosen.kind) && (
          <SizeFields
            piece={piece}
            studio={studio}
            size={chosen.size}
            onSize={(size) => setChosen({ ...chosen, size })}
          />
        )}
        <SheetOptionFields
          piece={piece}
          studio={studio}
          asks={SHEETS[chosen.kind].asks}
          options={chosen.options}
          onChange={(changes) => setChosen({ ...chosen, options: { ...chosen.options, ...changes } })}
        />
        {chosen.kind === 'bar' && <BarReading body={studio.bodies[piece.bodyId]} piece={piece} studio={studio} />}
        <Field label="Paper">
          {(id) => (
            <Select
              id={id}
              value={paper}
              choices={SHEET_PAPERS.map((one) => [one, inUnits(SHEET_PAPER_WORDS[one])] as const)}
              onChange={setPaper}
            />
          )}
        </Field>
        <div className="flex flex-col gap-2">
          <button
            type="button"
            className="btn btn-primary btn-sm"
            onClick={() => void saveSheetsPdf([asked], studio, paper, `${piece.name} ${SHEETS[chosen.kind].word}`)}
          >
            <FileDown size={15} aria-hidden /> PDF to print
          </button>
          <button type="button" className="btn font-normal btn-sm" onClick={() => void saveSheetSvg(asked, studio)}>
            SVG for a cutting machine
          </button>
        </div>
        <p className="text-xs text-base-content/75">
          Print at 100 % (“actual size”).{' '}
          {studio.settings.printer && chosen.kind !== 'printer'
            ? 'Corrected for your printer.'
            : inUnits(`Bars of ${inMm(100)} on each page tell what the printer makes of it; Studio corrects it.`)}
        </p>
        <Link href={`/plan/${piece.id}`} className="btn w-full font-normal btn-sm">
          To the plan of {piece.name}
        </Link>
      </aside>
    </div>
  )
}

/** What a piece begins with: the first sheet that its plan needs. */
function startOf(piece: Piece, studio: Studio): Chosen {
  const [first] = wantedSheets(piece, studio)
  return {
    pieceId: piece.id,
    kind: first?.kind ?? 'wheel',
    options: first?.options ?? beginOptions(piece, studio),
    size: { stage: first?.stage ?? stageFor(piece, null), measured: null },
  }
}

function PieceChoice({ studio, piece, onPiece }: { studio: Studio; piece: Piece; onPiece: (piece: Piece) => void }) {
  return (
    <div className="px-5 pt-3">
      <Field label="Piece">
        {(id) => (
          <Select
            id={id}
            value={piece.id}
            choices={studio.order.flatMap((own) =>
              studio.pieces[own] ? [[own, studio.pieces[own].name] as const] : [],
            )}
            onChange={(own) => onPiece(studio.pieces[own])}
          />
        )}
      </Field>
    </div>
  )
}

/** A sheet in the list. */
interface Entry {
  readonly word: string
  readonly hint: string
  readonly open: boolean
  readonly onOpen: () => void
}

function Row({ word, hint, open, onOpen }: Entry) {
  return (
    <button
      type="button"
      aria-current={open || undefined}
      onClick={onOpen}
      className={clsx(
        'block w-full cursor-pointer border-l-4 px-4 py-1.5 text-left',
        open ? 'border-primary bg-base-200' : 'border-transparent hover:bg-base-200',
      )}
    >
      <span className="block text-sm font-bold">{word}</span>
      <span className="block text-[0.8125rem] leading-snug text-base-content/80">{hint}</span>
    </button>
  )
}

/** The sheet on its paper, and what is to be known of it. */
function SheetRoom({ asked, studio, paper }: { asked: SheetAsked; studio: Studio; paper: SheetPaper }) {
  const { value, busy, problem } = useSheets(asked, studio)
  const pxMm = useScreenSize((s) => s.pxMm)
  const [isTrue, setTrue] = useState(false)
  const [measuring, setMeasuring] = useState(false)
  const [layer, setLayer] = useState(0)
  const inUnits = useInUnits()
  const sheet = value?.sheets[Math.min(layer, (value?.sheets.length ?? 1) - 1)]
  const tiled = sheet?.tiled[paper]
  return (
    <section
      aria-label="The sheet"
      className="flex min-h-0 min-w-0 flex-col bg-base-300/60 max-lg:min-h-[70vh]"
      data-testid="sheet-room"
      data-busy={busy}
    >
      <div className="flex flex-wrap items-center gap-x-4 gap-y-1 border-b border-base-content/40 bg-base-100 px-4 py-2">
        <p className="text-sm">
          <strong className="inline-block first-letter:uppercase">{sheet?.title ?? SHEETS[asked.kind].word}</strong>
          {value && <span className="text-base-content/80"> · {value.foot}</span>}
        </p>
        {value && value.sheets.length > 1 && (
          <Segments<string>
            small
            label="Layer"
            value={String(Math.min(layer, value.sheets.length - 1))}
            choices={value.sheets.map((_, i) => [String(i), `layer ${i + 1}`] as const)}
            onChange={(i) => setLayer(Number(i))}
          />
        )}
        <span className="ml-auto flex items-center gap-3">
          <Check
            label="True size"
            checked={isTrue}
            onChange={(on) => {
              setTrue(on)
              if (on && !pxMm) setMeasuring(true)
            }}
          />
          <button type="button" className="btn px-2 font-normal btn-xs" onClick={() => setMeasuring(!measuring)}>
            <Ruler size={14} aria-hidden /> Measure the screen
          </button>
        </span>
      </div>
      {measuring && <TrueSize onLeave={() => setMeasuring(false)} />}
      <div className="min-h-0 flex-1 overflow-auto p-4" tabIndex={0} role="region" aria-label="The sheet on paper">
        {problem && <p role="alert">{problem}</p>}
        {value?.missing && <p className="max-w-xl bg-base-100 px-4 py-3">{inUnits(value.missing)}</p>}
        {sheet && tiled && (
          <SheetPicture
            sheet={sheet}
            tiled={tiled}
            pxMm={isTrue && pxMm ? pxMm : null}
            label={`${sheet.title}, ${tiled.tiles.length === 1 ? 'one page' : `${tiled.tiles.length} pages`}`}
          />
        )}
        {!value && !problem && <p>Measuring…</p>}
      </div>
      {sheet && tiled && (
        <div className="border-t border-base-content/40 bg-base-100 px-4 py-2 text-sm">
          <p className="hidden font-bold print:block">Not at true size here: print its PDF.</p>
          <p className="numbers">
            {inUnits(inMm(Math.round(sheet.widthMm)))} × {inUnits(inMm(Math.round(sheet.heightMm)))},{' '}
            {tiled.tiles.length === 1
              ? 'one page'
              : `${tiled.tiles.length} pages that lap over by ${inUnits(inMm(15))}`}{' '}
            of {inUnits(SHEET_PAPER_WORDS[paper])}
          </p>
          {sheet.words.length > 0 && (
            <p className="text-base-content/85">
              <Words text={inUnits(sheet.words.join(' '))} />
            </p>
          )}
        </div>
      )}
    </section>
  )
}
