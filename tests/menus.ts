import type { MenuLook } from '../src/core/menu/menu-look.ts'
import { menusOf, type Menu } from '../src/core/menu/menus.ts'
import type { MenuPlace } from '../src/core/menu/menu-place.ts'
import type { MenuWish } from '../src/core/menu/plan-menu.ts'
import type { SiteSnapshot } from '../src/core/model/snapshot.ts'
import { VIEWPORT } from './core/model.ts'

export const pageWith = (body: string) => `<!doctype html><link rel="stylesheet" href="css/site.css"><body>${body}`
export const LIST =
  '<ul>\n<li><a href="a.html">Anchor</a></li>\n<li><a href="b.html">Berths</a></li>\n<li><a href="c.html">Cabins</a></li>\n</ul>'

export function menusIn(site: SiteSnapshot): Menu[] {
  const run = menusOf(site)
  for (;;) {
    const next = run.next()
    if (next.done) return next.value
  }
}

export const placeOf = ({ selector, sample }: Menu): MenuPlace => ({ selector, page: sample.page, index: sample.index })
export const wish = (site: SiteSnapshot, look: Partial<MenuLook>, alone = false): MenuWish => ({
  ...{ menu: placeOf(menusIn(site)[0]!), viewport: VIEWPORT, look, alone },
})
/** Menus as they are written, from none at all to those of old sites. */
export const MENU_SITES: Readonly<Record<string, readonly [css: string, body: string]>> = {
  'a list without any rule': ['p { color: navy }', `<nav>${LIST}</nav>`],
  'a flex bar': ['nav ul { display: flex; gap: 1rem; list-style: none; padding: 0 }', `<nav>${LIST}</nav>`],
  'floats with ids': [
    '#nav { overflow: hidden; list-style-type: none } #nav li { float: left; margin-right: 12px } #nav li a { display: block }',
    LIST.replace('<ul>', '<ul id="nav">'),
  ],
  'inline-blocks with a line': [
    'ul.m { margin: 0; padding: 0; list-style: none } ul.m li { display: inline-block; padding: 0 6px } ul.m li + li { border-left: 1px solid #333333 }',
    `<div class="top">${LIST.replace('<ul>', '<ul class="m">')}</div>`,
  ],
  'a column, wide viewports first': [
    '@media (min-width: 600px) { .side ul { display: flex; gap: 8px } } .side ul { list-style: square }',
    `<aside class="side">${LIST}</aside>`,
  ],
  'heavy rules on every part': [
    '#page .head ul { display: block } #page .head ul li { display: inline; margin: 0 4px } .head ul li a { padding: 2px }',
    `<div id="page"><div class="head">${LIST}</div></div>`,
  ],
  'a group with other lists': [
    'nav ul, footer ol { display: block; padding: 4px }',
    `<nav>${LIST}</nav><footer><ol><li>x</ol></footer>`,
  ],
}

export const WISHES: readonly Partial<MenuLook>[] = [
  { direction: 'bar', means: 'flex', gap: '10px', bullets: false },
  { direction: 'bar', means: 'float', gap: '6px' },
  { direction: 'bar', means: 'inline-block', gap: '14px' },
  { direction: 'column', means: 'block', gap: '3px' },
  { direction: 'column', means: 'flex', gap: '5px' },
  { bullets: true },
  { bullets: false, filled: true },
  { direction: 'bar', means: 'flex', separator: '2px solid rgb(1, 2, 3)', gap: '4px' },
  { direction: 'bar', means: 'flex', narrow: 'scroll' },
  { direction: 'bar', means: 'flex', narrow: 'stay' },
  { direction: 'bar', means: 'inline-block', narrow: 'scroll' },
  { direction: 'bar', means: 'flex', stackBelow: 480 },
  { direction: 'bar', means: 'float', gap: '7px', stackBelow: 480, separator: '1px solid rgb(1, 2, 3)' },
]
