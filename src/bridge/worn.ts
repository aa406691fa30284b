import type { WornOnPage } from './messages.ts'
import { page, setAttribute, takeAttribute } from './own.ts'

/** Names the rules that an element wears, by their places in the list. No selector of a page asks for it. */
const NAME = 'attire-worn'

/**
 * Rules that make elements look as they do in a state, for a stylesheet of the bridge's own; `layer` keeps them above what the page says
 * with `!important` itself (CSS Cascade 5, section 6.1: of important declarations those in layers win).
 */
export function rulesForWorn(worn: readonly WornOnPage[]): string {
  for (const element of page.all(`[${NAME}]`)) takeAttribute(element, NAME)
  if (worn.length === 0) return ''
  const all = page.all('*')
  const names = new Map<Element, number[]>()
  for (const [at, { indices }] of worn.entries())
    for (const index of indices) {
      const element = all[index]
      if (element) names.set(element, [...(names.get(element) ?? []), at])
    }
  for (const [element, list] of names) setAttribute(element, NAME, list.join(' '))
  const rules = worn.map(({ pseudo, declarations }, at) => `[${NAME}~="${at}"]${pseudo}{${declarations}}`)
  return `@layer attire-worn{${rules.join('')}}`
}

/** Lets the transitions that have just begun go at a share of their speed. */
export function slowTransitions(pace: number): void {
  if (pace === 1) return
  for (const animation of page.animations()) if (animation instanceof CSSTransition) animation.updatePlaybackRate(pace)
}
