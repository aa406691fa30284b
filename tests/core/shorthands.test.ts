import { describe, expect, it } from 'vitest'
import { physicalName } from '../../src/core/properties/longhands.ts'
import { readImport } from '../../src/core/cascade/import.ts'
import { faultOf } from '../../src/core/cascade/rules.ts'
import { expand, longhandsOf } from '../../src/core/properties/shorthands.ts'
import { readBorder, valueThrough } from '../../src/core/properties/value-through.ts'
import { parseDeclarations } from '../../src/core/sheet/parse.ts'

/** What a shorthand sets that is not initial. */
const set = (property: string, value: string) => {
  const expanded = expand(property, value)
  return expanded && Object.fromEntries([...expanded].filter(([, text]) => text !== 'initial'))
}

/** Each after the "Value:" and "Name:" lines of its CSS module; e2e/agreement.spec.ts holds all of them against the browser. */
describe('shorthands', () => {
  it.each([
    ['margin', '1px 2px', { 'margin-top': '1px', 'margin-right': '2px', 'margin-bottom': '1px', 'margin-left': '2px' }],
    ['margin-inline', '1px 2px', { 'margin-inline-start': '1px', 'margin-inline-end': '2px' }],
    [
      'border-left',
      'solid red 2px',
      { 'border-left-style': 'solid', 'border-left-color': 'red', 'border-left-width': '2px' },
    ],
    [
      'border-radius',
      '1px 2px / 3px',
      {
        'border-top-left-radius': '1px 3px',
        'border-top-right-radius': '2px 3px',
        'border-bottom-right-radius': '1px 3px',
        'border-bottom-left-radius': '2px 3px',
      },
    ],
    ['flex', '1', { 'flex-grow': '1', 'flex-shrink': '1', 'flex-basis': '0%' }],
    ['flex', 'none', { 'flex-grow': '0', 'flex-shrink': '0', 'flex-basis': 'auto' }],
    ['flex', '2 10em', { 'flex-grow': '2', 'flex-shrink': '1', 'flex-basis': '10em' }],
    ['gap', '1em', { 'row-gap': '1em', 'column-gap': '1em' }],
    ['list-style', 'none', { 'list-style-type': 'none', 'list-style-image': 'none' }],
    ['list-style', 'square inside', { 'list-style-type': 'square', 'list-style-position': 'inside' }],
    [
      'text-decoration',
      'underline dotted red',
      { 'text-decoration-line': 'underline', 'text-decoration-style': 'dotted', 'text-decoration-color': 'red' },
    ],
    ['white-space', 'pre-wrap', { 'white-space-collapse': 'preserve', 'text-wrap-mode': 'wrap' }],
    ['place-items', 'center', { 'align-items': 'center', 'justify-items': 'center' }],
    ['grid-row', '1 / span 2', { 'grid-row-start': '1', 'grid-row-end': 'span 2' }],
    [
      'grid-area',
      'a',
      { 'grid-row-start': 'a', 'grid-column-start': 'a', 'grid-row-end': 'a', 'grid-column-end': 'a' },
    ],
    [
      'grid-template',
      '"a" 1em "b" / 1fr',
      { 'grid-template-rows': '1em auto', 'grid-template-columns': '1fr', 'grid-template-areas': '"a" "b"' },
    ],
    ['columns', '2 10em', { 'column-count': '2', 'column-width': '10em' }],
    ['overflow', 'hidden', { 'overflow-x': 'hidden', 'overflow-y': 'hidden' }],
    [
      'font',
      'italic 700 12px/1.5 "A B", serif',
      {
        'font-style': 'italic',
        'font-weight': '700',
        'font-size': '12px',
        'line-height': '1.5',
        'font-family': '"A B", serif',
      },
    ],
    ['background', 'url(a.png) no-repeat top left / cover, teal', null],
  ])('%s: %s', (property, value, expected) => {
    if (expected) expect(set(property, value)).toEqual(expected)
    else
      expect(set(property, value)).toMatchObject({
        'background-color': 'teal',
        'background-repeat': 'no-repeat, repeat',
        'background-size': 'cover, auto',
        'background-position-x': 'left, 0%',
      })
  })

  it.each([
    ['margin', '1px 2px 3px 4px 5px'],
    ['margin', 'red'],
    ['border', 'solid dashed'],
    ['font', 'bold'],
    ['font', '12px'],
    ['flex', '1 2 3 4'],
    ['background', 'red blue'],
    ['background', 'red, url(a.png)'],
    ['transition', '1s 2s 3s'],
    ['list-style', 'none none none'],
    ['grid-row', '1 / 2 / 3'],
    ['text-decoration', 'underline underline'],
  ])('%s: %s is ignored', (property, value) => expect(expand(property, value)).toBeNull())

  it('gives CSS-wide keywords to every longhand', () => {
    expect([...expand('border', 'inherit')!].every(([, text]) => text === 'inherit')).toBe(true)
    expect(expand('border', 'inherit')!.size).toBe(longhandsOf('border').length)
    expect(longhandsOf('all')).not.toContain('direction')
  })
})

