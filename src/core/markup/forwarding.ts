import { elementsNamed, type Page } from './tree.ts'

/** A delay, in seconds, within which nobody reads a page. */
const AT_ONCE = 5

/** Whether a page only sends visitors on to another one (HTML standard, 4.2.5.3, the refresh state): nobody gets to see it. */
export function isForwarding(page: Page): boolean {
  return elementsNamed(page, 'meta').some(({ attributes }) => {
    if (attributes.get('http-equiv')?.trim().toLowerCase() !== 'refresh') return false
    const [, seconds] = /^\s*(\d*)(?:\.\d*)?\s*[;,\s]\s*\S/.exec(attributes.get('content') ?? '') ?? []
    return seconds !== undefined && Number(seconds) <= AT_ONCE
  })
}
