import { memo } from '../text/memo.ts'
import type { AtRule, Declaration, Item, Rule, Sheet, StyleRule } from './parse.ts'

/** A style rule with what surrounds it: at-rules and outer style rules, outermost first. */
export interface PlacedRule {
  readonly rule: StyleRule
  readonly within: readonly Rule[]
}

/** Every style rule in source order, nested ones included. Half the screen asks for those of the same sheet. */
export const styleRules = memo((sheet: Pick<Sheet, 'rules'>): readonly PlacedRule[] => {
  const found: PlacedRule[] = []
  const visit = (items: readonly Item[], within: readonly Rule[]) => {
    for (const item of items) {
      if (item.kind === 'declaration') continue
      if (item.kind === 'style') found.push({ rule: item, within })
      if (item.nests && holdsRules(item)) visit(item.items, [...within, item])
    }
  }
  visit(sheet.rules, [])
  return found
})

/** Style rules that stand on the top level of the sheet, outside every at-rule. */
export function topStyleRules(sheet: Pick<Sheet, 'rules'>): StyleRule[] {
  return sheet.rules.filter((rule): rule is StyleRule => rule.kind === 'style')
}

/** The declarations that stand directly in a rule. */
export function declarationsOf(rule: Rule): Declaration[] {
  return rule.items.filter((item): item is Declaration => item.kind === 'declaration')
}

/** The `@font-face` rules of the top level. */
export function fontFaces(sheet: Pick<Sheet, 'rules'>): AtRule[] {
  return sheet.rules.filter((rule): rule is AtRule => rule.kind === 'at' && rule.name === 'font-face')
}

function holdsRules(rule: Rule): boolean {
  return (
    rule.kind === 'style' ||
    !['font-face', 'keyframes', '-webkit-keyframes', 'page', 'property', 'counter-style'].includes(rule.name)
  )
}
