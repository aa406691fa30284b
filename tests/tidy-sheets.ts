import fc from 'fast-check'

/** Pages and sheets as people let them grow: the same selectors again, sides one by one, states, media, comments. */
export const TIDY_PAGE =
  '<h1 class="top">T</h1><p id="one" class="x">W <a href="#l">l</a> <b>b</b></p><p class="x y">y</p><div class="box"><ul><li>1</li><li class="x">2</li></ul><a class="y" href="#m">m</a></div>'

export const tidyPage = (body = TIDY_PAGE) =>
  `<!doctype html><html lang="en"><head><title>T</title><link rel="stylesheet" href="css/site.css"></head><body>${body}</body></html>`

const selector = fc.constantFrom(
  ...['h1', '.top', 'p', '#one', '.x', '.y', '.x.y', 'a', 'a:hover', 'a:link, a:visited', 'li', '.box li', '.box *'],
  ...['p::before', 'h1, .top', 'p,\n.x', 'ul > li', 'b', 'a:focus-visible', 'li:first-child'],
)
const declaration = fc.constantFrom(
  ...['color: red', 'color: blue', 'color: #123456', 'margin: 1px 1px 1px 1px', 'margin: 0 2px 0 2px', 'margin: 0'],
  ...['margin-top: 1px', 'margin-right: 1px', 'margin-bottom: 1px', 'margin-left: 1px', 'padding: 2px 3px 2px'],
  ...[
    'font-size: 2em',
    'font: 12px/1.5 serif',
    'content: "a  b"',
    'background: url(a.png) no-repeat',
    'display: block',
  ],
  ...['border: 1px solid', 'border-color: red', 'border-top-width: 3px', '--ink: green', 'color: var(--ink, teal)'],
)
const comment = fc.constantFrom('', '', '', '/* note */ ', '\n  /* lines\n     of it */\n  ')
const body = fc
  .array(fc.tuple(comment, declaration, fc.boolean()), { maxLength: 5 })
  .map((all) =>
    all
      .map(([before, each, loud]) => `${before}${each}${loud && each.length % 7 === 0 ? ' !important' : ''};`)
      .join(' '),
  )
const rule = fc
  .tuple(comment, selector, body, fc.boolean())
  .map(([before, name, inner, lines]) => `${before}${name} {${lines ? `\n  ${inner}\n` : ` ${inner} `}}`)
const block = fc
  .tuple(
    fc.constantFrom(
      '@media (max-width: 800px)',
      '@media print',
      '@media (min-width: 500px)',
      '@supports (display: grid)',
    ),
    fc.array(rule, { maxLength: 3 }),
  )
  .map(([head, rules]) => `${head} {\n${rules.join('\n')}\n}`)

/** A sheet with much to tidy. */
export const untidySheet = fc
  .array(fc.oneof({ arbitrary: rule, weight: 6 }, { arbitrary: block, weight: 1 }), { minLength: 3, maxLength: 10 })
  .map((rules) => `${rules.join('\n')}\n`)

export const commentsIn = (text: string): string[] => (text.match(/\/\*[\s\S]*?\*\//g) ?? []).toSorted()
