import { parseArgs } from 'node:util'
import { whyNothing } from '../core/selectors/why-nothing.ts'
import { WORN_STATES, type WornState } from '../core/selectors/states.ts'
import { SEVERITIES, type Severity } from '../core/fit/finding.ts'
import { DESK } from '../core/values/media.ts'
import { database, databaseText } from './commands/database.ts'
import { readFileSync, writeFileSync } from 'node:fs'
import { baselineOf, readBaseline, type Baseline } from '../core/fit/baseline.ts'
import { boxes, boxesText } from './commands/boxes.ts'
import { check, checkJson, checkText, fails, sarif } from './commands/check.ts'
import { colours, coloursText } from './commands/colours.ts'
import { contrast, contrastText } from './commands/contrast.ts'
import { classes, classesText, renameClass, renamedText } from './commands/classes.ts'
import { fix, fixText } from './commands/fix.ts'
import { reach } from './commands/reach.ts'
import { resolve } from './commands/resolve.ts'
import { rows, rowsText } from './commands/rows.ts'
import { states, statesText } from './commands/states.ts'
import { setAside } from './commands/set-aside.ts'
import { tidy, tidyText } from './commands/tidy.ts'
import { TIDY_KINDS, USUAL_KINDS } from '../core/tidy/words.ts'
import { traceOf, traceText } from './commands/trace.ts'
import { measureImages, openFonts } from './measured-files.ts'
import { pageNamed, readSite, type FolderSite } from './read-site.ts'
import { WrongUse } from './wrong-use.ts'

const USAGE = `Use: npm run --silent attire -- <command> <folder> [options]

  resolve <folder> --page P [--selector S] [--state hover|visited|focus|active] [--width ${DESK.width}] [--height ${DESK.height}] [--json]
      every element's every longhand, and where it comes from
  trace <folder> --page P --selector S --property color [--json]
      why the first element S finds has this value, and what was beaten
  reach <folder> --selector S [--json]
      how many elements S touches, on which pages
  check <folder> [--sheet css/site.css] [--fail-on error|warning|note] [--all|--json|--sarif]
                 [--baseline file] [--write-baseline file]
      the fit check: what is wrong with pages, sheet and files, by cause; with a baseline, only what is new since it was written
  set-aside <folder> --cause ID [--reason "…"]
      leaves a cause out of the check, with the reason in the folder’s attire.json; without a reason takes it up again
  fix <folder> --out <folder> [--rule id] [--sheet css/site.css] [--json]
      a copy of the site with all mended that is plainly meant or changes nothing that is seen; with --rule, one kind of all
      that can be mended; the folder itself is never changed
  tidy <folder> --out <folder> [--only merge,group,…] [--format indent=4,rules=line,…] [--sheet css/site.css] [--json]
      a copy of the site with its sheet tidied, where that is proved to change no computed value on any page: ${USUAL_KINDS.join(', ')};
      with --only also ${TIDY_KINDS.filter((kind) => !USUAL_KINDS.includes(kind)).join(', ')}; the folder itself is never changed
  colours <folder> [--json]
      swatches and colours written directly in the sheet, with their uses
  contrast <folder> [--width ${DESK.width}] [--json]
      every pairing of text and background on the pages, in every link state, with its WCAG 2.2 ratio
  boxes <folder> [--page P] [--selector S] [--width ${DESK.width}] [--json]
      how wide every box is, of what parts, and where its width is written; why not, where only a browser can tell
  rows <folder> [--page P] [--width ${DESK.width}] [--json]
      the boxes that share a line: their sum, the room there is, and at which viewport widths the row holds
  states <folder> [--page P] [--width ${DESK.width}] [--json]
      every kind of link in every state, with its contrast, and what of a state can never show
  classes <folder> [--json]
      every class and id of pages and sheet, and why one may be known on one side only
  rename-class <folder> --from a --to b --out <folder> [--json]
      a copy of the site in which a class has another name, in pages and sheet; the folder itself is never changed
  database [--json]
      checks the database of this Attire and gives back room that nothing needs; stop Attire first

Exit codes: 0 fine, 1 findings (as bad as --fail-on says, or worse; errors when it is left out) or something that tidy left undone, 2 wrong use or an error of Attire’s.`

const COMMANDS =
  'resolve trace reach check set-aside fix tidy colours contrast boxes rows states classes rename-class database'.split(
    ' ',
  )

