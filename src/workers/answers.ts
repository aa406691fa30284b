import { swatchReach } from '../core/color/uses.ts'
import { contrastOffer } from '../core/contrast/offer.ts'
import { FitCheck } from '../core/fit/check.ts'
import { FitSite } from '../core/fit/fit-site.ts'
import { RULES } from '../core/fit/rules/index.ts'
import { imagesOf } from '../core/fit/images.ts'
import type { SiteModel } from '../core/fit/site-model.ts'
import { planLift } from '../core/lift/plan.ts'
import { counterpart, wrapElement, wrapFault } from '../core/markup/wrap.ts'
import { reachOf } from '../core/selectors/reach.ts'
import { parseSheet } from '../core/sheet/parse.ts'
import { blocksOf } from '../core/site/blocks.ts'
import { NO_CHANGE } from '../core/site/change.ts'
import { planMoves, referrersTo } from '../core/site/move.ts'
import { moveFault } from '../core/site/move-fault.ts'
import { navigationsOf, planNavEdit } from '../core/site/nav-edit.ts'
import { newPageText } from '../core/site/new-page.ts'
import { commonVersion, partsOf, planPart, planShare, planUnshare } from '../core/site/share.ts'
import { fileDoc } from '../core/site/step.ts'
import { weightOf } from '../core/site/weights.ts'
import { missedBy, roleSpecimens, sizesOf, textOf } from '../core/type/roles.ts'
import { unusedFaces } from '../core/type/used-faces.ts'
import { placeOf } from '../core/text/place.ts'
import type { LongQuestion, PartView, Question, Questions, WrapView } from './protocol.ts'

/** How many letters of how many pages tell how often each occurs. */
const PROSE_PAGES = 20
const PROSE_LETTERS = 4000

type Answers = { readonly [Q in Exclude<Question, LongQuestion>]: (ask: Questions[Q]['ask']) => Questions[Q]['answer'] }

/** What the worker answers at once, question by question. */
export function answersOf(model: SiteModel, check: FitCheck): Answers {
  return {
    attach: ({ paths }) => model.attach(paths),
    reach: ({ selector }) => model.reachReport(selector),
    inspect: ({ page, index, viewport, pseudo }) => model.inspect(page, index, viewport, pseudo),
    offers: ({ page, index, property, value, viewport, pseudo }) =>
      model.offers(page, index, property, value, viewport, pseudo),
    rivals: ({ selector, properties }) => model.rivals(selector, properties),
    boxTargets: () => model.boxTargets(),
    rules: () =>
      RULES.map(({ id, severity, prevents, title, explanation }) => ({ id, severity, prevents, title, explanation })),
    fix: ({ findings }) => check.fix(findings),
    moves: ({ moves }) => {
      const leaving = new Set(moves.map(({ from }) => from))
      const twice = moves.find(({ to }, at) => moves.findIndex((each) => each.to === to) !== at)
      const fault = twice
        ? `Two files would be called ${twice.to}.`
        : (moves.map((move) => moveFault(model, move, leaving)).find((each) => each !== null) ?? '')
      return { fault, change: fault === '' ? planMoves(model, moves) : NO_CHANGE }
    },
    referrers: ({ paths }) =>
      referrersTo(model, new Set(paths)).map((referrer) => ({
        ...referrer,
        line: placeOf(model.text(referrer.file), referrer.offset).line,
      })),
    newPage: ({ path, title, how, siteName }) => newPageText(model, path, title, how, siteName),
    blocks: ({ page }) => blocksOf(model.page(page)),
    parts: () =>
      [...partsOf(model)].map(([name, places]): PartView => {
        const common = commonVersion(model, places)
        return {
          name,
          pages: places.map(({ path }) => path),
          from: common?.block.path ?? places[0]!.path,
          text: common?.block.text ?? '',
          drifted: places
            .filter(({ path, place }) => !place.block || common?.forms.get(path) !== common?.form)
            .map(({ path }) => path),
        }
      }),
    share: (ask) => planShare(model, ask),
    part: ({ name, page, text }) => planPart(model, name, { path: page, text }),
    unshare: ({ name }) => ({ ...NO_CHANGE, texts: planUnshare(model, name) }),
    navigations: ({ page }) => navigationsOf(model, page),
    navEdit: ({ page, index, edit }) => planNavEdit(model, page, index, edit),
    wrap: (ask) => wrapOn(model, ask),
    images: () => imagesOf(new FitSite(model)),
    weights: () => model.pagePaths.map((path) => weightOf(model, path)),
    lift: (choices) => planLift(model, choices),
    swatchReach: ({ name }) =>
      swatchReach(
        model.context().readSheet(model.sheetPath) ?? parseSheet(''),
        name,
        model.pagePaths,
        (page, selector) => reachOf(model.page(page), selector).map(({ index }) => index),
      ),
    contrastOffer: ({ pair, viewport }) => contrastOffer(model, pair, viewport),
    specimens: ({ viewport }) => roleSpecimens(model, viewport),
    missed: ({ selector, joined, viewport }) => missedBy(model, selector, joined, viewport),
    sizes: ({ selector, viewport }) => sizesOf(model, selector, viewport),
    unusedFaces: () => {
      const sheet = model.context().readSheet(model.sheetPath)
      const others = model.wornSheets.filter(({ path }) => path !== model.sheetPath).map(({ sheet: { text } }) => text)
      return sheet
        ? unusedFaces(sheet, {
            sheetPath: model.sheetPath,
            pagePaths: model.pagePaths,
            page: (path) => model.page(path),
            others,
          }).map(({ rule }) => rule.from)
        : []
    },
    prose: () =>
      model.pagePaths
        .slice(0, PROSE_PAGES)
        .map((path) => textOf(model.page(path), model.page(path).root, PROSE_LETTERS))
        .join(' '),
  }
}

function wrapOn(model: SiteModel, { page: path, index, wrapper, caption, all }: Questions['wrap']['ask']): WrapView {
  const element = model.page(path).elements[index]
  const fault = element ? wrapFault(model.page(path), element, wrapper) : 'There is no such element any more.'
  if (!element || fault !== '') return { fault, pages: [], change: NO_CHANGE }
  const outcomes = (all ? model.pagePaths : [path]).map((each) => {
    const page = model.page(each)
    const other = each === path ? element : counterpart(page, element)
    if (!other)
      return { page: each, state: 'lacks' as const, why: 'Nothing stands there in the same place.', splices: [] }
    const why = wrapFault(page, other, wrapper)
    return why === ''
      ? { page: each, state: 'changed' as const, why, splices: wrapElement(page, other, wrapper, caption) }
      : { page: each, state: 'skipped' as const, why, splices: [] }
  })
  return {
    fault,
    pages: outcomes.map(({ page, state, why }) => ({ page, state, why })),
    change: {
      ...NO_CHANGE,
      texts: outcomes
        .filter(({ splices }) => splices.length > 0)
        .map(({ page, splices }) => ({ doc: fileDoc(page), splices })),
    },
  }
}
