// A made-up site for the cascade bench: 200 pages of about 1,000 elements, 600 selectors, the same for the same seed.

function numbers(seed) {
  let state = seed
  return () => {
    state = (state * 1664525 + 1013904223) >>> 0
    return state / 4294967296
  }
}

/** Kinds of sections that pages are put together from, as sites are: a block with its parts, filled with other words each time. */
const KINDS =
  'hero card teaser quote figure list steps table fare notice contact map crew boat tide event faq prices news gallery form author links note'.split(
    ' ',
  )
const UTILITIES = ['left', 'wide', 'quiet', 'strong-text', 'tight', 'loose', 'small', 'first-of-kind']

/** The selectors of one kind: 25 of the sorts that sheets are full of. */
function selectorsOf(kind, other) {
  const b = `.${kind}`
  return [
    b,
    `${b}-title`,
    `${b}-body`,
    `${b}-item`,
    `${b} h2`,
    `${b} h3`,
    `${b} > p`,
    `${b} p a`,
    `${b} a:link`,
    `${b} a:hover`,
    `${b} a:focus-visible`,
    `${b} li`,
    `${b} li:first-child`,
    `${b} li:last-child a`,
    `${b}-item + ${b}-item`,
    `${b} img`,
    `${b} figcaption`,
    `${b} td`,
    `${b} tr:nth-child(even)`,
    `${b} th:first-child`,
    `section${b} em`,
    `main ${b}-body strong`,
    `.${other} ${b}-title`,
    `${b}.wide`,
    `${b}-body > :not(.quiet)`,
  ]
}

/** Pages and sheet: 200 pages of about 1,000 elements, 600 selectors. Pages share header, navigation and footer. */
export function cascadeSite({ pages = 200, seed = 7 } = {}) {
  const next = numbers(seed)
  const pick = (list) => list[Math.floor(next() * list.length)]
  const chance = (share) => next() < share
  const many = (count, make) => Array.from({ length: count }, (_, at) => make(at))
  const values = {
    color: ['#123', 'red', 'var(--ink)', 'rgb(1 2 3 / .5)'],
    'background-color': ['#eee', 'transparent', 'var(--ground)'],
    margin: ['0', '1em 0', '2px 4px'],
    padding: ['0', '.5em 1em', '3px'],
    'font-size': ['1.1em', '14px', '90%', '1rem'],
    'font-weight': ['bold', '400'],
    border: ['1px solid #ccc', 'none'],
    display: ['block', 'flex', 'inline-block'],
    'line-height': ['1.5', '1.2'],
    'text-decoration': ['none', 'underline'],
    'border-radius': ['4px', '50%'],
    'max-width': ['40em', '100%'],
    'letter-spacing': ['.05em'],
    'text-transform': ['uppercase'],
    'box-shadow': ['0 1px 2px rgb(0 0 0 / .2)'],
  }
  const rules = KINDS.flatMap((kind, at) =>
    selectorsOf(kind, KINDS[(at + 7) % KINDS.length]).map(
      (selector) =>
        `${selector} { ${many(1 + Math.floor(next() * 4), () => pick(Object.keys(values)))
          .map((name) => `${name}: ${pick(values[name])}`)
          .join('; ')} }`,
    ),
  )
  const sheet = `:root { --ink: #222; --ground: #fffdf8 }\nbody { margin: 0; font: 16px/1.5 Georgia, serif }\n.edited { color: teal }\n${rules.join('\n')}`

  const words = () =>
    many(4 + Math.floor(next() * 8), () =>
      pick(['tide', 'quay', 'rope', 'isle', 'boat', 'wind', 'stone', 'light']),
    ).join(' ')
  const also = () => (chance(0.08) ? ` ${pick(UTILITIES)}` : '')
  const plain = () => (chance(0.04) ? ` class="${pick(UTILITIES)}"` : '')
  const text = () =>
    `${words()} ${chance(0.5) ? `<a href="page-${Math.floor(next() * pages)}.html">${words()}</a>` : `<em>${words()}</em>`}${chance(0.3) ? ` <strong>${pick(['one', 'two'])}</strong>` : ''}`
  const pieces = [
    () => `<p${plain()}>${text()}</p>`,
    () => `<p${plain()}>${text()}</p>`,
    () => `<h3${plain()}>${words()}</h3>`,
    () => `<ul>${many(3 + Math.floor(next() * 5), () => `<li${plain()}>${text()}</li>`).join('')}</ul>`,
    (kind) => many(3, () => `<div class="${kind}-item${also()}"><h3>${words()}</h3><p>${text()}</p></div>`).join(''),
    () => '<figure><img src="a.png" alt=""><figcaption>caption</figcaption></figure>',
    () =>
      `<table><tbody>${many(5, (at) => `<tr>${many(4, () => (at === 0 ? '<th>h</th>' : '<td>1</td>')).join('')}</tr>`).join('')}</tbody></table>`,
    () => `<blockquote><p>${text()}</p></blockquote>`,
  ]
  const nav = `<header class="site-header"><nav><ul>${many(12, (at) => `<li><a href="page-${at}.html">${at}</a></li>`).join('')}</ul></nav></header>`
  const files = { 'site.css': sheet }
  for (let page = 0; page < pages; page++) {
    const body = []
    let count = 60
    while (count < 1000) {
      const kind = pick(KINDS)
      const section = `<section class="${kind}${also()}"><h2 class="${kind}-title">${words()}</h2><div class="${kind}-body">${many(6, () => pick(pieces)(kind)).join('')}</div>${chance(0.04) ? '<p class="edited">edited</p>' : ''}</section>`
      count += section.match(/<[a-z]/g).length
      body.push(section)
    }
    files[`page-${page}.html`] =
      `<!doctype html><html lang="en"><head><meta charset="utf-8"><title>${page}</title><link rel="stylesheet" href="site.css"></head><body>${nav}<main id="main">${body.join('\n')}</main><footer class="site-footer"><p>${words()}</p></footer></body></html>`
  }
  return files
}
