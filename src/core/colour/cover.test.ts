import { describe, expect, it } from 'vitest'
import { coatsToGive } from './cover'

describe('coats to give so that they come to some nominal ones', () => {
  it('a twelfth of a coat more than whole ones is no other coat; more than that is', () => {
    expect(coatsToGive(3, 1)).toBe(3)
    expect(coatsToGive(3.07, 1)).toBe(3)
    expect(coatsToGive(3.1, 1)).toBe(4)
  })

  it('what gives half a coat is laid twice as often', () => {
    expect(coatsToGive(3, 0.5)).toBe(6)
  })

  it('is never none, and never more than anybody would lay', () => {
    expect(coatsToGive(0, 1)).toBe(1)
    expect(coatsToGive(3, 0.01)).toBe(24)
  })
})
