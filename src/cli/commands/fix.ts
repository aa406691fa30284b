import { existsSync, mkdirSync, writeFileSync } from 'node:fs'
import path from 'node:path'
import { FitCheck, isPlain, lookThrough, planFix } from '../../core/fit/check.ts'
import type { Finding } from '../../core/fit/finding.ts'
import { ruleNamed, RULES } from '../../core/fit/rules/index.ts'
import { referencesIn } from '../../core/markup/references.ts'
import { isNothing } from '../../core/site/change.ts'
import { closestName, targetOf, type SitePath } from '../../core/paths/paths.ts'
import type { SiteSnapshot } from '../../core/model/snapshot.ts'
import type { Viewport } from '../../core/values/media.ts'
import { measureImages } from '../measured-files.ts'
import { readSite } from '../read-site.ts'
import { carryOut, copySite, writable } from '../site-copy.ts'
import { WrongUse } from '../wrong-use.ts'
import { faultWords } from './check.ts'

/** One fix may make way for another, but not for ever. */
const ROUNDS = 6

/** What `fix` did. */
export interface Fixed {
  /** Findings mended, by rule. */
  readonly fixed: Readonly<Record<string, number>>
  readonly left: number
  /** Findings that have a fix which is not plain, by rule: each of those is asked for by its name. */
  readonly asks: Readonly<Record<string, number>>
  /** What could not be read or checked, in sentences. */
  readonly faults: readonly string[]
}

/** Writes a mended copy of a folder into another one; the folder itself is only read. Throws {@link WrongUse}. */
export async function fix(
  folder: string,
  out: string,
  rule: string | undefined,
  viewport: Viewport,
  sheet?: string,
): Promise<Fixed> {
  const to = path.resolve(out)
  if (rule !== undefined && !ruleNamed(rule)?.fix) {
    const close = closestName(
      rule,
      RULES.filter((each) => each.fix).map(({ id }) => id),
    )
    throw new WrongUse(
      ruleNamed(rule)
        ? `What ${rule} finds has no safe fix; it needs a decision of yours.`
        : `There is no rule ${rule}.${close ? ` The closest one is ${close}.` : ''}`,
    )
  }
  const site = await measureImages(readSite(folder, viewport, sheet), folder)
  copySite(folder, out)
  const wanted = (model: SiteSnapshot, finding: Finding) =>
    finding.fixable && (rule === undefined ? isPlain(model, [finding]) : finding.rule === rule)
  const fixed: Record<string, number> = {}
  // What is mended is looked for alone; by all rules the copy is looked at once, as it has become.
  const mending = new FitCheck(
    undefined,
    RULES.filter(({ id, fix, plain }) => fix && (rule === undefined ? plain : id === rule)),
  )
  let { model } = site
  for (let round = 0; round < ROUNDS; round++) {
    const mendable = lookThrough(model, mending).findings.filter((finding) => wanted(model, finding))
    const change = writable(to, planFix(model, mendable))
    if (isNothing(change)) break
    carryOut(to, change)
    model = model.after(change)
    for (const each of mendable) fixed[each.rule] = (fixed[each.rule] ?? 0) + 1
  }
  if (Object.keys(fixed).length > 0) writeMissingSheet(model, to)
  const { findings, faults } = lookThrough(model, mending.byAllRules())
  const asks = countByRule(findings.filter((finding) => finding.fixable && !wanted(model, finding)))
  return { fixed, left: findings.length, asks, faults: [...site.unread, ...faults.map(faultWords)] }
}

function countByRule(findings: readonly Finding[]): Record<string, number> {
  const counts: Record<string, number> = {}
  for (const { rule } of findings) counts[rule] = (counts[rule] ?? 0) + 1
  return counts
}

/** What was done, and what was left and why, for people. */
export function fixText({ fixed, left, asks }: Fixed, out: string): string {
  const places = (count: number) => `${count} ${count === 1 ? 'place' : 'places'}`
  const done = Object.entries(fixed).map(([rule, count]) => `  ${rule}: ${count} mended`)
  const asking = Object.entries(asks).map(
    ([rule, count]) =>
      `  ${rule}: ${places(count)}. ${ruleNamed(rule)?.alsoSeen ?? ruleNamed(rule)?.explanation ?? ''}`,
  )
  return [
    ...done,
    done.length === 0
      ? `Nothing was mended; ${out} is a plain copy.`
      : `${out} holds the mended copy. ${left === 0 ? 'Nothing is left.' : `${left} ${left === 1 ? 'finding is' : 'findings are'} left.`}`,
    ...(asking.length > 0
      ? ['Left, because the pages may look different then; mend one kind with --rule:', ...asking]
      : []),
  ].join('\n')
}

/** A sheet that pages now link to, and that is not there, is begun: what is linked must be found. */
function writeMissingSheet(model: SiteSnapshot, folder: string): void {
  const { sheetPath } = model
  const isLinked = (page: SitePath) =>
    referencesIn(model.page(page)).some(({ kind, url }) => {
      const target = kind === 'sheet' ? targetOf(page, url) : null
      return target?.kind === 'site' && target.path === sheetPath
    })
  if (existsSync(path.join(folder, sheetPath)) || !model.pagePaths.some(isLinked)) return
  mkdirSync(path.dirname(path.join(folder, sheetPath)), { recursive: true })
  writeFileSync(path.join(folder, sheetPath), '/* The look that all pages share. */\n')
}
