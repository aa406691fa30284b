import { describe, expect, it } from 'vitest'
import { progressOf, readEasing, writeEasing } from '../../src/core/motion/easing.ts'
import { costOf, readTime, readTransition, writeTime, writeTransition } from '../../src/core/motion/transitions.ts'

const at = (easing: string, time: number) => progressOf(readEasing(easing)!, time)

describe('easing functions (CSS Easing 2)', () => {
  it.each([
    // Section 2.3.1 draws these: three steps, and where each jump stands.
    ['steps(3, jump-start)', [1 / 3, 2 / 3, 1, 1]],
    ['steps(3, jump-end)', [0, 1 / 3, 2 / 3, 1]],
    ['steps(3, jump-none)', [0, 1 / 2, 1, 1]],
    ['steps(3, jump-both)', [1 / 4, 2 / 4, 3 / 4, 1]],
    ['step-start', [1, 1, 1, 1]],
    ['step-end', [0, 0, 0, 1]],
  ])('%s', (easing, outputs) => {
    for (const [index, time] of [0, 1 / 3, 2 / 3, 1].entries()) expect(at(easing, time)).toBeCloseTo(outputs[index]!, 9)
  })

  it('linear() puts points without a place evenly between those with one (section 2.1.1)', () => {
    expect(at('linear(0, 0.25, 1)', 0.5)).toBeCloseTo(0.25, 9)
    // The example of section 2.1: 0.25 holds from 25 % to 75 %.
    for (const time of [0.25, 0.5, 0.75]) expect(at('linear(0, 0.25 25% 75%, 1)', time)).toBeCloseTo(0.25, 9)
    expect(at('linear(0, 0.25 25% 75%, 1)', 0.875)).toBeCloseTo(0.625, 9)
    expect(at('linear(0 20%, 0 10%, 1)', 0.6)).toBeCloseTo(0.5, 9)
  })

  it('what is none is null', () => {
    for (const text of [
      'cubic-bezier(2, 0, 0, 1)',
      'cubic-bezier(0, 0, 1)',
      'steps(0)',
      'steps(1, jump-none)',
      'linear(0)',
    ])
      expect(readEasing(text)).toBeNull()
    for (const text of ['linear()', 'linear(a, b)', 'quick', 'steps(2.5)', '']) expect(readEasing(text)).toBeNull()
  })

  it('is written with its name where it has one', () => {
    expect(writeEasing(readEasing('cubic-bezier(0.42, 0, 1, 1)')!)).toBe('ease-in')
    expect(writeEasing(readEasing('steps(4, start)')!)).toBe('steps(4, jump-start)')
    expect(readEasing(writeEasing(readEasing('linear(0, .3 20% 40%, 1)')!))).toEqual(
      readEasing('linear(0, .3 20% 40%, 1)'),
    )
  })
})

describe('transitions', () => {
  it('lists that are shorter begin anew (CSS Transitions 1, section 2)', () => {
    expect(readTransition('color .2s ease-in 1s, transform 300ms')).toEqual([
      { property: 'color', duration: 200, delay: 1000, easing: 'ease-in' },
      { property: 'transform', duration: 300, delay: 0, easing: 'ease' },
    ])
    expect(readTransition('none')).toEqual([])
    expect(readTransition('2px')).toBeNull()
  })

  it('are written short', () => {
    expect(writeTransition([{ property: 'color', duration: 200, delay: 50, easing: 'linear' }])).toBe(
      'color 0.2s linear 50ms',
    )
    expect(writeTransition([])).toBe('none')
    expect([readTime('.2s'), readTime('-50ms'), readTime('2')]).toEqual([200, -50, null])
    expect(writeTime(0)).toBe('0ms')
  })

  it('cost what the browser must do again (common practice)', () => {
    expect(['opacity', 'color', 'width', 'border-left-width', 'all'].map(costOf)).toEqual([
      ...['compose', 'paint', 'layout', 'layout', 'layout'],
    ])
  })
})
