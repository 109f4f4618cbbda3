import { describe, expect, it } from 'vitest'
import { GLOSSARY, withTerms } from './glossary'

describe('the glossary', () => {
  it('explains each word once, in a sentence that does not only repeat it', () => {
    const words = GLOSSARY.flatMap(({ term, forms = [] }) => [term, ...forms])
    expect(new Set(words).size).toBe(words.length)
    for (const { means } of GLOSSARY) expect(means).toMatch(/^[A-Z].{25,}\.$/s)
  })

  it.each([
    ['Slip on leather-hard clay', ['Slip', 'leather-hard']],
    ['hard leather-hard, not soft', ['hard leather-hard']],
    ['Slippery when wet', []],
    ['wax over wax', ['wax']],
    ['a waxed rim', []],
    ['Fire to cone 04, then dip the clear.', ['cone', 'the clear']],
    ['no eating at the bench, wash hands', []],
    ['a wash is wiped back', ['a wash']],
    ['', []],
  ])('finds in “%s” the words %o', (text, words) => {
    const parts = withTerms(text)
    expect(parts.map((part) => part.text).join('')).toBe(text)
    expect(parts.filter((part) => part.entry).map((part) => part.text)).toEqual(words)
  })
})
