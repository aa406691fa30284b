import { parseArgs } from 'node:util'
import { whyNothing } from '../core/selectors/why-nothing.ts'
import { WORN_STATES, type WornState } from '../core/selectors/states.ts'
import { reach } from './commands/reach.ts'
import { resolve } from './commands/resolve.ts'
import { traceOf, traceText } from './commands/trace.ts'
import { pageNamed, readSite } from './read-site.ts'
import { WrongUse } from './wrong-use.ts'

const USAGE = `Use: npm run --silent attire -- <command> <folder> [options]

  resolve <folder> --page P [--selector S] [--state hover|visited|focus|active] [--width 1280] [--height 800] [--json]
      every element's every longhand, and where it comes from
  trace <folder> --page P --selector S --property color [--json]
      why the first element S finds has this value, and what was beaten
  reach <folder> --selector S [--json]
      how many elements S touches, on which pages

Exit codes: 0 fine, 1 findings, 2 wrong use.`

/** Runs the command line; gives the exit code. */
export function main(argv: readonly string[], out: (text: string) => void, complain: (text: string) => void): number {
  try {
    return run(argv, out)
  } catch (error) {
    if (!(error instanceof WrongUse) && !(error instanceof TypeError && 'code' in error)) throw error
    complain(`${error.message}\n\n${USAGE}`)
    return 2
  }
}

function run(argv: readonly string[], out: (text: string) => void): number {
  const { values, positionals } = parseArgs({
    args: [...argv], allowPositionals: true,
    options: {
      page: { type: 'string' }, selector: { type: 'string' }, property: { type: 'string' }, state: { type: 'string' }, width: { type: 'string', default: '1280' }, height: { type: 'string', default: '800' },
      json: { type: 'boolean', default: false }, help: { type: 'boolean', short: 'h', default: false },
    },
  })
  const [command, folder, ...rest] = positionals
  if (values.help || command === 'help') {
    out(USAGE)
    return 0
  }
  if (command === undefined) throw new WrongUse('Say what to do.')
  if (!['resolve', 'trace', 'reach'].includes(command)) throw new WrongUse(`There is no command ${command}.`)
  if (folder === undefined) throw new WrongUse('Say which folder holds the site.')
  if (rest.length > 0) throw new WrongUse(`One folder at a time; “${rest[0]}” is too much.`)
  const viewport = { width: pixels('width', values.width), height: pixels('height', values.height) }
  const site = readSite(folder, viewport)
  switch (command) {
    case 'resolve': {
      const page = pageNamed(site, values.page)
      if (values.state !== undefined && !WORN_STATES.includes(values.state as WornState)) throw new WrongUse(`There is no state ${values.state}: it is one of ${WORN_STATES.join(', ')}.`)
      const elements = resolve(site, page, values.selector, values.state as WornState | undefined)
      out(values.json ? JSON.stringify({ elements }) : elements.map(({ path, properties }) => [path, ...Object.entries(properties).filter(([, { from }]) => from.kind !== 'initial').map(([name, { value, from }]) => `  ${name}: ${value}  ${from.kind}${from.file ? ` ${from.file} line ${from.line}` : ''}${from.selector ? ` ${from.selector}` : ''}`)].join('\n')).join('\n'))
      return 0
    }
    case 'trace': {
      if (!values.selector || !values.property) throw new WrongUse('Say which element and property: --selector S --property color.')
      const page = pageNamed(site, values.page)
      const traced = traceOf(site, page, values.selector, values.property)
      if (values.json) out(JSON.stringify({ element: traced }))
      else out(traced ? `${traced.path}\n\n${traceText(traced, page)}` : `${values.selector} touches nothing on ${page}.`)
      return traced ? 0 : 1
    }
    default: {
      if (!values.selector) throw new WrongUse('Say which selector: --selector S.')
      const found = reach(site, values.selector)
      if (values.json) out(JSON.stringify(found))
      else if (found.total === 0) out(`${values.selector} touches nothing. ${whyNothing(values.selector, site.pages.map((page) => site.model.page(page)))}`)
      else out([`${values.selector} touches ${found.total} on ${found.pages.length} ${found.pages.length === 1 ? 'page' : 'pages'}`, ...found.pages.map(({ page, count }) => `  ${page}: ${count}`)].join('\n'))
      return 0
    }
  }
}

function pixels(name: string, text: string): number {
  const value = Number(text)
  if (!(value > 0 && value < 100_000)) throw new WrongUse(`--${name} is a number of px, such as 1280; “${text}” is none.`)
  return value
}
