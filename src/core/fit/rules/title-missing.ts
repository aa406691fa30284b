import { isForwarding } from '../../markup/forwarding.ts'
import type { PageRule } from '../finding.ts'
import { escapeText } from '../../markup/attributes.ts'
import { intoHead } from '../../markup/head.ts'
import { firstByTag, type Page } from '../../markup/tree.ts'
import { wordsOf } from '../../markup/words.ts'
import { joinChanges, NO_CHANGE } from '../../site/change.ts'
import { fileDoc } from '../../site/step.ts'
/** A page without a title. */
export const titleMissing: PageRule = {
  id: 'title-missing',
  severity: 'warning',
  prevents: 'reading',
  title: 'The page has no title',
  explanation:
    'The title stands on the browser’s tab, in bookmarks and in search results, and is the first thing a screen reader says.',
  // A title stands on the tab, and nowhere on the page.
  plain: () => true,
  scope: 'page',
  check: ({ page, path }) => {
    const title = firstByTag(page, 'title')
    if ((title && (title.rawText?.text ?? '').trim() !== '') || isForwarding(page)) return []
    const at = (title ?? firstByTag(page, 'head'))?.place?.startTag ?? { from: 0, to: 0 }
    const heading = headingOf(page)
    return [
      {
        file: path,
        from: at.from,
        to: at.to,
        cause: 'Pages have no title.',
        message: `The page has ${title ? 'an empty' : 'no'} <title>.${heading ? ` Its heading says “${heading}”.` : ''}`,
        fixable: heading !== '' && (title ? Boolean(title.place?.endTag) : Boolean(firstByTag(page, 'head')?.place)),
      },
    ]
  },
  fix: (site, found) =>
    joinChanges(
      found.map(({ file }) => {
        const { page } = site.page(file)
        const heading = escapeText(headingOf(page))
        const title = firstByTag(page, 'title')
        if (heading === '') return NO_CHANGE
        const splices = title?.place
          ? [
              {
                from: title.place.startTag.to,
                to: title.place.endTag?.from ?? title.place.startTag.to,
                insert: heading,
              },
            ]
          : intoHead(page, `<title>${heading}</title>`)
        return { ...NO_CHANGE, texts: [{ doc: fileDoc(file), splices }] }
      }),
    ),
}

function headingOf(page: Page): string {
  const heading = firstByTag(page, 'h1')
  return heading ? wordsOf(page, heading, 120) : ''
}
