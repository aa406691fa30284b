import type { SiteSnapshot } from '../src/core/model/snapshot.ts'
import { selectorAt } from '../src/core/sheet/selector-at.ts'
import type { Asker } from './ask-all.ts'
import { VIEWPORT } from './core/model.ts'
import { placeOf } from './menus.ts'

const PATH = 'index.html'
const SHEET = 'css/site.css'

/** Asks what needs an answer before it can be asked: as somebody goes on from what the workroom shows. */
export function askFurther(site: SiteSnapshot, ask: Asker): void {
  askAtEnd(site, ask)
  askOfClasses(site, ask)
  askOfMenus(ask)
  askOfFindings(ask)
  askOfFrames(site, ask)
  const failing = ask('contrast', { viewport: VIEWPORT }).filter(({ passes }) => passes === false)
  for (const pair of failing.slice(0, 3)) ask('contrastOffer', { pair, viewport: VIEWPORT })
}

/** The place where somebody types: at the end of the sheet, in whatever is open there. */
function askAtEnd(site: SiteSnapshot, ask: Asker): void {
  const sheet = site.sheet(SHEET)!
  const at = { file: SHEET, offset: sheet.text.length }
  ask('offersToWrite', at)
  ask('wordAt', at)
  ask('reach', { selector: selectorAt(sheet, at.offset) })
}

function askOfClasses(site: SiteSnapshot, ask: Asker): void {
  const drafts = [
    ask('draftClass', { source: { from: 'look', page: PATH, index: 3 } }),
    ask('draftClass', { source: { from: 'style', page: PATH, index: 3 } }),
  ]
  const give = { page: PATH, indices: [3], reach: 'site' } as const
  for (const { name, css } of drafts) ask('newClass', { name: name || 'x', css, give, style: null })
  ask('newClass', { name: 'x', css: site.text(SHEET), give, style: null })
  for (const where of ['pages', 'sheet'] as const) ask('clearNames', { where })
}

function askOfMenus(ask: Asker): void {
  for (const each of ask('menus', {}).slice(0, 2)) {
    const menu = placeOf(each)
    ask('menu', { menu, viewport: VIEWPORT })
    ask('planMenu', { menu, viewport: VIEWPORT, look: { direction: 'bar', means: 'flex', gap: '4px' }, alone: false })
  }
}

function askOfFindings(ask: Asker): void {
  const { kinds } = ask('findings', { page: null, opened: [], news: 1 })
  const causes = kinds.flatMap((kind) => kind.causes.map(({ id }) => id))
  for (const cause of causes.slice(0, 5)) ask('places', { cause, page: null, most: 100, news: 1 })
  for (const { rule } of kinds.slice(0, 5)) ask('pagesOfRule', { rule })
  ask('prove', { change: ask('fix', { causes }).change })
  ask('prove', { change: ask('setAside', { causes, reason: 'old' }) })
  ask('takeUp', { cause: causes[0] ?? '' })
}

/** What frames ask: how to follow a page's text, and the row of a box as a browser has laid it out. */
function askOfFrames(site: SiteSnapshot, ask: Asker): void {
  const before = site.text(PATH)
  for (const at of [0, before.length >> 1, before.length])
    ask('pageEdits', { before, after: `${before.slice(0, at)}<p>n${before.slice(at)}` })
  const laid = { left: 0, top: 0, width: 10, margin: [0, 0], border: [0, 0], padding: [0, 0] } as const
  for (const row of ask('rowsOnPages', { selector: 'div', pages: [PATH], width: 1280 }))
    ask('lineAsLaid', { row, selector: 'div', width: 1280, laid: [null, ...row.members].map(() => laid) })
}
