import path from 'node:path'
import { isNothing } from '../../core/site/change.ts'
import { TIDY_KINDS, TIDY_WORDS, USUAL_KINDS, type TidyKind } from '../../core/tidy/words.ts'
import { formatSchema, USUAL_FORMAT, type FormatSettings } from '../../core/tidy/formatted.ts'
import { tidySheet, type TidyPlan } from '../../core/tidy/tidy.ts'
import type { Viewport } from '../../core/values/media.ts'
import { readSite } from '../read-site.ts'
import { carryOut, copySite, writable } from '../site-copy.ts'
import { WrongUse } from '../wrong-use.ts'

/** Writes a copy of a site with its sheet tidied; the folder itself is only read. Throws {@link WrongUse}. */
export function tidy(
  folder: string,
  out: string,
  asked: { readonly only?: string | undefined; readonly format?: string | undefined },
  viewport: Viewport,
  sheet?: string,
): TidyPlan {
  const kinds = kindsOf(asked.only)
  const format = asked.format === undefined ? null : formatFrom(asked.format)
  const { model } = readSite(folder, viewport, sheet)
  if (!model.sheet(model.sheetPath))
    throw new WrongUse(`${folder} has no sheet to tidy. Name it with --sheet, such as --sheet css/site.css.`)
  copySite(folder, out)
  const run = tidySheet(model, model.sheetPath, { kinds, format })
  for (;;) {
    const next = run.next()
    if (!next.done) continue
    const change = writable(path.resolve(out), next.value.change)
    if (!isNothing(change)) carryOut(path.resolve(out), change)
    return next.value
  }
}

function kindsOf(only: string | undefined): readonly TidyKind[] {
  if (only === undefined) return USUAL_KINDS
  const names = only.split(',').map((name) => name.trim())
  const unknown = names.find((name) => !(TIDY_KINDS as readonly string[]).includes(name))
  if (unknown !== undefined) throw new WrongUse(`There is no “${unknown}” to tidy. There are ${TIDY_KINDS.join(', ')}.`)
  if (names.includes('nest') && names.includes('flat'))
    throw new WrongUse('nest and flat undo each other: ask for one of them.')
  return names as TidyKind[]
}

/** Settings written as `indent=4,quotes=double`; what is left out is as usual. */
function formatFrom(text: string): FormatSettings {
  const pairs = text.split(',').map((pair) => pair.trim().split('=') as [string, string?])
  const says = Object.fromEntries(pairs.map(([name, value = '']) => [name, READ.get(value) ?? value]))
  const found = formatSchema.safeParse({ ...USUAL_FORMAT, ...says })
  if (found.success) return found.data
  throw new WrongUse(
    `“${text}” is no format. Say it as indent=2 (0 to 8, or tab), rules=lines or line, blank=yes or no, hex=kept, lower or upper, quotes=kept, double or single; with commas between.`,
  )
}

const READ = new Map<string, unknown>([
  ['yes', true],
  ['no', false],
  ...Array.from({ length: 9 }, (_, spaces): [string, number] => [String(spaces), spaces]),
])

/** What was tidied, as lines of text. */
export function tidyText({ done, left, rules, size, proof, unproved }: TidyPlan): string {
  const kinds = TIDY_KINDS.flatMap((kind) => {
    const says = done.filter((each) => each.kind === kind)
    return says.length === 0
      ? []
      : [`${TIDY_WORDS[kind].title}: ${says.length}`, ...says.map((each) => `  ${each.says}`)]
  })
  const undone = left.map(
    ({ says, difference: { element, page, property, pseudo, before, after, while: state, why } }) =>
      `  Left: ${says} Then ${property} of ${element}${pseudo === '' ? '' : `::${pseudo}`} on ${page}${state === '' ? '' : `, ${state},`} would be ${after}, not ${before}. ${why}`,
  )
  return [
    ...(unproved === '' ? [] : [unproved]),
    ...kinds,
    ...undone,
    ...(kinds.length === 0 ? ['The sheet is tidy.'] : [summary(rules, size, proof)]),
  ].join('\n')
}

function summary(
  [from, to]: TidyPlan['rules'],
  [large, small]: TidyPlan['size'],
  { values, pages }: TidyPlan['proof'],
): string {
  const kilobytes = (characters: number) => `${(characters / 1000).toFixed(1)} kB`
  return `${from} rules became ${to}, ${kilobytes(large)} became ${kilobytes(small)}; ${values.toLocaleString('en')} values on ${pages} ${pages === 1 ? 'page that wears' : 'pages that wear'} it are the same.`
}
