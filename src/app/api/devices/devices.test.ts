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
    [{ humidity: '0.6', ...AT }, 'celsius, a number from -10 to 45, and got “”'],
    [{ celsius: '', humidity: '0.6', ...AT }, 'celsius, a number from -10 to 45, and got “”'],
    [{ celsius: '900', humidity: '0.6', ...AT }, 'got “900”'],
    [{ celsius: '1e1', humidity: '0.6', ...AT }, 'got “1e1”'],
    [{ celsius: '18', humidity: '60', ...AT }, 'humidity, a share from 0.05 to 0.95, and got “60”'],
    [{ celsius: '18', humidity: '0.6', seed: '1.5', ...AT }, 'seed'],
    [{ celsius: '18', humidity: '0.6', from: 'monday', to: AT.to }, 'from, an ISO 8601 instant, and got “monday”'],
    [{ celsius: '18', humidity: '0.6', from: AT.to, to: AT.from }, 'end before they begin'],
    [{ celsius: '18', humidity: '0.6', from: '2025-01-01T00:00:00Z', to: AT.to }, 'keeps 90 days'],
  ])('refuses %j with one plain sentence', async (query, part) => {
    const answer = await sensor(query as unknown as Record<string, string>)
    expect(answer.status).toBe(400)
    const { error } = await answer.json()
    expect(error).toContain(part)
    expect(error).toMatch(/^The .*\.$/)
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
    ['x'.repeat(1_001), 413, '1000 bytes'],
    [[1, 2], 400, 'grams'],
  ])('refuses what it cannot weigh, with a reason', async (body, status, part) => {
    const answer = await scale(body)
    expect(answer.status).toBe(status)
    expect((await answer.json()).error).toContain(part)
  })

  it.each([
    ['what says it is too long, before any of it is read', { 'content-length': '3000000' }, 0],
    ['what does not say how long it is, as soon as it is too long', {}, 2],
  ])('refuses %s', async (_, headers, pulls) => {
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
    const init = { method: 'POST', body, duplex: 'half', headers }
    const answer = await POST(new Request('http://studio.test/api/devices/bench-scale', init as RequestInit))
    expect(answer.status).toBe(413)
    expect((await answer.json()).error).toBe('The request is longer than the 1000 bytes that the scale takes.')
    expect(read).toBe(pulls)
  })
})
