import { importedBy, importsOf, type ImportPrelude } from '../cascade/import.ts'
import { Token, tokensOf } from '../css/tokens.ts'
import type { SitePath } from '../paths/paths.ts'
import type { Rule, Sheet } from '../sheet/parse.ts'
import { applySplices } from '../text/splice.ts'
import { retargetSheet } from './retarget.ts'

/** A stylesheet and where it lies. */
interface At {
  readonly path: SitePath
  readonly sheet: Sheet
}

/** What stands for a stylesheet's text, and which ones have to be put in because of what they say. */
interface Reading {
  readonly read: (path: SitePath) => Sheet | null
  readonly isWanted: (path: SitePath) => boolean
}

/** So many imports are followed, and so deep: stylesheets that import each other over and over would have no end. */
const MOST_PUT_IN = 200
const MOST_DEEP = 30

/** What was put in counts against what may be. */
interface Putting extends Reading {
  readonly budget: { left: number }
}

/**
 * The text of a stylesheet with rules in the place of those imports that lead to wanted stylesheets, and of all imports
 * behind them, for no import may stand behind a rule (CSS Cascade 5, section 2). What else is imported there, from other
 * servers, is left out. Addresses are written as from the stylesheet itself. Unchanged where there is too much to put in.
 */
export function inlineImports(at: At, reading: Reading): string {
  const first = at.sheet.rules.findIndex((rule) => leadsTo(at, rule, reading))
  if (first < 0) return at.sheet.text
  const budget = { left: MOST_PUT_IN }
  const text = pieces(at, { ...reading, budget }, first, new Set([at.path]))
  return budget.left < 0 ? at.sheet.text : text
}

/** Whether an import brings a wanted stylesheet, by itself or through others. */
function leadsTo({ path }: At, rule: Rule, { read, isWanted }: Reading): boolean {
  const met = new Set(importsOf({ rules: [rule] }, path))
  // The set grows while it is walked.
  for (const each of met) {
    const sheet = read(each)
    if (sheet && isWanted(each)) return true
    for (const next of sheet ? importsOf(sheet, each) : []) met.add(next)
  }
  return false
}

/** The text with all imports from a rule on replaced; `around` are the stylesheets it is being put into. */
function pieces({ path, sheet }: At, reading: Putting, from: number, around: ReadonlySet<SitePath>): string {
  const imports = sheet.rules.slice(from).flatMap((rule) => {
    if (rule.kind !== 'at' || rule.name !== 'import') return []
    return [{ from: rule.from, to: rule.to, insert: putIn(path, rule, reading, around) }]
  })
  return applySplices(sheet.text, imports)
}

function putIn(into: SitePath, rule: Rule, reading: Putting, around: ReadonlySet<SitePath>): string {
  const wanted = importedBy(rule, into)
  const sheet = wanted && reading.read(wanted.path)
  // Browsers leave out a stylesheet that imports itself.
  if (!wanted || !sheet || around.has(wanted.path)) return ''
  const { path } = wanted
  const { budget } = reading
  if (around.size > MOST_DEEP) budget.left = -1
  if (budget.left < 0 || --budget.left < 0) return ''
  const text = pieces({ path, sheet }, reading, 0, new Set([...around, path]))
  const moved = retargetSheet(text, { from: path, to: into, moved: (each) => each, exists: () => true })
  return wrapped(closed(applySplices(text, moved)), wanted)
}

function wrapped(text: string, { layer, supports, media }: ImportPrelude): string {
  const inLayer = layer === null ? text : `@layer ${layer} {\n${text}\n}`
  const where = supports === null ? inLayer : `@supports (${supports}) {\n${inLayer}\n}`
  return media === '' ? where : `@media ${media} {\n${where}\n}`
}

const CLOSES: Readonly<Record<string, string>> = { '{': '}', '(': ')', '[': ']' }

/** A text in which nothing is left open: the end of a file closes all (CSS Syntax 3, section 5), but here more follows. */
function closed(text: string): string {
  const open: string[] = []
  let last = ''
  let lastType: number | undefined
  for (const { type, from, to } of tokensOf(text)) {
    last = text.slice(from, to)
    lastType = type
    const closes = CLOSES[last.at(-1)!]
    if (type !== Token.String && type !== Token.Comment && type !== Token.Url && closes) open.push(closes)
    else if (open.at(-1) === last) open.pop()
  }
  return text + endOf(last, lastType) + open.reverse().join('')
}

/** What ends a last token that the end of the file has ended. */
function endOf(token: string, type: number | undefined): string {
  if (token.startsWith('/*')) return token.length > 3 && token.endsWith('*/') ? '' : '*/'
  if (/^["']/.test(token)) return token.length > 1 && token.endsWith(token[0]!) ? '' : token[0]!
  return (type === Token.Url || type === Token.BadUrl) && !token.endsWith(')') ? ')' : ''
}
