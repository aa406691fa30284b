import type { RuleEdit } from './messages.ts'

/** A stylesheet of the page, kept equal to a list of rule texts by changing only the rules that differ. */
export interface LiveSheet {
  /** Makes it equal to this list, whatever it held before. */
  adopt(rules: readonly string[]): void
  /** Applies a change to the list it was given last. */
  patch(edit: RuleEdit): void
}

/**
 * Takes hold of a stylesheet whose rules may be read and changed. Rules that the browser does not take (bad selectors,
 * unknown at-rules) stay in the list, so that places in the list and in the browser are always known from each other.
 */
export function liveSheet(sheet: CSSStyleSheet): LiveSheet {
  /** For each rule of the list whether the browser holds it. */
  let taken: boolean[] = []

  const replaceRule = (at: number, text: string): boolean => {
    const old = sheet.cssRules[at]
    const next = scratchRule(text)
    if (!(old instanceof CSSStyleRule) || !(next instanceof CSSStyleRule)) return false
    if (old.selectorText !== next.selectorText || old.cssRules.length > 0 || next.cssRules.length > 0) return false
    setDeclarations(old.style, next.style)
    return true
  }

  const insert = (text: string, at: number): boolean => {
    try {
      sheet.insertRule(text, at)
      return true
    } catch {
      return false
    }
  }

  const liveIndex = (at: number) => taken.slice(0, at).filter(Boolean).length

  const patch = ({ at, remove, insert: texts }: RuleEdit) => {
    const from = liveIndex(at)
    if (remove === 1 && texts.length === 1 && taken[at] && replaceRule(from, texts[0]!)) return
    const gone = taken.slice(at, at + remove).filter(Boolean).length
    for (let count = 0; count < gone; count++) sheet.deleteRule(from)
    let place = from
    const held = texts.map((text) => {
      const done = insert(text, place)
      if (done) place++
      return done
    })
    taken.splice(at, remove, ...held)
  }

  return {
    patch,
    adopt(rules) {
      const wanted = rules.map((text) => scratchRule(text)?.cssText ?? (isImport(text) ? importMark(text) : null))
      const live = [...sheet.cssRules].map((rule) =>
        rule instanceof CSSImportRule ? importMark(rule.cssText) : rule.cssText,
      )
      const valid = wanted.filter((text) => text !== null)
      let start = 0
      while (start < live.length && start < valid.length && live[start] === valid[start]) start++
      let tail = 0
      while (tail < live.length - start && tail < valid.length - start && live.at(-1 - tail) === valid.at(-1 - tail))
        tail++
      // What the list calls its first differing rule, past the equal ones at both ends.
      const placeOf = (index: number) => {
        let seen = 0
        for (let at = 0; at < wanted.length; at++) {
          if (wanted[at] === null) continue
          if (seen === index) return at
          seen++
        }
        return wanted.length
      }
      const first = placeOf(start)
      const last = placeOf(valid.length - tail)
      for (let count = live.length - tail; count > start; count--) sheet.deleteRule(start)
      taken = wanted.map((text) => text !== null)
      let place = start
      for (let at = first; at < last; at++) {
        taken[at] = insert(rules[at]!, place)
        if (taken[at]) place++
      }
    },
  }
}

/** Makes one block say what another says; where only values differ, only those are written: it costs the browser least. */
function setDeclarations(style: CSSStyleDeclaration, wanted: CSSStyleDeclaration): void {
  const names = [...wanted]
  if (names.length !== style.length || names.some((name, at) => style[at] !== name)) {
    style.cssText = wanted.cssText
    return
  }
  for (const name of names) {
    const [value, priority] = [wanted.getPropertyValue(name), wanted.getPropertyPriority(name)]
    if (style.getPropertyValue(name) !== value || style.getPropertyPriority(name) !== priority)
      style.setProperty(name, value, priority)
  }
}

let scratch: CSSStyleSheet | null = null

/** The rule as the browser reads it, from a sheet that styles nothing; null when the browser does not take it. Read it before asking for the next. */
function scratchRule(text: string): CSSRule | null {
  scratch ??= new CSSStyleSheet({ baseURL: document.baseURI })
  while (scratch.cssRules.length > 0) scratch.deleteRule(0)
  try {
    scratch.insertRule(text)
    return scratch.cssRules[0] ?? null
  } catch {
    return null
  }
}

function isImport(text: string): boolean {
  return /^@import\b/i.test(text)
}

/** Imports cannot be read in a scratch sheet, so they are known by the address they name. */
function importMark(text: string): string {
  return `@import ${/["'(]\s*["']?([^"')]+)/.exec(text)?.[1] ?? text}`
}
