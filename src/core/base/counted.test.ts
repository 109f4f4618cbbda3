import { describe, expect, it } from 'vitest'
import { counted, plural } from './counted'

describe('a number with its word', () => {
  it.each([
    [0, '0 coats'],
    [1, '1 coat'],
    [2, '2 coats'],
    [21, '21 coats'],
  ])('%i', (count, words) => {
    expect(counted(count, 'coat', 'coats')).toBe(words)
  })

  it('has the verb of its number', () => {
    expect(plural(1, 'fires', 'fire')).toBe('fires')
    expect(plural(3, 'fires', 'fire')).toBe('fire')
  })
})
