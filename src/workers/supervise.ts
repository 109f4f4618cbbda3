import { releaseProxy, wrap, type Remote } from 'comlink'

export type Why = 'error' | 'messageerror' | 'closed' | 'late' | 'ended' | 'given up'

/** The worker is gone: died, threw at its start, or did not answer in time. */
class WorkerGone extends Error {
  constructor(readonly why: Why) {
    super(WHY[why])
    this.name = 'WorkerGone'
  }
}

const WHY: Readonly<Record<Why, string>> = {
  error: 'the part of Vernice that does it stopped with an error',
  messageerror: 'its answer could not be read',
  closed: 'the part of Vernice that does it has stopped',
  late: 'it took too long',
  ended: 'it was given up',
  'given up': 'the part of Vernice that does it stopped too often',
}

/** What every supervised worker’s api has beside its own: it holds a lock as long as it lives. */
export interface Alive {
  alive: (lock: string) => Promise<void>
}

/** Holds a lock until the worker ends, however it ends. */
export const alive = (lock: string): Promise<void> =>
  new Promise((held) => {
    if (!navigator.locks) return held()
    void navigator.locks.request(lock, () => {
      held()
      return new Promise(() => undefined)
    })
  })

export interface Asking {
  readonly limitMs: number
  /** Ends the work itself when nobody else waits for this worker. */
  readonly signal?: AbortSignal
  /** Not asked again of another worker when this one is gone. */
  readonly once?: true
}

/** A worker from its start to its end. */
interface Life<T> {
  readonly worker: Worker
  readonly remote: Remote<T & Alive>
  readonly gone: Promise<never>
  ready: Promise<void>
  asked: number
  readonly die: (why: Why) => void
}

/** After a sleep all timers are due at once, and answers are still on their way: a short grace lets them in, ms. */
const GRACE_MS = 300

/** Deaths within this time after which a worker is given up until it is asked for again by hand. */
const DEATHS_ALLOWED = 4
const WITHIN_MS = 60_000

/** A promise that is never taken for unhandled. */
const quiet = <P extends Promise<unknown>>(promise: P): P => {
  promise.catch(() => undefined)
  return promise
}

/** Starts a worker when it is first asked; starts it again when it is gone, and asks once more. */
export class Supervised<T> {
  private life: Life<T> | null = null
  private deaths: number[] = []

  /** @param onDeath called after a worker has died, and not when it was ended */
  constructor(
    private readonly start: () => Worker,
    private readonly onDeath: () => void = () => undefined,
  ) {}

  /** `call` may be called twice, so it must make what it transfers itself. */
  async ask<R>(call: (remote: Remote<T & Alive>) => R, asking: Asking): Promise<Awaited<R>> {
    for (let attempt = 1; ; attempt++) {
      asking.signal?.throwIfAborted()
      const life = this.living()
      try {
        life.asked++
        const answer = async (): Promise<Awaited<R>> => {
          await life.ready
          return await call(life.remote)
        }
        return await this.settled(life, answer(), asking)
      } catch (error) {
        const mayAskAgain = error instanceof WorkerGone && error.why !== 'ended' && error.why !== 'given up'
        if (!mayAskAgain || attempt === 2 || asking.once) throw error
      } finally {
        life.asked--
      }
    }
  }

  /** Resolves when the worker that lives now is gone, with why; at once where none lives. */
  async ending(): Promise<Why> {
    try {
      return await (this.life?.gone ?? Promise.reject(new WorkerGone('closed')))
    } catch (error) {
      return error instanceof WorkerGone ? error.why : 'error'
    }
  }

  /** Begins again as if it had never failed. */
  reset(): void {
    this.deaths = []
    this.life?.die('ended')
  }

  private async settled<R>(life: Life<T>, answer: Promise<R>, { limitMs, signal }: Asking): Promise<R> {
    let timer: ReturnType<typeof setTimeout> | undefined
    let onAbort: (() => void) | undefined
    const late = new Promise<never>((_, reject) => {
      const tooLate = () => {
        life.die('late')
        reject(new WorkerGone('late'))
      }
      timer = setTimeout(() => (timer = setTimeout(tooLate, GRACE_MS)), limitMs)
    })
    const aborted = new Promise<never>((_, reject) => {
      onAbort = () => {
        reject(signal?.reason as Error)
        if (life.asked === 1) life.die('ended')
      }
      signal?.addEventListener('abort', onAbort)
    })
    try {
      return await Promise.race([quiet(answer), life.gone, quiet(late), quiet(aborted)])
    } finally {
      clearTimeout(timer)
      if (onAbort) signal?.removeEventListener('abort', onAbort)
    }
  }

  private living(): Life<T> {
    if (this.life) return this.life
    const now = performance.now()
    this.deaths = this.deaths.filter((at) => now - at < WITHIN_MS)
    if (this.deaths.length >= DEATHS_ALLOWED) throw new WorkerGone('given up')
    const worker = this.start()
    const remote = wrap<T & Alive>(worker)
    const watching = new AbortController()
    let fail!: (gone: WorkerGone) => void
    const life: Life<T> = {
      worker,
      remote,
      gone: quiet(new Promise<never>((_, reject) => (fail = reject))),
      ready: Promise.resolve(),
      asked: 0,
      die: (why) => {
        if (this.life !== life) return
        this.life = null
        if (why !== 'ended') this.deaths.push(performance.now())
        watching.abort()
        worker.terminate()
        remote[releaseProxy]()
        fail(new WorkerGone(why))
        if (why !== 'ended') this.onDeath()
      },
    }
    worker.addEventListener('error', (event) => {
      event.preventDefault()
      life.die('error')
    })
    worker.addEventListener('messageerror', () => life.die('messageerror'))
    life.ready = quiet(this.watch(life, watching.signal))
    this.life = life
    return life
  }

  /** A worker that closes itself or is killed fires no event; but the lock it held is free then. */
  private async watch(life: Life<T>, signal: AbortSignal): Promise<void> {
    const lock = `vernice.worker.${crypto.randomUUID()}`
    await (life.remote as unknown as Alive).alive(lock)
    void navigator.locks?.request(lock, { signal }, () => life.die('closed')).catch(() => undefined)
  }
}

/** Lets requests of one kind through one at a time; those that were given up while they waited are dropped. */
export class Gate {
  private last: Promise<unknown> = Promise.resolve()

  pass<R>(signal: AbortSignal | undefined, run: () => Promise<R>): Promise<R> {
    const turn = this.last.then(() => {
      signal?.throwIfAborted()
      return run()
    })
    this.last = turn.catch(() => undefined)
    return turn
  }
}
