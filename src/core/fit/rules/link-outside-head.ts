import type { PageRule } from '../finding.ts'
import { removeLine } from '../../markup/remove.ts'
import { elementsNamed, type Page, type PageElement } from '../../markup/tree.ts'
import { joinChanges, NO_CHANGE } from '../../site/change.ts'
import { fileDoc } from '../../site/step.ts'
import { indentAt, lineEndOf } from '../../text/place.ts'
/** A link to a stylesheet in the body. */
export const linkOutsideHead: PageRule = {
  id: 'link-outside-head',
  severity: 'warning',
  prevents: 'arriving',
  title: 'The link stands outside the head',
  explanation: 'The page first shows without the sheet and then jumps. In the head it is loaded before anything shows.',
  scope: 'page',
  check: ({ page, path }) =>
    outside(page).map(({ place, attributes }) => ({
      file: path,
      from: place!.startTag.from,
      to: place!.startTag.to,
      cause: 'A link to a stylesheet stands in the body, so the page shows unstyled for a moment.',
      message: `The link to ${attributes.get('href') ?? 'a stylesheet'} stands in the body, so the page shows unstyled for a moment. It belongs into the head.`,
      fixable: true,
    })),
  fix: (site, found) =>
    joinChanges(
      [...new Set(found.map(({ file }) => file))].map((path) => {
        const { page } = site.page(path)
        const head = page.elements.find(({ tag }) => tag === 'head')
        const last = head?.children.filter(({ place }) => place).at(-1)
        const links = outside(page).filter(({ place }) =>
          found.some((each) => each.file === path && each.from === place!.startTag.from),
        )
        const at = last?.place ? last.place.to : head?.place?.startTag.to
        if (at === undefined) return NO_CHANGE
        const model = last?.place?.from ?? head!.place!.startTag.from
        const eol = lineEndOf(page.text)
        const inserted = links
          .map(
            ({ place }) =>
              eol + indentAt(page.text, model) + (last ? '' : '  ') + page.text.slice(place!.from, place!.to),
          )
          .join('')
        return {
          ...NO_CHANGE,
          texts: [
            {
              doc: fileDoc(path),
              splices: [
                { from: at, to: at, insert: inserted },
                ...links.map(({ place }) => removeLine(page.text, place!)),
              ],
            },
          ],
        }
      }),
    ),
}

function outside(page: Page): PageElement[] {
  return elementsNamed(page, 'link').filter(
    ({ attributes, place, parent }) =>
      place &&
      /\bstylesheet\b/i.test(attributes.get('rel') ?? '') &&
      parent?.tag !== 'head' &&
      parent?.tag !== 'noscript',
  )
}
