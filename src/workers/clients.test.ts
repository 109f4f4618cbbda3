import { describe, expect, it } from 'vitest'
import { withProgress } from './clients'

describe('progress of what a worker was asked', () => {
  it('is told until the answer is here, and no longer', async () => {
    const told: number[] = []
    let late: (share: number) => void = () => undefined
    const answer = await withProgress(
      (share) => told.push(share),
      (report) => {
        late = report
        report(0.5)
        return Promise.resolve('done')
      },
    )
    late(1)
    expect(answer).toBe('done')
    expect(told).toEqual([0.5])
  })

  it('is no longer told once asking has failed', async () => {
    const told: number[] = []
    let late: (share: number) => void = () => undefined
    const asked = withProgress(
      (share) => told.push(share),
      (report) => {
        late = report
        return Promise.reject(new Error('gone'))
      },
    )
    await expect(asked).rejects.toThrow('gone')
    late(0.9)
    expect(told).toEqual([])
  })
})
