import { pageEdits, type PageEdit } from '../markup/page-edits.ts'
import { reword, wordsAt, type TextPlace } from '../markup/reword.ts'
import type { SitePath } from '../paths/paths.ts'
import { placeOf } from '../text/place.ts'
import { blocksOf } from './blocks.ts'
import { NO_CHANGE, type SiteChange } from './change.ts'
import { moveFault } from './move-fault.ts'
import { planMoves, referrersTo } from './move.ts'
import { navigationsOf, planNavEdit, type NavEdit } from './nav-edit.ts'
import { newPageText, type NewPageKind } from './new-page.ts'
import { partViews } from './part-views.ts'
import { planPart, planShare, planUnshare } from './share.ts'
import { fileDoc, type Move } from './step.ts'
import type { SiteView } from './view.ts'
import { weightOf } from './weights.ts'
import { planWrap, type WrapAsk } from './wrapping.ts'

interface NewPageAsk {
  readonly path: SitePath
  readonly title: string
  readonly how: NewPageKind
  readonly siteName: string
}

interface NavEditAsk {
  readonly page: SitePath
  readonly index: number
  readonly edit: NavEdit
}

interface PartAsk {
  readonly name: string
  readonly page: SitePath
  readonly text: string
}

export const siteQuestions = {
  /** What a frame that shows one text of a page is to change to show another; null where it has to load it anew. */
  pageEdits: (_: SiteView, { before, after }: { before: string; after: string }): PageEdit[] | null =>
    pageEdits(before, after),
  /** What a text of a page says, as it can be written over; null when it is not there, or is not one text of the page's. */
  wordsAt: (site: SiteView, { page, place }: { page: SitePath; place: TextPlace }): string | null =>
    site.pagePaths.includes(page) ? wordsAt(site.page(page), place) : null,
  /** A text of a page written over. */
  reword: (
    site: SiteView,
    { page, place, words }: { page: SitePath; place: TextPlace; words: string },
  ): SiteChange => ({
    ...NO_CHANGE,
    texts: [{ doc: fileDoc(page), splices: reword(site.page(page), place, words) }],
  }),
  /** Files moved, and every reference with them; or why that cannot be. */
  moves: (site: SiteView, { moves }: { moves: readonly Move[] }): { fault: string; change: SiteChange } => {
    const leaving = new Set(moves.map(({ from }) => from))
    const twice = moves.find(({ to }, at) => moves.findIndex((each) => each.to === to) !== at)
    const fault = twice
      ? `Two files would be called ${twice.to}.`
      : (moves.map((move) => moveFault(site, move, leaving)).find((each) => each !== null) ?? '')
    return { fault, change: fault === '' ? planMoves(site, moves) : NO_CHANGE }
  },
  /** What refers to files, with the line it stands on. */
  referrers: (site: SiteView, { paths }: { paths: readonly SitePath[] }) =>
    referrersTo(site, new Set(paths)).map((referrer) => ({
      ...referrer,
      line: placeOf(site.text(referrer.file), referrer.offset).line,
    })),
  /** The text of a new page. */
  newPage: (site: SiteView, { path, title, how, siteName }: NewPageAsk) =>
    newPageText(site, path, title, how, siteName),
  /** The blocks a page is made of. */
  blocks: (site: SiteView, { page }: { page: SitePath }) => blocksOf(site.page(page)),
  /** Every shared part of the site. */
  parts: (site: SiteView) => partViews(site),
  /** A block made a shared part. */
  share: (site: SiteView, ask: Parameters<typeof planShare>[1]) => planShare(site, ask),
  /** A shared part with another text. */
  part: (site: SiteView, { name, page, text }: PartAsk) => planPart(site, name, { path: page, text }),
  /** A shared part let go. */
  unshare: (site: SiteView, { name }: { name: string }): SiteChange => ({
    ...NO_CHANGE,
    texts: planUnshare(site, name),
  }),
  /** The navigations of a page. */
  navigations: (site: SiteView, { page }: { page: SitePath }) => navigationsOf(site, page),
  /** A navigation edited on every page that has it. */
  navEdit: (site: SiteView, { page, index, edit }: NavEditAsk) => planNavEdit(site, page, index, edit),
  /** An element put into another one. */
  wrap: (site: SiteView, ask: WrapAsk) => planWrap(site, ask),
  /** What each page weighs. */
  weights: (site: SiteView) => site.pagePaths.map((path) => weightOf(site, path)),
}
