import { floatsAmong } from '../../boxes/laid-in-part.ts'
import type { PageElement } from '../../markup/tree.ts'
import type { FitPage } from '../fit-site.ts'
import type { PageStyles } from '../../cascade/cascade.ts'
import { memo } from '../../text/memo.ts'
import { finderOf } from './named.ts'

const setsFloat = (property: string, value: string) => property === 'float' && !/^none/i.test(value)
const setsRow = (property: string, value: string) => property === 'display' && /flex|grid|var\(/i.test(value)

/** Elements of a page that something says may float. */
const maybeFloat = finderOf(({ property, value }) => setsFloat(property, value))
/** Elements of a page that something says may share a line with others, or set others so. */
const maybeInRow = finderOf(({ property, value }) => setsFloat(property, value) || setsRow(property, value))

/** What may make a row on a page; found once for each. */
export const maybeRows = memo(({ site, page }: FitPage): readonly PageElement[] => maybeInRow(site.model, page))

const floatsOn = memo(({ site, page }: FitPage): readonly PageElement[] => maybeFloat(site.model, page))

/** The floats of a page. */
export const floatsOf = (page: FitPage, styles: PageStyles): PageElement[] => floatsAmong(styles, floatsOn(page))
