import { laidInPart, widerThan } from '../../boxes/laid-in-part.ts'
import { pictureSizes } from '../../boxes/pictures.ts'
import { pxWords } from '../../boxes/row-words.ts'
import { isInTheWay, mayScroll } from '../../boxes/sideways.ts'
import type { KnownBox } from '../../boxes/used-box.ts'
import type { PageStyles } from '../../cascade/cascade.ts'
import { entriesFor, kindOf, placeOfEntry } from '../../cascade/entries.ts'
import { describeElement } from '../../markup/describe.ts'
import { elementsNamed, type PageElement } from '../../markup/tree.ts'
import { idOf } from '../../properties/longhands.ts'
import { placeOf } from '../../text/place.ts'
import { DESK } from '../../values/media.ts'
import type { Found, PageRule } from '../finding.ts'
import type { FitPage } from '../fit-site.ts'
import { floatsOf } from './may-share-line.ts'
import { maybeWide, PHONE } from './may-be-wide.ts'
import { fitsPhones, isLaidOut } from './usual-widths.ts'

/** A page that scrolls sideways on a phone, and the box that makes it do so. */
export const pageOverflow: PageRule = {
  id: 'page-overflow',
  severity: 'warning',
  prevents: 'reading',
  title: 'The page scrolls sideways on phones',
  explanation:
    'A box is wider than a phone’s window, so everything on the page can be pushed aside. A max-width of 100%, or a width that follows the window, holds it in.',
  scope: 'page',
  readsSheets: true,
  check: (page) => {
    if (!fitsPhones(page.page) || !isLaidOut(page)) return []
    const pictureSize = pictureSizes(page.site.model, page.path)
    const pictures = elementsNamed(page.page, 'img').filter((image) => (pictureSize(image)?.width ?? 0) > PHONE)
    const maybe = [...new Set([...maybeWide(page.site.model, page.page), ...pictures])]
    if (maybe.length === 0) return []
    const styles = page.site.model.someStylesOf(page.path, { width: PHONE, height: DESK.height })
    if (!mayScroll(styles)) return []
    const wide = widerThan(styles, maybe, PHONE, pictures)
    if (wide.length === 0) return []
    const boxes = laidInPart(styles, pictureSize, wide, floatsOf(page, styles))
    return wide.flatMap((element) => {
      const box = boxes[element.index]
      return box?.known && box.width > PHONE + 0.5 && isInTheWay(styles, boxes, element, PHONE)
        ? [found(page, styles, element, box)]
        : []
    })
  },
}

const SIZES = ['width', 'min-width'] as const

function found(page: FitPage, styles: PageStyles, element: PageElement, box: KnownBox): Found {
  const name = describeElement(element)
  const { startTag } = element.place!
  const words = `${name} is ${pxWords(box.width)} px wide on a window of ${PHONE} px`
  return {
    file: page.path,
    from: startTag.from,
    to: startTag.to,
    message: `${words}${whereSaid(page, styles, element)}: the page scrolls sideways.`,
    cause: `${words}: the page scrolls sideways.`,
  }
}

function whereSaid(page: FitPage, styles: PageStyles, element: PageElement): string {
  for (const property of SIZES) {
    const [entry] = entriesFor(styles.of(element), idOf(property))
    if (!entry || kindOf(entry) === 'user-agent') continue
    const { file, offset } = placeOfEntry(styles.cascade, entry, element)
    const where = file || page.path
    return ` (${property}, ${where} line ${placeOf(page.site.model.text(where), offset).line})`
  }
  return ''
}
