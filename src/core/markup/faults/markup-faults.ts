import { memo } from '../../text/memo.ts'
import type { Page, PageElement } from '../tree.ts'
import { attributeFaults } from './attributes.ts'
import type { MarkupFault } from './fault.ts'
import { nestingFaults } from './nesting.ts'
import { regionFaults } from './regions.ts'
import { syntaxFaults } from './syntax.ts'
import { tagFaults } from './tags.ts'

/** Chromium puts what is nested deeper beside instead of inside (from memory). */
const DEEPEST = 512

const asHtml = memo((page: Page) => allFaults(page, false))
const asXml = memo((page: Page) => allFaults(page, true))

/**
 * What is wrong with a page's markup, in the order of the text. Everything is read from the tree that the HTML standard's
 * parser builds, and from what that parser had to mend; what may stand where comes from html-validate's element table.
 * `xml`: browsers read the page as XML, where a slash does close.
 */
export function markupFaults(page: Page, xml = false): readonly MarkupFault[] {
  return (xml ? asXml : asHtml)(page)
}

function allFaults(page: Page, xml: boolean): MarkupFault[] {
  const deep = deeperThan(page, DEEPEST)?.place?.startTag
  if (deep)
    return [
      {
        ...deep,
        kind: 'guessed',
        message: `Here elements stand in each other more than ${DEEPEST} deep, farther than browsers follow; end tags are missing before. What is below has not been checked.`,
      },
    ]
  const faults = [
    ...syntaxFaults(page),
    ...tagFaults(page, xml),
    ...regionFaults(page),
    ...nestingFaults(page),
    ...attributeFaults(page),
  ]
  const once = new Map(faults.map((fault) => [`${fault.from} ${fault.message}`, fault]))
  return [...once.values()].sort((a, b) => a.from - b.from)
}

/** The first element that stands in more than so many others. */
function deeperThan(page: Page, most: number): PageElement | undefined {
  const depths = new Int32Array(page.elements.length)
  for (const element of page.elements) {
    const depth = element.parent ? depths[element.parent.index]! + 1 : 0
    if (depth > most) return element
    depths[element.index] = depth
  }
  return undefined
}
