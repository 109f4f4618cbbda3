import { expose } from 'comlink'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { alive, Gate, Supervised } from './supervise'

/** What the worker of these tests can do. */
const api = {
  alive,
  double: (n: number) => 2 * n,
  never: () => new Promise<number>(() => undefined),
  refuse: () => Promise.reject(new Error('no such clay')),
}

/** A worker that is a channel within this thread; it can be ended as a browser would end one. */
class ChannelWorker extends EventTarget {
  static started: ChannelWorker[] = []
  private readonly channel = new MessageChannel()
  ended = false

  constructor() {
    super()
    ChannelWorker.started.push(this)
    expose(api, this.channel.port2 as unknown as Parameters<typeof expose>[1])
    this.channel.port1.addEventListener('message', (event: MessageEvent) =>
      this.dispatchEvent(new MessageEvent('message', { data: event.data as unknown })),
    )
    this.channel.port1.start()
  }

  postMessage(message: unknown, transfer: Transferable[] = []): void {
    this.channel.port1.postMessage(message, transfer as never)
  }

  terminate(): void {
    this.ended = true
    this.channel.port1.close()
    this.channel.port2.close()
  }

  fail(kind: 'error' | 'messageerror'): void {
    this.dispatchEvent(new Event(kind, { cancelable: true }))
  }
}

/** Locks as a browser gives them: one holds, others wait until the holder is gone. */
class Locks {
  private readonly held = new Set<string>()
  private waiting: (() => unknown)[] = []

  request(name: string, ...rest: unknown[]): Promise<void> {
    const take = rest[rest.length - 1] as () => unknown
    if (this.held.has(name)) this.waiting.push(take)
    else {
      this.held.add(name)
      take()
    }
    return Promise.resolve()
  }

  /** What happens to locks when their worker closes itself. */
  holdersAreGone(): void {
    for (const take of this.waiting.splice(0)) take()
  }
}

let locks = new Locks()
beforeEach(() => {
  locks = new Locks()
  vi.stubGlobal('navigator', { locks })
})

const supervised = () => new Supervised<typeof api>(() => new ChannelWorker() as unknown as Worker)
const SOON = { limitMs: 5_000 }
const moment = () => new Promise((resolve) => setTimeout(resolve, 20))

afterEach(() => {
  for (const worker of ChannelWorker.started) worker.terminate()
  ChannelWorker.started = []
  vi.unstubAllGlobals()
})

