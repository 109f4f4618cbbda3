import { describe, expect, it } from 'vitest'
import { hasWords, plainText } from './plainText'

describe('a search in words', () => {
  it('does not mind capitals, accents, order or spaces', () => {
    const text = plainText('Écume, Steingrün 12')
    for (const search of ['ecume', 'STEINGRUN', ' 12  écume ', '']) expect(hasWords(text, search), search).toBe(true)
    expect(hasWords(text, 'ecume 13')).toBe(false)
  })
})
