import path from 'node:path'
import { isNothing } from '../../core/site/change.ts'
import { TIDY_KINDS, TIDY_WORDS, type TidyKind } from '../../core/tidy/proposal.ts'
import { tidySheet, USUAL_KINDS, type TidyPlan } from '../../core/tidy/tidy.ts'
import type { Viewport } from '../../core/values/media.ts'
import { readSite } from '../read-site.ts'
import { carryOut, copySite, writable } from '../site-copy.ts'
import { WrongUse } from '../wrong-use.ts'

/** Writes a copy of a site with its sheet tidied; the folder itself is only read. Throws {@link WrongUse}. */
export function tidy(
  folder: string,
  out: string,
  only: string | undefined,
  viewport: Viewport,
  sheet?: string,
): TidyPlan {
  const kinds = kindsOf(only)
  const { model } = readSite(folder, viewport, sheet)
  if (!model.sheet(model.sheetPath))
    throw new WrongUse(`${folder} has no sheet to tidy. Name it with --sheet, such as --sheet css/site.css.`)
  copySite(folder, out)
  const run = tidySheet(model, model.sheetPath, kinds)
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
  return names as TidyKind[]
}

/** What was tidied, as lines of text. */
export function tidyText({ done, left, rules, size, proof }: TidyPlan): string {
  const kinds = TIDY_KINDS.flatMap((kind) => {
    const says = done.filter((each) => each.kind === kind)
    return says.length === 0
      ? []
      : [`${TIDY_WORDS[kind].title}: ${says.length}`, ...says.map((each) => `  ${each.says}`)]
  })
  const undone = left.map(
    ({ says, difference: { element, page, property, pseudo, before, after } }) =>
      `  Left: ${says} Then ${property} of ${element}${pseudo === '' ? '' : `::${pseudo}`} on ${page} would be ${after}, not ${before}.`,
  )
  return [...kinds, ...undone, ...(kinds.length === 0 ? ['The sheet is tidy.'] : [summary(rules, size, proof)])].join(
    '\n',
  )
}

function summary(
  [from, to]: TidyPlan['rules'],
  [large, small]: TidyPlan['size'],
  { values, pages }: TidyPlan['proof'],
): string {
  const kilobytes = (characters: number) => `${(characters / 1000).toFixed(1)} kB`
  return `${from} rules became ${to}, ${kilobytes(large)} became ${kilobytes(small)}; ${values.toLocaleString('en')} values on ${pages} ${pages === 1 ? 'page' : 'pages'} are the same.`
}