/** Runs the command line; gives the exit code. */
export async function main(
  argv: readonly string[],
  out: (text: string) => void,
  complain: (text: string) => void,
): Promise<number> {
  try {
    return await run(argv, out, complain)
  } catch (error) {
    const wrongUse = error instanceof WrongUse || (error instanceof TypeError && 'code' in error)
    const message = error instanceof Error ? error.message : String(error)
    complain(
      wrongUse ? `${message}\n\n${USAGE}` : `Attire could not do this because of an error of its own: ${message}`,
    )
    return 2
  }
}

async function run(
  argv: readonly string[],
  out: (text: string) => void,
  complain: (text: string) => void,
): Promise<number> {
  const { values, positionals } = parseArgs({
    args: [...argv],
    allowPositionals: true,
    options: {
      page: { type: 'string' },
      only: { type: 'string' },
      format: { type: 'string' },
      selector: { type: 'string' },
      property: { type: 'string' },
      state: { type: 'string' },
      width: { type: 'string', default: `${DESK.width}` },
      height: { type: 'string', default: `${DESK.height}` },
      sheet: { type: 'string' },
      'fail-on': { type: 'string', default: 'error' },
      out: { type: 'string' },
      rule: { type: 'string' },
      from: { type: 'string' },
      to: { type: 'string' },
      cause: { type: 'string' },
      reason: { type: 'string' },
      baseline: { type: 'string' },
      'write-baseline': { type: 'string' },
      all: { type: 'boolean', default: false },
      json: { type: 'boolean', default: false },
      sarif: { type: 'boolean', default: false },
      help: { type: 'boolean', short: 'h', default: false },
    },
  })
  const [command, folder, ...rest] = positionals
  if (values.help || command === 'help') {
    out(USAGE)
    return 0
  }
  if (command === undefined) throw new WrongUse('Say what to do.')
  if (!COMMANDS.includes(command)) throw new WrongUse(`There is no command ${command}.`)
  if (command === 'database') {
    if (folder !== undefined) throw new WrongUse(`database takes no folder; “${folder}” is too much.`)
    const compacted = await database()
    out(values.json ? JSON.stringify(compacted) : databaseText(compacted))
    return compacted.faults.length > 0 ? 1 : 0
  }
  if (folder === undefined) throw new WrongUse('Say which folder holds the site.')
  if (rest.length > 0) throw new WrongUse(`One folder at a time; “${rest[0]}” is too much.`)
  const viewport = { width: pixels('width', values.width), height: pixels('height', values.height) }
  if (command === 'fix') {
    if (values.out === undefined) throw new WrongUse('Say where the mended copy goes: --out <folder>.')
    const { faults, ...done } = await fix(folder, values.out, values.rule, viewport, values.sheet)
    out(values.json ? JSON.stringify(done) : fixText({ faults, ...done }, values.out))
    faults.forEach(complain)
    return faults.length > 0 ? 2 : 0
  }
  if (command === 'tidy') {
    if (values.out === undefined) throw new WrongUse('Say where the tidied copy goes: --out <folder>.')
    const plan = tidy(folder, values.out, { only: values.only, format: values.format }, viewport, values.sheet)
    const { done, left, rules, size, proof } = plan
    out(
      values.json
        ? JSON.stringify({ done: done.map(({ kind, says }) => ({ kind, says })), left, rules, size, proof })
        : tidyText(plan),
    )
    return left.length > 0 ? 1 : 0
  }
  const site = readSite(folder, viewport, values.sheet)
  site.unread.forEach(complain)
  switch (command) {
    case 'resolve': {
      const page = pageNamed(site, values.page)
      if (values.state !== undefined && !WORN_STATES.includes(values.state as WornState))
        throw new WrongUse(`There is no state ${values.state}: it is one of ${WORN_STATES.join(', ')}.`)
      const elements = resolve(site, page, values.selector, values.state as WornState | undefined)
      out(
        values.json
          ? JSON.stringify({ elements })
          : elements
              .map(({ path, properties }) =>
                [
                  path,
                  ...Object.entries(properties)
                    .filter(([, { from }]) => from.kind !== 'initial')
                    .map(
                      ([name, { value, from }]) =>
                        `  ${name}: ${value}  ${from.kind}${from.file ? ` ${from.file} line ${from.line}` : ''}${from.selector ? ` ${from.selector}` : ''}`,
                    ),
                ].join('\n'),
              )
              .join('\n'),
      )
      return 0
    }
    case 'trace': {
      if (!values.selector || !values.property)
        throw new WrongUse('Say which element and property: --selector S --property color.')
      const page = pageNamed(site, values.page)
      const traced = traceOf(site, page, values.selector, values.property)
      if (values.json) out(JSON.stringify({ element: traced }))
      else
        out(traced ? `${traced.path}\n\n${traceText(traced, page)}` : `${values.selector} touches nothing on ${page}.`)
      return traced ? 0 : 1
    }
    case 'check': {
      const level = values['fail-on'] as Severity
      if (!SEVERITIES.includes(level))
        throw new WrongUse(`--fail-on is one of ${SEVERITIES.join(', ')}; “${level}” is none.`)
      if (values.json && values.sarif) throw new WrongUse('Ask for --json or for --sarif, not for both.')
      const measured = await measureImages(site, folder)
      const result = check(measured, values.baseline === undefined ? undefined : baselineIn(values.baseline))
      const { findings, all, faults } = result
      if (values['write-baseline'] !== undefined)
        writeFileSync(values['write-baseline'], `${JSON.stringify(baselineOf(all), null, 1)}\n`)
      if (values.sarif) out(JSON.stringify(sarif(result, site)))
      else out(values.json ? JSON.stringify(checkJson(result)) : checkText(result, site, values.all))
      faults.forEach(complain)
      return faults.length + site.unread.length > 0 ? 2 : fails(findings, level) ? 1 : 0
    }
    case 'boxes': {
      const found = boxes(await measured(site, folder), pagesAsked(site, values.page), values.selector)
      out(values.json ? JSON.stringify({ boxes: found }) : boxesText(found))
      return 0
    }
    case 'rows': {
      const found = rows(await measured(site, folder), pagesAsked(site, values.page), viewport)
      out(values.json ? JSON.stringify({ rows: found }) : rowsText(found))
      return 0
    }
    case 'classes': {
      const names = classes(site)
      out(values.json ? JSON.stringify({ classes: names }) : classesText(names))
      return 0
    }
    case 'rename-class': {
      const { from, to, out: into } = values
      if (!from || !to || !into) throw new WrongUse('Say what becomes what, and where: --from a --to b --out <folder>.')
      const renamed = renameClass(site, folder, into, from, to)
      out(values.json ? JSON.stringify(renamed) : renamedText(renamed, from, to, into))
      return 0
    }
    case 'states': {
      const kinds = states(site, pagesAsked(site, values.page), viewport)
      out(values.json ? JSON.stringify({ kinds }) : statesText(kinds))
      return 0
    }
    case 'set-aside': {
      if (values.cause === undefined) throw new WrongUse('Say which cause: --cause ID. check --json names them.')
      out(setAside(await measureImages(site, folder), folder, values.cause, values.reason))
      return 0
    }
    case 'colours': {
      const found = colours(site)
      out(values.json ? JSON.stringify({ colours: found }) : coloursText(found))
      return 0
    }
    case 'contrast': {
      const pairs = contrast(site, viewport)
      out(values.json ? JSON.stringify({ pairs }) : contrastText(pairs))
      return 0
    }
    default: {
      if (!values.selector) throw new WrongUse('Say which selector: --selector S.')
      const found = reach(site, values.selector)
      if (values.json) out(JSON.stringify(found))
      else if (found.total === 0)
        out(
          `${values.selector} touches nothing. ${whyNothing(
            values.selector,
            site.pages.map((page) => site.model.page(page)),
          )}`,
        )
      else
        out(
          [
            `${values.selector} touches ${found.total} on ${found.pages.length} ${found.pages.length === 1 ? 'page' : 'pages'}`,
            ...found.pages.map(({ page, count }) => `  ${page}: ${count}`),
          ].join('\n'),
        )
      return 0
    }
  }
}

/** The site with all that is known of what stands in its boxes. */
const measured = async (site: FolderSite, folder: string) => openFonts(await measureImages(site, folder), folder)

/** The baseline in a file. Throws {@link WrongUse}. */
function baselineIn(file: string): Baseline {
  try {
    return readBaseline(readFileSync(file, 'utf8'))
  } catch (error) {
    throw new WrongUse(`The baseline ${file} cannot be read: ${(error as Error).message}`)
  }
}

function pixels(name: string, text: string): number {
  const value = Number(text)
  if (!(value > 0 && value < 100_000))
    throw new WrongUse(`--${name} is a number of px, such as ${DESK.width}; “${text}” is none.`)
  return value
}

/** The page that was named, or all of them. */
function pagesAsked(site: FolderSite, named: string | undefined): readonly string[] {
  return named === undefined ? site.pages : [pageNamed(site, named)]
}
