import { sentence } from '@/core/base/issue'
import { applyCommand } from '@/core/model/command'
import { demoNow, freshStudio } from './beginnings'
import { Persistence } from './persistence'
import { tell, useStudio } from './studioStore'

/** Edits in quick succession are saved together, this long after the last one. */
const PAUSE_MS = 300

let persistence: Persistence | null = null
let timer: ReturnType<typeof setTimeout> | null = null
let saving: Promise<void> | null = null
let channel: BroadcastChannel | null = null

/** Loads the studio and keeps it saved from now on. With `demo`, a browser that has no studio yet starts with the demo. */
export async function startAutosave(demo: boolean): Promise<void> {
  if (persistence) return
  persistence = await Persistence.open()
  const loaded = await persistence.load()
  if (loaded && !loaded.ok) {
    useStudio.setState({ status: 'refused', notice: { kind: 'problem', text: sentence(loaded.issue) } })
    return
  }
  useStudio.setState(
    loaded
      ? { status: 'ready', ...loaded.value, savedAt: new Date() }
      : { status: 'ready', studio: demo ? demoNow() : freshStudio() },
  )
  if (!loaded) await saveNow()
  useStudio.subscribe((state, before) => {
    if (state.studio !== before.studio && state.save === 'saving') schedule()
  })
  listenToOtherTabs()
  const flush = () => void saveNow()
  window.addEventListener('pagehide', flush)
  document.addEventListener('visibilitychange', () => document.visibilityState === 'hidden' && flush())
}

/** The first edit is saved at once; those that follow on its heels are saved together after a pause. */
function schedule(): void {
  if (!timer && !saving) return void saveNow()
  if (timer) clearTimeout(timer)
  timer = setTimeout(() => void saveNow(), PAUSE_MS)
}

/** Saves at once; concurrent calls queue up behind each other. */
async function saveNow(): Promise<void> {
  if (timer) clearTimeout(timer)
  timer = null
  while (saving) await saving
  saving = saveOnce().finally(() => (saving = null))
  await saving
}

async function saveOnce(): Promise<void> {
  if (!persistence) return
  const { studio, past, future, pending } = useStudio.getState()
  try {
    const { outcome, keys } = await persistence.save(studio, past, future)
    if (outcome === 'overtaken') return rebase()
    if (keys.length) channel?.postMessage({ saved: keys })
    const later = useStudio.getState()
    const settled = later.studio === studio
    useStudio.setState({
      pending: later.pending.slice(pending.length),
      save: settled ? 'saved' : 'saving',
      savedAt: new Date(),
    })
  } catch (error) {
    useStudio.setState({ save: 'failed' })
    tell('problem', sentence({ code: 'storage-failed', detail: error instanceof Error ? error.name : 'unknown' }))
  }
}

/** Another tab saved first: take its studio and carry out our unsaved commands on it again. */
async function rebase(): Promise<void> {
  const { pending } = useStudio.getState()
  if (!(await adopt('Changed in another tab a moment ago: both changes are kept.'))) return
  let { studio } = useStudio.getState()
  const kept = pending.filter((command) => {
    const applied = applyCommand(studio, command)
    if (applied.ok) studio = applied.value.studio
    return applied.ok
  })
  if (kept.length < pending.length)
    tell(
      'problem',
      `Another tab changed the same thing: ${pending.length - kept.length} of your last changes no longer apply.`,
    )
  useStudio.setState({ studio, pending: kept, save: 'saving' })
  if (kept.length) schedule()
}

async function adopt(news: string): Promise<boolean> {
  const loaded = await persistence?.load()
  if (!loaded || !loaded.ok) {
    if (loaded) tell('problem', sentence(loaded.issue))
    return false
  }
  useStudio.setState({
    studio: loaded.value.studio,
    past: loaded.value.past,
    future: loaded.value.future,
    pending: [],
    save: 'saved',
    savedAt: new Date(),
  })
  tell('news', news)
  return true
}

function listenToOtherTabs(): void {
  channel = new BroadcastChannel('vernice')
  channel.onmessage = () => {
    // A tab with unsaved edits settles it when it saves.
    if (useStudio.getState().pending.length === 0) void adopt('Changed in another tab: this is the newest.')
  }
}

/** The database, for caches that live beside the records. */
export const database = () => persistence?.database ?? null
