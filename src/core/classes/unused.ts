import { splitAtCommas } from '../css/tokens.ts'
import type { SiteSnapshot } from '../model/snapshot.ts'
import { parseSheet, type Sheet, type StyleRule } from '../sheet/parse.ts'
import { removeRules } from '../sheet/remove.ts'
import { styleRules } from '../sheet/walk.ts'
import { NO_CHANGE, type SiteChange } from '../site/change.ts'
import type { Splice } from '../text/splice.ts'
import { planTakeAway } from './apply.ts'
import { allNames } from './all-names.ts'
import { namesInCss, type NameKind } from './names-in-css.ts'
import { isNamedInScript } from './rename.ts'

/** Names that only pages or only stylesheets know, taken away. */
export interface Cleared {
  readonly change: SiteChange
  readonly names: number
  /** Names that a script may mean: they stay. */
  readonly inScripts: readonly string[]
  /** Whether pages load scripts from files, which are not read: those may mean any name. */
  readonly unreadScripts: boolean
}

/**
 * Plans to take away what does nothing: classes of elements that no rule names, or selectors for classes and ids that no page has.
 * Names that stand in a script stay.
 */
export function planClear(site: SiteSnapshot, where: 'pages' | 'sheet'): Cleared {
  const unused = allNames(site).filter(({ kind, elements, rules }) =>
    where === 'pages' ? kind === 'class' && rules === 0 : elements === 0,
  )
  const scripts = site.pagePaths.flatMap((path) =>
    site.page(path).elements.flatMap(({ tag, rawText }) => (tag === 'script' && rawText ? [rawText.text] : [])),
  )
  const isInScript = ({ name }: { name: string }) => scripts.some((script) => isNamedInScript(script, name))
  const gone = unused.filter((name) => !isInScript(name))
  const inScripts = unused.filter(isInScript).map(({ kind, name }) => `${kind === 'class' ? '.' : '#'}${name}`)
  const names = gone.map(({ name }) => name)
  const change = where === 'pages' ? planTakeAway(site, names) : fromSheets(site, gone)
  const unreadScripts = site.pagePaths.some((path) =>
    site.page(path).elements.some(({ tag, attributes }) => tag === 'script' && attributes.has('src')),
  )
  return { change, names: gone.length, inScripts, unreadScripts }
}

interface Name {
  readonly kind: NameKind
  readonly name: string
}

function fromSheets(site: SiteSnapshot, names: readonly Name[]): SiteChange {
  const gone = new Set(names.map(({ kind, name }) => `${kind} ${name}`))
  const texts = site.sheetTexts.map(({ doc, text }) => ({ doc, splices: withoutNames(parseSheet(text), gone) }))
  return { ...NO_CHANGE, texts: texts.filter(({ splices }) => splices.length > 0) }
}

function withoutNames(sheet: Sheet, gone: ReadonlySet<string>): Splice[] {
  const dead = namesInCss(sheet).filter(({ kind, name }) => gone.has(`${kind} ${name}`))
  const whole: StyleRule[] = []
  const splices: Splice[] = []
  for (const { rule } of styleRules(sheet)) {
    const { from, to } = rule.selectorRange
    const parts = splitAtCommas(sheet.text.slice(from, to))
    // In `:not(.gone)` or `:is(.gone, .here)` the rest still finds something.
    const isDead = parts.map((part) =>
      dead.some(
        (name) =>
          from + part.from <= name.from &&
          name.to <= from + part.to &&
          !/[(]/.test(sheet.text.slice(from + part.from, name.from)),
      ),
    )
    if (isDead.every(Boolean)) whole.push(rule)
    else if (isDead.some(Boolean)) {
      const kept = parts.filter((_, at) => !isDead[at]).map(({ text }) => text)
      const glue = /,(\s*)/.exec(sheet.text.slice(from, to))?.[1] ?? ' '
      splices.push({ from, to, insert: kept.join(`,${glue}`) })
    }
  }
  const outermost = whole.filter(
    (rule) => !whole.some((other) => other !== rule && other.from <= rule.from && rule.to <= other.to),
  )
  return [
    ...splices.filter(({ from }) => !outermost.some((rule) => rule.from <= from && from < rule.to)),
    ...removeRules(sheet, outermost),
  ]
}
