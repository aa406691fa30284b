import { describe, expect, it } from 'vitest'
import { angleOf, readGradient, writeGradient } from '../../src/core/backgrounds/gradient.ts'
import {
  NINE_POINTS,
  PLAIN_LAYER,
  planLayers,
  pointOf,
  readLayers,
  type BackgroundLayer,
} from '../../src/core/backgrounds/layers.ts'
import { parseSheet } from '../../src/core/sheet/parse.ts'
import { applySplices } from '../../src/core/text/splice.ts'

const change = (css: string, edit: (layers: BackgroundLayer[]) => BackgroundLayer[]) =>
  applySplices(css, planLayers(parseSheet(css), 'body', edit(readLayers(parseSheet(css), 'body'))))

describe('gradients', () => {
  it.each([
    'linear-gradient(to right, red 0%, rgb(0 0 0 / 50%) 40%, var(--sea))',
    'radial-gradient(circle at 20% 30%, #fff, #000 80px)',
    'conic-gradient(from 45deg, red, blue)',
    'repeating-linear-gradient(45deg, red 0 10px, blue 10px 20px)',
  ])('%s is read and written as it was', (image) => {
    expect(writeGradient(readGradient(image)!)).toBe(image)
  })
  it('what cannot be edited stop by stop is none', () => {
    for (const image of [
      'none',
      'url(a.png)',
      'linear-gradient(red, 30%, blue)',
      'linear-gradient(red)',
      'linear-gradient(',
    ])
      expect(readGradient(image)).toBeNull()
  })
  it('angles: 180 degrees is down, and all units are read (CSS Images 3, section 3.1.1)', () => {
    expect(
      ['', 'to right', '90deg', '100grad', '0.25turn', '1.5707963rad', 'to top right']
        .map(angleOf)
        .map((angle) => (angle === null ? null : Math.round(angle))),
    ).toEqual([180, 90, 90, 90, 90, 90, null])
  })
})

describe('layers', () => {
  it('lists are cut or repeated to the number of images (CSS Backgrounds 3, section 2.1)', () => {
    expect(
      readLayers(
        parseSheet(
          'body { background-image: url(a.png), url(b.png), none; background-repeat: no-repeat, repeat-x; background-size: cover }',
        ),
        'body',
      ).map(({ repeat, size }) => `${repeat} ${size}`),
    ).toEqual(['no-repeat cover', 'repeat-x cover', 'no-repeat cover'])
    expect(readLayers(parseSheet('body { background: navy }'), 'body')).toEqual([])
  })
  it('a shorthand that holds everything is rewritten whole, its colour kept', () => {
    expect(
      change('body { background: var(--paper) url(a.png) no-repeat; color: red }', ([layer]) => [
        { ...layer!, position: 'right top', size: 'cover' },
      ]),
    ).toBe('body { background: var(--paper) url(a.png) right top / cover no-repeat; color: red }')
    expect(change('body { background: navy url(a.png) }', () => [])).toBe('body { background: navy }')
    expect(change('body { background: url(a.png) }', () => [])).toBe('body { background: none }')
  })
  it('longhands change by themselves, and no more than those that must', () => {
    expect(
      change('body { background-image: url(a.png); background-repeat: no-repeat }', ([layer]) => [
        { ...layer!, attachment: 'fixed' },
      ]),
    ).toBe(
      'body { background-image: url(a.png); background-repeat: no-repeat; background-attachment: fixed }'.replace(
        ' fixed }',
        ' fixed; }',
      ),
    )
    expect(change('body { color: red }', () => [{ ...PLAIN_LAYER, image: 'url(a.png)' }])).toBe(
      'body { color: red; background-image: url(a.png); }',
    )
    expect(change('body { background-image: url(a.png); background-size: cover; color: red }', () => [])).toBe(
      'body { color: red }',
    )
    expect(change('p { top: 0 }', () => [{ ...PLAIN_LAYER, image: 'url(a.png)' }])).toContain(
      'background-image: url(a.png);',
    )
  })
  it('the nine points are told from any spelling', () => {
    expect(NINE_POINTS.map(([, value]) => pointOf(value))).toEqual([0, 1, 2, 3, 4, 5, 6, 7, 8])
    expect(['0% 0%', 'center center', '50%', 'top right', '100% 100%', 'bottom', '10px 20px'].map(pointOf)).toEqual([
      0, 4, 4, 2, 8, 7, -1,
    ])
  })
})