describe('a supervised worker', () => {
  it('is started when it is first asked, and asked again without another start', async () => {
    const worker = supervised()
    expect(ChannelWorker.started).toHaveLength(0)
    expect(await worker.ask((remote) => remote.double(4), SOON)).toBe(8)
    expect(await worker.ask((remote) => remote.double(5), SOON)).toBe(10)
    expect(ChannelWorker.started).toHaveLength(1)
  })

  it('passes on what the work itself refuses, and lives on', async () => {
    const worker = supervised()
    await expect(worker.ask((remote) => remote.refuse(), SOON)).rejects.toThrow('no such clay')
    expect(await worker.ask((remote) => remote.double(1), SOON)).toBe(2)
    expect(ChannelWorker.started).toHaveLength(1)
  })

  it.each(['error', 'messageerror'] as const)('is started again after %s, and asked once more', async (kind) => {
    const worker = supervised()
    let asked = 0
    const answer = worker.ask((remote) => (asked++ === 0 ? remote.never() : remote.double(21)), SOON)
    await vi.waitFor(() => expect(asked).toBe(1))
    ChannelWorker.started[0].fail(kind)
    expect(await answer).toBe(42)
    expect(ChannelWorker.started).toHaveLength(2)
    expect(ChannelWorker.started[0].ended).toBe(true)
  })

  it('is started again when it has closed itself, which no event tells', async () => {
    const worker = supervised()
    let asked = 0
    const answer = worker.ask((remote) => (asked++ === 0 ? remote.never() : remote.double(21)), SOON)
    await vi.waitFor(() => expect(asked).toBe(1))
    locks.holdersAreGone()
    expect(await answer).toBe(42)
    expect(ChannelWorker.started).toHaveLength(2)
  })

  it('works in a browser without locks', async () => {
    vi.stubGlobal('navigator', {})
    expect(await supervised().ask((remote) => remote.double(2), SOON)).toBe(4)
  })

  it('is given up on a question that it does not answer in time, twice', async () => {
    const worker = supervised()
    await expect(worker.ask((remote) => remote.never(), { limitMs: 20 })).rejects.toThrow('took too long')
    expect(ChannelWorker.started).toHaveLength(2)
    expect(ChannelWorker.started.every((one) => one.ended)).toBe(true)
  })

  it('is not started for ever: after four deaths in a minute it waits until it is asked for by hand', async () => {
    const worker = supervised()
    for (const _ of [1, 2])
      await expect(worker.ask((remote) => remote.never(), { limitMs: 10 })).rejects.toThrow('took too long')
    await expect(worker.ask((remote) => remote.double(1), SOON)).rejects.toThrow('stopped too often')
    expect(ChannelWorker.started).toHaveLength(4)
    worker.reset()
    expect(await worker.ask((remote) => remote.double(1), SOON)).toBe(2)
  })

  it('ends its work when the only one who asked no longer wants to know', async () => {
    const worker = supervised()
    const asking = new AbortController()
    const answer = worker.ask((remote) => remote.never(), { ...SOON, signal: asking.signal })
    await moment()
    asking.abort(new Error('looked away'))
    await expect(answer).rejects.toThrow('looked away')
    expect(ChannelWorker.started[0].ended).toBe(true)
    expect(await worker.ask((remote) => remote.double(3), SOON)).toBe(6)
  })

  it('goes on when somebody else still waits', async () => {
    const worker = supervised()
    const asking = new AbortController()
    const dropped = worker.ask((remote) => remote.never(), { ...SOON, signal: asking.signal })
    let settle: (n: number) => void = () => undefined
    const kept = worker.ask(
      async (remote) => (await remote.double(2)) + (await new Promise<number>((r) => (settle = r))),
      SOON,
    )
    await moment()
    asking.abort(new Error('looked away'))
    await expect(dropped).rejects.toThrow('looked away')
    expect(ChannelWorker.started[0].ended).toBe(false)
    settle(1)
    expect(await kept).toBe(5)
  })

  it('is not asked at all for what is no longer wanted', async () => {
    const asking = new AbortController()
    asking.abort(new Error('looked away'))
    await expect(supervised().ask((remote) => remote.double(1), { ...SOON, signal: asking.signal })).rejects.toThrow(
      'looked away',
    )
    expect(ChannelWorker.started).toHaveLength(0)
  })
})

describe('a gate', () => {
  it('lets one through at a time, in order, and drops who gave up waiting', async () => {
    const gate = new Gate()
    const seen: string[] = []
    let open: () => void = () => undefined
    const first = gate.pass(undefined, async () => {
      seen.push('first in')
      await new Promise<void>((resolve) => (open = resolve))
      seen.push('first out')
    })
    const waiting = new AbortController()
    const second = gate.pass(waiting.signal, () => Promise.resolve(seen.push('second')))
    const third = gate.pass(undefined, () => Promise.resolve(seen.push('third')))
    await moment()
    expect(seen).toEqual(['first in'])
    waiting.abort(new Error('gave up'))
    open()
    await first
    await expect(second).rejects.toThrow('gave up')
    await third
    expect(seen).toEqual(['first in', 'first out', 'third'])
  })

  it('is open again after one that failed', async () => {
    const gate = new Gate()
    await expect(gate.pass(undefined, () => Promise.reject(new Error('broke')))).rejects.toThrow('broke')
    expect(await gate.pass(undefined, () => Promise.resolve(1))).toBe(1)
  })
})
