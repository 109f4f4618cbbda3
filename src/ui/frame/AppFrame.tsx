'use client'

import clsx from 'clsx'
import Link from 'next/link'
import { usePathname } from 'next/navigation'
import { useEffect, useState, type ReactNode } from 'react'
import { Plus, Redo2, Undo2 } from 'lucide-react'
import { keepOffline } from '@/offline/keepOffline'
import { useAtWork } from '@/store/atWork'
import { takeDrafts } from '@/store/drafts'
import { startPersistence, workWithoutStorage } from '@/store/persistence'
import { saveCopy } from '@/store/saveCopy'
import { redo, undo, useStudio, type SaveState } from '@/store/studioStore'
import { QuestionDialog } from './QuestionDialog'
import { HatchDefinitions } from '@/ui/kit/Hatch'
import { useInUnits } from '@/ui/kit/useInUnits'
import { HelpDialog } from './HelpDialog'
import { LatelyDialog, NoticeBar } from './Notices'
import { VIEWS, wordOf } from '@/views/views'
import { useFocusKeeper } from './useFocusKeeper'
import { WorkBar } from './WorkBar'

/** What a browser without a studio begins with: a studio of its own, the demo, or the demo with its days planned. */
export type Demo = 'none' | 'plain' | 'planned'

/** The frame round every view: where one is, undo and redo, whether it is saved. */
export function AppFrame({ demo, children }: { demo: Demo; children: ReactNode }) {
  const status = useStudio((s) => s.status)
  const theme = useStudio((s) => s.studio.settings.theme)
  const path = usePathname()
  const atBench = path === '/bench'
  const [takeUpdate, setTakeUpdate] = useState<(() => void) | null>(null)
  useEffect(() => {
    void startPersistence(demo !== 'none').then(async () => {
      if (demo === 'planned') (await import('@/store/days')).planDemo()
    })
  }, [demo])
  useEffect(() => keepOffline((take) => setTakeUpdate(() => take), takeDrafts), [])
  useEffect(() => {
    if (theme === 'system') document.documentElement.removeAttribute('data-theme')
    else document.documentElement.dataset.theme = theme === 'dark' ? 'kilnroom' : 'putty'
  }, [theme])
  useUndoKeys()
  useFocusKeeper()
  return (
    <div className="frame flex h-dvh flex-col bg-base-100 text-base-content print:block print:h-auto">
      <a
        href="#view"
        className="absolute top-2 left-2 z-40 -translate-y-20 border border-base-content bg-base-100 px-4 py-2 focus:translate-y-0"
      >
        Skip to the view
      </a>
      <HatchDefinitions />
      <Header />
      <KeptNowhere />
      <WorkBar />
      {takeUpdate && <UpdateBar onTake={takeUpdate} />}
      {/* At the bench the foot of the screen is for the hand. */}
      {atBench && <NoticeBar path={path} />}
      <main
        id="view"
        tabIndex={-1}
        className="relative min-h-0 flex-1 overflow-auto outline-none print:overflow-visible"
        data-ready={status === 'ready'}
      >
        {status === 'ready' ? children : <Opening slow={status === 'slow'} />}
      </main>
      {!atBench && <NoticeBar path={path} />}
      <QuestionDialog />
    </div>
  )
}

/** Before it is known what the browser has, nothing is shown in its place. */
function Opening({ slow }: { slow: boolean }) {
  const waitsFor = useStudio((s) => s.waitsFor)
  return (
    <div className="max-w-xl space-y-4 p-8">
      <p className="text-base-content/75">Opening the studio…</p>
      {slow && (
        <div role="status" className="space-y-4" data-testid="opening-slowly">
          <p>
            {waitsFor ??
              'The browser’s storage does not answer yet. The computer may be busy, or another tab or window of Vernice may hold it: ' +
                'close the others.'}{' '}
            Your studio opens as soon as there is an answer.
          </p>
          <button type="button" className="btn" onClick={workWithoutStorage}>
            Work without it for now
          </button>
        </div>
      )}
    </div>
  )
}

/** Views in the header, group by group; the plan that is open stands beside the rack. */
function headerGroups(path: string, planName: string | null): readonly (readonly (readonly [string, string])[])[] {
  const groups = [...new Set(VIEWS.map(({ group }) => group))].filter((group) => group !== 'deed')
  return groups.map((group) =>
    VIEWS.filter((view) => view.group === group).flatMap(({ path: href, word }) =>
      href === '/' && planName !== null
        ? ([
            [href, word],
            [path, planName],
          ] as const)
        : ([[href, word]] as const),
    ),
  )
}

function Header() {
  const path = usePathname()
  const pieces = useStudio((s) => s.studio.pieces)
  const planName = path.startsWith('/plan/') ? (pieces[path.slice(6)]?.name ?? 'Plan') : null
  return (
    <header
      className={clsx(
        'flex min-h-13 shrink-0 flex-wrap items-center gap-x-7 border-b border-base-content/70 px-6',
        'print:hidden max-lg:gap-x-4 max-lg:px-4 max-lg:pt-1.5',
      )}
    >
      <Link href="/" className="display text-2xl font-bold">
        Vernice
      </Link>
      <nav
        aria-label="Views"
        className={clsx(
          'flex min-w-0 flex-wrap items-center gap-x-4',
          'max-lg:order-last max-lg:w-full max-lg:gap-x-3 max-lg:text-sm',
        )}
      >
        {headerGroups(path, planName).map((views, i) => (
          <div
            key={views[0][0]}
            className={clsx(
              'flex min-w-0 items-center gap-x-5 max-lg:flex-wrap max-lg:gap-x-3.5',
              // A short line between groups; on a phone, where they wrap, none.
              i > 0 && 'before:h-4 before:border-l before:border-base-content/50 max-sm:before:hidden',
            )}
          >
            {views.map(([href, word]) => (
              <Link
                key={href}
                href={href}
                aria-current={href === path ? 'page' : undefined}
                className={clsx(
                  'relative py-3 max-lg:py-1.5',
                  href.startsWith('/plan/') ? 'max-w-44 min-w-16 truncate' : 'shrink-0',
                  href === path ? 'font-bold' : 'text-base-content/80 hover:text-base-content',
                )}
              >
                {word}
                {href === path && <Stroke />}
              </Link>
            ))}
          </div>
        ))}
      </nav>
      <Link
        href="/new"
        aria-current={path === '/new' ? 'page' : undefined}
        className={clsx('btn px-2.5 text-sm btn-sm', path === '/new' ? 'btn-primary' : 'font-normal')}
      >
        <Plus size={15} aria-hidden /> {wordOf('/new')}
      </Link>
      <UndoAndSave />
    </header>
  )
}

