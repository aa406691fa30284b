import { escapeIdent } from '../css/ident.ts'
import { counterpart } from '../markup/wrap.ts'
import { firstByTag, parsePage, type Page, type PageElement } from '../markup/tree.ts'
import type { SiteSnapshot } from '../model/snapshot.ts'
import type { SitePath } from '../paths/paths.ts'
import { NO_CHANGE, type SiteChange } from '../site/change.ts'
import { moveFault } from '../site/move-fault.ts'
import { newPageText, type NewPageKind } from '../site/new-page.ts'
import { fileDoc } from '../site/step.ts'
import { diffTexts } from '../text/splice.ts'
import { onOtherPage } from './other-page.ts'
import { placeFault, putAgain, putPlan } from './place-plan.ts'
import type { Where } from './where.ts'
import type { PlanAsk, PlanPlace } from './plan-ask.ts'
import { isBox, type PlanItem } from './plan.ts'
import { readPlan, sheetIn } from './read-plan.ts'
import { sheetWith } from '../edit/write-wanted.ts'
import { wantedOf } from './rules-of-plan.ts'
import type { Written } from './write-plan.ts'

/** What becomes of a page. */
export interface PlannedPage {
  readonly page: SitePath
  /** Why nothing can be planned on it, in a sentence; '' where something can. */
  readonly why: string
}

/** One page with the plan on it. */
export interface Outcome extends PlannedPage {
  readonly written: Written | null
}

/** The element that a plan goes to or is, by its path as `elementPath` writes it; undefined where it is no longer there. */
export function elementAt(page: Page, at: string): PageElement | undefined {
  const [first, ...steps] = at.split(' > ')
  let here: PageElement | undefined = nameIn(first!) === page.root.tag ? page.root : undefined
  for (const step of steps) {
    const alike: readonly PageElement[] = here?.children.filter(({ tag }) => escapeIdent(tag) === nameIn(step)) ?? []
    here = alike[Number(/:nth-of-type\((\d+)\)$/.exec(step)?.[1] ?? 1) - 1]
  }
  return here
}

const nameIn = (step: string) => step.replace(/:nth-of-type\(\d+\)$/, '')

/** Every page that a plan goes to, with the plan on it; the one it is drawn for first. */
export function pagesWith(site: SiteSnapshot, { items, place, siteName }: PlanAsk): Outcome[] {
  if (place.kind === 'new') return [onNewPage(site, items, place, siteName)]
  const element = elementAt(site.page(place.page), place.at)
  if (!element) return [{ page: place.page, why: GONE, written: null }]
  if (place.kind === 'again' && site.fingerprint(place.page) !== place.read)
    return [{ page: place.page, why: `${place.page} ${CHANGED}`, written: null }]
  return [place.page, ...place.also].map((page) => {
    const own = page === place.page ? element : likeOn(site.page(page), element)
    if (!own) return { page, why: 'Nothing stands there in the same place.', written: null }
    return place.kind === 'put'
      ? put(site, page, own, place.where, items)
      : again(site, place.page, element, page, own, items)
  })
}

const GONE = 'The element that the plan goes to is no longer there. Choose another one.'
const CHANGED = 'has changed since the plan was read from it. Read it again.'

/** The element of another page that is the same: by its id, else by its place. */
function likeOn(page: Page, element: PageElement): PageElement | null {
  const byId = element.id === '' ? undefined : page.elements.find(({ id }) => id === element.id)
  return byId ?? counterpart(page, element)
}

function put(
  site: SiteSnapshot,
  page: SitePath,
  element: PageElement,
  where: Where,
  items: readonly PlanItem[],
): Outcome {
  const why = placeFault(element, where)
  return { page, why, written: why === '' ? putPlan(site.page(page), element, where, items) : null }
}

function again(
  site: SiteSnapshot,
  from: SitePath,
  model: PageElement,
  page: SitePath,
  element: PageElement,
  items: readonly PlanItem[],
): Outcome {
  const sheet = sheetIn(site)
  const read = readPlan(site.page(from), sheet, model)
  const here = page === from ? read : readPlan(site.page(page), sheet, element)
  const wanted = read && here && onOtherPage(read, here, items)
  const root = wanted?.find(isBox)
  if (!here || !root) return { page, why: 'What stands in it is put together otherwise there.', written: null }
  return { page, why: '', written: putAgain(site.page(page), here, root) }
}

function onNewPage(
  site: SiteSnapshot,
  items: readonly PlanItem[],
  { path, title, frame }: PlanPlace & { readonly kind: 'new' },
  siteName: string,
): Outcome {
  const why = path === '' ? 'Give the new page a name.' : (moveFault(site, { from: 'new.html', to: path }) ?? '')
  if (why !== '') return { page: path, why, written: null }
  const how: NewPageKind = frame === '' ? { kind: 'empty' } : { kind: 'frame', of: frame }
  const page = parsePage(newPageText(site, path, title, how, siteName))
  const element = firstByTag(page, 'main') ?? firstByTag(page, 'body')
  const fault = placeFault(element, 'last')
  return { page: path, why: fault, written: fault === '' ? putPlan(page, element!, 'last', items) : null }
}

function sheetAfter(site: SiteSnapshot, { items, place }: PlanAsk): string {
  const sheet = sheetIn(site)
  const page = place.kind === 'again' ? site.page(place.page) : null
  const element = page && place.kind === 'again' ? elementAt(page, place.at) : undefined
  const read = page && element ? readPlan(page, sheet, element) : null
  return sheetWith(sheet, wantedOf(sheet, items, read ? [read] : [])).text
}

/** What makes the pages so, and the sheet. */
export function changeOf(site: SiteSnapshot, ask: PlanAsk, outcomes: readonly Outcome[]): SiteChange {
  const told = outcomes.flatMap(({ page, written }) => (written ? [{ page, text: written.text }] : []))
  const styles = {
    doc: site.docOf(site.sheetPath),
    splices: diffTexts(site.text(site.sheetPath), sheetAfter(site, ask)),
  }
  if (ask.place.kind === 'new')
    return { ...NO_CHANGE, texts: [styles], creates: told.map(({ page, text }) => ({ path: page, text })) }
  const pages = told.map(({ page, text }) => ({ doc: fileDoc(page), splices: diffTexts(site.text(page), text) }))
  return { ...NO_CHANGE, texts: [styles, ...pages] }
}
