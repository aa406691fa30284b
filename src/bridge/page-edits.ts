import type { PageEditInFrame } from './messages.ts'
import { childrenIn, page, setAttribute, takeAttribute, wordsIn, writeWords } from './own.ts'

/** Carries changes out on the page: all, or none where one does not find what it is to change. Says whether it did. */
export function carryOut(edits: readonly PageEditInFrame[]): boolean {
  const all = page.all('*')
  const acts: (() => void)[] = []
  for (const edit of edits) {
    const element = all[edit.index]
    if (!element) return false
    if (edit.kind === 'attribute') acts.push(() => put(element, edit.name, edit.value))
    else {
      const node = [...childrenIn(element)].filter((child) => child instanceof Text)[edit.at]
      if (!node || wordsIn(node) !== edit.before) return false
      acts.push(() => writeWords(node, edit.after))
    }
  }
  for (const act of acts) act()
  return true
}

const put = (element: Element, name: string, value: string | null) =>
  value === null ? takeAttribute(element, name) : setAttribute(element, name, value)
