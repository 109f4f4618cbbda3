import { describe, expect, it } from 'vitest'
import { DEMO_NOW_MS } from '@/core/demo/demoDays'
import { roomReadingSchema } from '@/core/model/room'
import { POST } from './bench-scale/route'
import { GET } from './room-sensor/route'

const sensor = (query: Record<string, string>) =>
  GET(new Request(`http://studio.test/api/devices/room-sensor?${new URLSearchParams(query)}`))
const scale = (body: unknown) =>
  POST(
    new Request('http://studio.test/api/devices/bench-scale', {
      method: 'POST',
      body: typeof body === 'string' ? body : JSON.stringify(body),
    }),
  )
const AT = { from: '2026-03-01T00:00:00Z', to: '2026-03-02T00:00:00Z' }

describe('the simulated room sensor', () => {
  it('answers in the stated format, says it is simulated, and gives the same for the same request', async () => {
    const read = async () => (await sensor({ seed: '4', celsius: '18', humidity: '0.6', ...AT })).json()
    const answer = await read()
    expect(answer).toMatchObject({ format: 'vernice.room-record', version: 1, simulated: true })
    expect(answer.readings).toHaveLength(25)
    for (const reading of answer.readings) expect(roomReadingSchema.safeParse(reading).success).toBe(true)
    expect(await read()).toEqual(answer)
  })

  it.each([
    [{ humidity: '0.6', ...AT }, 'celsius'],
    [{ celsius: '900', humidity: '0.6', ...AT }, 'celsius'],
    [{ celsius: '18', humidity: '60', ...AT }, 'humidity'],
    [{ celsius: '18', humidity: '0.6', from: 'monday', to: AT.to }, 'from'],
  ])('refuses %j with what to give', async (query, part) => {
    const answer = await sensor(query as unknown as Record<string, string>)
    expect(answer.status).toBe(400)
    expect((await answer.json()).error).toContain(part)
  })
})

describe('the simulated bench scale', () => {
  const asked = {
    grams: 412.3,
    seed: 7,
    at: new Date(DEMO_NOW_MS).toISOString(),
  }

  it('shows what lies on it to about a gram, the same at the same minute', async () => {
    const shown = async (over: object = {}) => (await (await scale({ ...asked, ...over })).json()) as { grams: number }
    const answer = await shown()
    expect(answer).toMatchObject({ format: 'vernice.weight', version: 1, simulated: true })
    expect(Math.abs(answer.grams - 412.3)).toBeLessThan(1.3)
    expect(await shown()).toEqual(answer)
    expect((await shown({ seed: 8 })).grams).not.toBe(answer.grams)
  })

  it.each([
    [{ ...asked, grams: -1 }, 400, 'grams'],
    [{ ...asked, piece: { name: 'Reed jugs' } }, 400, 'piece'],
    ['not json', 400, 'not JSON'],
    [{ ...asked, at: 'now' }, 400, 'at'],
    ['x'.repeat(1_001), 413, '1001'],
  ])('refuses what it cannot weigh, with a reason', async (body, status, part) => {
    const answer = await scale(body)
    expect(answer.status).toBe(status)
    expect((await answer.json()).error).toContain(part)
  })

  it('refuses what says it is too long before reading any of it', async () => {
    let read = 0
    const body = new ReadableStream(
      {
        pull(controller) {
          read++
          controller.enqueue(new TextEncoder().encode('x'.repeat(1000)))
        },
      },
      { highWaterMark: 0 },
    )
    const init = { method: 'POST', body, duplex: 'half', headers: { 'content-length': '3000000' } }
    const answer = await POST(new Request('http://studio.test/api/devices/bench-scale', init as RequestInit))
    expect(answer.status).toBe(413)
    expect((await answer.json()).error).toContain('3000000')
    expect(read).toBe(0)
  })
})