describe('what a declaration says of one longhand', () => {
  it.each([
    ['border', '1px solid red', 'border-top-color', 'red'],
    ['border', 'solid', 'border-top-width', 'medium'],
    ['border', '1px solid var(--ink)', 'border-left-color', 'var(--ink)'],
    ['margin', 'var(--m)', 'margin-left', 'var(--m)'],
    ['margin', '1px var(--m)', 'margin-left', 'var(--m)'],
    ['background', 'none', 'background-color', 'transparent'],
    ['font', 'var(--f)', 'font-size', null],
    ['color', 'red', 'color', 'red'],
    ['color', 'red', 'margin-top', null],
  ])('%s: %s gives %s', (property, value, inner, expected) =>
    expect(valueThrough(property, value, inner)).toBe(expected),
  )

  it.each([
    ['1px solid red', { width: '1px', style: 'solid', color: 'red' }],
    ['var(--sand) 2px dashed', { width: '2px', style: 'dashed', color: 'var(--sand)' }],
    ['thin', { width: 'thin', style: '', color: '' }],
  ])('the border %s in parts', (value, parts) => expect(readBorder(value)).toEqual(parts))
})

// CSS Logical Properties and Values 1, section 4; CSS Writing Modes 4, section 6 (from memory).
describe('flow-relative names', () => {
  it.each([
    ['margin-inline-start', 'horizontal-tb', 'ltr', 'margin-left'],
    ['margin-inline-start', 'horizontal-tb', 'rtl', 'margin-right'],
    ['margin-block-end', 'horizontal-tb', 'rtl', 'margin-bottom'],
    ['padding-block-start', 'vertical-rl', 'ltr', 'padding-right'],
    ['padding-inline-start', 'vertical-lr', 'ltr', 'padding-top'],
    ['border-inline-end-color', 'horizontal-tb', 'ltr', 'border-right-color'],
    ['border-start-end-radius', 'horizontal-tb', 'ltr', 'border-top-right-radius'],
    ['border-start-start-radius', 'horizontal-tb', 'rtl', 'border-top-right-radius'],
    ['inset-block-start', 'horizontal-tb', 'ltr', 'top'],
    ['inline-size', 'horizontal-tb', 'ltr', 'width'],
    ['inline-size', 'vertical-rl', 'ltr', 'height'],
    ['max-block-size', 'horizontal-tb', 'ltr', 'max-height'],
    ['overflow-inline', 'horizontal-tb', 'ltr', 'overflow-x'],
    ['color', 'vertical-rl', 'rtl', 'color'],
  ])('%s in %s %s is %s', (name, mode, direction, expected) =>
    expect(physicalName(name, mode, direction)).toBe(expected),
  )
})

// CSS Cascade 5, section 2.
describe('@import', () => {
  it.each([
    ['"a.css"', { url: 'a.css', layer: null, supports: null, media: '' }],
    ['url(a.css) screen', { url: 'a.css', layer: null, supports: null, media: 'screen' }],
    ['url("a.css") layer', { url: 'a.css', layer: '', supports: null, media: '' }],
    [
      '"a.css" layer(base.one) supports(display: grid) (min-width: 1px)',
      { url: 'a.css', layer: 'base.one', supports: 'display: grid', media: '(min-width: 1px)' },
    ],
    ['a.css', null],
  ])('%s', (prelude, expected) => expect(readImport(prelude)).toEqual(expected))
})

describe('declarations browsers ignore', () => {
  it.each([
    ['color: red', null],
    ['colour: red', 'unknown-property'],
    ['color: redd', 'invalid-value'],
    ['padding: -1px', 'invalid-value'],
    ['--anything: at all', null],
    ['color: var(--x)', null],
    ['-webkit-box-shadow: none', null],
    ['word-wrap: break-word', null],
    ['margin-inline-start: 1px', null],
    ['margin-inline-start: red', 'invalid-value'],
  ])('%s', (text, expected) => expect(faultOf(parseDeclarations(text).items[0]!)).toBe(expected))
})
