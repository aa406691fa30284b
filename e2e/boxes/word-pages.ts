import fc from 'fast-check'

/** Made-up pages of boxes that are as wide as their words: in every way text is written, broken and set. */

const word = fc.constantFrom(
  ...[
    'ferry',
    'a',
    'To',
    'AVATAR',
    'timetable',
    'quay.',
    '“Hallin”',
    'well-kept',
    '07:30–09:10',
    '12,50',
    '(twice)',
    'office',
  ],
  ...['it’s', 'fish &amp; chips', 'Mon&nbsp;–&nbsp;Fri', '£4.20', '3&times;', 'e-mail', 'Wæry', 'naïve', '50%'],
)
const words = fc.array(word, { minLength: 1, maxLength: 5 }).map((list) => list.join(' '))

const look = fc.constantFrom(
  ...[
    'font-weight: 700',
    'font-weight: 300',
    'font-size: 13px',
    'font-size: 1.5em',
    'letter-spacing: 1px',
    'letter-spacing: -0.02em',
  ],
  ...[
    'word-spacing: 4px',
    'text-transform: uppercase',
    'font-variant-numeric: tabular-nums',
    'font-kerning: none',
    'white-space: nowrap',
  ],
  ...['font-feature-settings: "tnum" 1', 'font-variant-ligatures: none'],
)
const around = fc.constantFrom(
  'padding: 0 6px',
  'margin: 0 3px',
  'border: 2px solid',
  'padding: 2px 5%; border-left: 1px solid',
)
const style = fc.array(fc.oneof(look, around), { maxLength: 2 }).map((list) => list.join('; '))

const inLine: fc.Arbitrary<string> = fc.oneof(
  { weight: 4, arbitrary: words },
  fc
    .tuple(fc.constantFrom('b', 'span', 'a href="x.html"', 'small'), style, words)
    .map(([tag, css, text]) => `<${tag} style='${css}'>${text}</${tag.split(' ')[0]}>`),
  fc.tuple(style, words).map(([css, text]) => `<span style='display: inline-block; ${css}'>${text}</span>`),
  fc.constantFrom(
    '<br>',
    '<!-- a note -->',
    ' ',
    '\n   ',
    '<img src="a.svg" alt="">',
    '<img src="a.svg" alt="" width="30">',
  ),
)
const line = fc
  .array(fc.tuple(inLine, fc.constantFrom('', ' ', '\n  ')), { minLength: 1, maxLength: 4 })
  .map((list) => list.flat().join(''))
/** What such boxes hold: text in the line, and blocks of it. */
export const wordBlocks = fc.oneof(
  { weight: 3, arbitrary: line },
  fc
    .array(fc.tuple(style, line), { minLength: 1, maxLength: 3 })
    .map((list) => list.map(([css, text]) => `<div style='${css}'>${text}</div>`).join('\n')),
  fc.tuple(line, style, line).map(([text, css, inner]) => `${text}<p style='${css}'>${inner}</p>`),
)

const holder = fc.constantFrom(
  ...[
    'float: left',
    'display: inline-block',
    'position: absolute',
    'position: absolute; left: 20px',
    'display: table-cell',
  ],
  ...[
    'width: fit-content',
    'float: right; max-width: 200px',
    'display: inline-flex',
    'display: inline-block; min-width: 50%',
  ],
)
const held = fc
  .tuple(holder, style, wordBlocks)
  .map(([how, css, inner]) => `<div style='${how}; ${css}'>${inner}</div>`)

const flexContainer = fc.constantFrom(
  ...[
    'display: flex',
    'display: flex; flex-wrap: wrap; gap: 8px',
    'display: flex; gap: 2%',
    'display: flex; width: 300px',
  ],
  ...[
    'display: flex; flex-direction: column; align-items: center',
    'display: inline-flex; gap: 10px',
    'display: flex; height: 60px',
  ],
  'display: grid; justify-items: start',
)
const flexItem = fc.constantFrom(
  '',
  'flex: 1',
  'flex: none',
  'flex-grow: 1',
  'flex: 0 1 auto',
  'min-width: 0',
  'width: 40%',
  'order: -1',
)
const row = fc
  .tuple(
    flexContainer,
    fc.array(fc.tuple(flexItem, style, wordBlocks), { minLength: 1, maxLength: 4 }),
    fc.option(words),
  )
  .map(([how, items, text]) => {
    const boxes = items.map(([flex, css, inner]) => `<div style='${flex}; ${css}'>${inner}</div>`)
    return `<div style='${how}'>${[...(text === null ? [] : [text]), ...boxes].join('\n')}</div>`
  })

const tableStyle = fc.constantFrom(
  ...[
    '',
    'width: 100%',
    'width: 60%',
    'width: 500px',
    'width: 40px',
    'border-collapse: collapse',
    'border-collapse: collapse; width: 100%',
  ],
  ...[
    'border-spacing: 10px 3px',
    'border: 3px solid; padding: 5px',
    'width: 90%; box-sizing: content-box; border: 2px solid',
    'float: left',
  ],
  ...['margin: 0 auto', 'border-spacing: 0; width: 700px', 'display: inline-table'],
)
const cellStyle = fc.constantFrom(
  ...[
    '',
    '',
    '',
    'padding: 8px 12px',
    'white-space: nowrap',
    'font-weight: 700',
    'border-bottom: 1px solid',
    'text-align: right',
  ],
  ...['width: 120px', 'width: 30%', 'min-width: 90px', 'max-width: 80px', 'width: 10px', 'border: 1px solid'],
)
const cellSpan = fc.constantFrom('', '', '', '', '', ' rowspan="2"', ' colspan="2"')
const cell = fc
  .tuple(fc.constantFrom('td', 'th'), cellSpan, cellStyle, wordBlocks)
  .map(([tag, span, css, inner]) => `<${tag}${span} style='${css}'>${inner}</${tag}>`)
const table = fc
  .tuple(
    tableStyle,
    fc.option(words),
    fc.array(fc.array(cell, { minLength: 1, maxLength: 4 }), { minLength: 1, maxLength: 4 }),
  )
  .map(([css, caption, rows]) => {
    const body = rows.map((cells) => `<tr>${cells.join('')}</tr>`).join('\n')
    return `<table style='${css}'>${caption === null ? '' : `<caption>${caption}</caption>`}${body}</table>`
  })

/** A page of boxes that follow their words. */
export const wordPage = fc
  .array(fc.oneof(held, row, table), { minLength: 2, maxLength: 4 })
  .map(
    (parts) =>
      `<!doctype html>\n<html lang="en"><title>x</title>\n<body>\n${parts.map((part) => `<section style="clear: both">${part}</section>`).join('\n')}`,
  )