/** The mark under the view one is in: a brush line. */
function Stroke() {
  return (
    <svg aria-hidden viewBox="0 0 40 6" preserveAspectRatio="none" className="absolute bottom-1.5 left-0 h-1.5 w-full">
      <path d="M1 4Q8 1 16 3.2T39 2.4" fill="none" stroke="currentColor" strokeWidth="1.8" strokeLinecap="round" />
    </svg>
  )
}

function UndoAndSave() {
  const inUnits = useInUnits()
  const back = inUnits(useStudio((s) => s.undoes) ?? '')
  const forth = inUnits(useStudio((s) => s.redoes) ?? '')
  const save = useStudio((s) => s.save)
  const savedAt = useStudio((s) => s.savedAt)
  const importing = useAtWork(({ work }) => (work?.isSaving ? work : null))
  const clock = useStudio((s) => s.studio.settings.clock)
  const time = savedAt?.toLocaleTimeString('en', { hour: '2-digit', minute: '2-digit', hour12: clock === '12' })
  return (
    <div className="ml-auto flex shrink-0 items-center gap-1 text-sm">
      <button
        type="button"
        className="btn btn-ghost px-2 btn-sm"
        onClick={undo}
        disabled={!back}
        aria-label={back ? `Undo: ${back}` : 'Undo'}
        title={back ? `Undo: ${back}` : 'Nothing to undo'}
      >
        <Undo2 size={18} />
      </button>
      <button
        type="button"
        className="btn btn-ghost px-2 btn-sm"
        onClick={redo}
        disabled={!forth}
        aria-label={forth ? `Redo: ${forth}` : 'Redo'}
        title={forth ? `Redo: ${forth}` : 'Nothing to redo'}
      >
        <Redo2 size={18} />
      </button>
      <LatelyDialog />
      <HelpDialog />
      <span
        className="numbers ml-2 min-w-24 text-right text-base-content/80 max-lg:ml-0 max-lg:min-w-12"
        role="status"
        data-save={importing ? 'saving' : save}
      >
        {importing ? `saving ${importing.done} of ${importing.of}` : SAVE_WORDS[save]}{' '}
        {save === 'saved' && !importing && <span className="max-lg:sr-only">{time}</span>}
      </span>
    </div>
  )
}

const SAVE_WORDS: Readonly<Record<SaveState, string>> = {
  opening: 'opening…',
  saved: 'saved',
  saving: 'saving…',
  failed: 'not saved',
  memory: 'not kept',
}

/** Said plainly when there is nowhere to save to: work goes on, and can be taken along as a file. */
function KeptNowhere() {
  const why = useStudio((s) => s.storageProblem)
  // An empty studio that stands in for one that could not be opened is nobody’s, and is not offered as a copy.
  const isOnes = useStudio(({ studio, undoes }) => undoes !== null || Object.keys(studio.pieces).length > 0)
  if (!why) return null
  return (
    <div
      role="alert"
      className="flex flex-wrap items-center gap-x-4 gap-y-2 border-b-2 border-base-content bg-base-200 px-6 py-2 text-sm print:hidden"
      data-testid="kept-nowhere"
    >
      <p className="min-w-64 flex-1">
        <b>Nothing is kept here.</b> {why} You can work on; what you do lasts only until this page is closed.
      </p>
      {isOnes && (
        <button type="button" className="btn btn-sm" onClick={saveCopy}>
          Save a copy of the studio
        </button>
      )}
    </div>
  )
}

/** A newer version is there and waits until it is taken. */
function UpdateBar({ onTake }: { onTake: () => void }) {
  return (
    <div
      role="status"
      className="flex items-center gap-4 border-b border-base-content bg-base-200 px-6 py-2 text-sm print:hidden"
    >
      <p className="flex-1">A newer Vernice is ready. Taking it loads this page anew; nothing of your work is lost.</p>
      <button type="button" className="btn btn-sm" onClick={onTake}>
        Take it
      </button>
    </div>
  )
}

function useUndoKeys() {
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if (!(event.ctrlKey || event.metaKey) || event.altKey) return
      const field = event.target instanceof HTMLElement ? event.target : null
      // The letters of a text are the browser’s to take back; a number is ours, once it is taken.
      if (field?.matches('textarea, input[type=text]:not([role=spinbutton])')) return
      const key = event.key.toLowerCase()
      const act = key === 'z' && !event.shiftKey ? undo : key === 'y' || key === 'z' ? redo : null
      if (!act) return
      event.preventDefault()
      field?.blur()
      act()
      field?.focus()
    }
    window.addEventListener('keydown', onKey)
    return () => window.removeEventListener('keydown', onKey)
  }, [])
}
