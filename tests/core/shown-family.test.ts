import { describe, expect, it } from 'vitest'
import { namedFamilies, shownFamilyInWords } from '../../src/core/type/shown-family.ts'

const shown = (value: string, ...present: string[]) => shownFamilyInWords(value, new Set(present))

describe('which family of a list text is set in', () => {
  it('is not said when it is the first', () => {
    expect(shown('Georgia, serif', 'Georgia')).toBe('')
    expect(shown('sans-serif')).toBe('')
    expect(shown('')).toBe('')
  })
  // CSS Fonts 4, section 5.3: families are tried in the order they are written.
  it('is the first that is there, with what was wanted before it', () => {
    expect(shown('"Trebuchet MS", Verdana, sans-serif', 'Verdana')).toBe(
      'Trebuchet MS is not on this machine: Verdana is shown.',
    )
    expect(shown('A, "B c", D, Verdana', 'Verdana')).toBe('A, B c and D are not on this machine: Verdana is shown.')
  })
  it('is the browser’s own behind them all', () => {
    expect(shown('Futura, monospace')).toBe('Futura is not on this machine: the browser’s monospace font is shown.')
    expect(shown('Futura, Optima')).toBe(
      'Futura and Optima are not on this machine, and no other family is named: the browser’s own is shown.',
    )
  })
  it('asks only for families that have a name', () => {
    expect(namedFamilies('"A, b", system-ui, C, serif')).toEqual(['A, b', 'C'])
  })
})
