import { describe, expect, it } from 'vitest'
import { counted, hasWords, plainText, plural } from './words'

describe('a search in words', () => {
  it('does not mind capitals, accents, order or spaces', () => {
    const text = plainText('Écume, Steingrün 12')
    for (const search of ['ecume', 'STEINGRUN', ' 12  écume ', '']) expect(hasWords(text, search), search).toBe(true)
    expect(hasWords(text, 'ecume 13')).toBe(false)
  })
})

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
