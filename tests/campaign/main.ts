import { mkdirSync, writeFileSync } from 'node:fs'
import { parseArgs } from 'node:util'
import { chromium } from '@playwright/test'
import config from '../../playwright.config.ts'
import { startServer } from '../../e2e/server.ts'
import { fakedAnswers } from './answers.ts'
import { archives } from './archives.ts'
import { escapes } from './escapes.ts'
import { fuzzPages, fuzzRuns, fuzzSheets } from './fuzz.ts'
import { kills } from './kills.ts'
import type { Outcome } from './outcome.ts'
import { hostilePages } from './pages.ts'
import { malformed } from './requests.ts'
import { together } from './together.ts'
import { windowsOnOneSite } from './windows.ts'

type Heard = (done: number) => void
interface Part {
  readonly count: number
  readonly run: (count: number, seed: number, heard: Heard) => Outcome | Promise<Outcome>
}

/** Runs on a server of its own. */
const onServer =
  (work: (address: string, count: number, seed: number, heard: Heard) => Promise<Outcome>): Part['run'] =>
  async (count, seed, heard) => {
    const { address, kill } = await startServer()
    try {
      return await work(address, count, seed, heard)
    } finally {
      await kill()
    }
  }

const launch = config.use!.launchOptions!
const PAGES_OF_AN_IMPORT = 500

const PARTS: Readonly<Record<string, Part>> = {
  kills: { count: 300, run: kills },
  together: {
    count: 2000,
    run: onServer((address, count, _seed, heard) => together(address, count, PAGES_OF_AN_IMPORT, heard)),
  },
  windows: { count: 1000, run: windowsOnOneSite },
  requests: { count: 700, run: onServer((address, count, _seed, heard) => malformed(address, count, heard)) },
  pages: { count: 100, run: onServer((address, _count, _seed, heard) => hostilePages(address, launch, heard)) },
  escapes: {
    count: 60,
    run: onServer((address, count, _seed, heard) => escapes(address, launch, (_, at) => at < count, heard)),
  },
  archives: { count: 120, run: onServer(archives) },
  sheets: { count: 20_000, run: fuzzSheets },
  texts: { count: 20_000, run: fuzzPages },
  runs: { count: 2000, run: fuzzRuns },
  answers: {
    count: 33,
    run: onServer(async (address, count, _seed, heard) => {
      const browser = await chromium.launch(launch)
      try {
        return await fakedAnswers(await browser.newPage(), address, count, heard)
      } finally {
        await browser.close()
      }
    }),
  },
}

/** How far a part is, over and over on one line where a person looks on. */
function progress(name: string, count: number): Heard {
  if (!process.stderr.isTTY) return () => undefined
  return (done) => process.stderr.write(`\r${name}: ${done} of ${count} `)
}

/** Runs the parts that are asked for, prints what they came to, and ends with 1 where anything was lost, leaked, thrown or hung. */
async function main(): Promise<void> {
  const { values, positionals } = parseArgs({
    allowPositionals: true,
    options: { seed: { type: 'string', default: '1' }, share: { type: 'string', default: '1' } },
  })
  const names = positionals.length > 0 ? positionals : Object.keys(PARTS)
  const unknown = names.find((name) => !(name in PARTS))
  if (unknown !== undefined) throw new Error(`There is no part ${unknown}: they are ${Object.keys(PARTS).join(', ')}.`)
  const outcomes: Outcome[] = []
  for (const name of names) {
    const { count, run } = PARTS[name]!
    const wanted = Math.max(1, Math.round(count * Number(values.share)))
    const began = Date.now()
    const outcome = await run(wanted, Number(values.seed), progress(name, wanted))
    outcomes.push(outcome)
    console.log(lineOf(outcome, Date.now() - began))
    for (const fault of outcome.faults.slice(0, 20)) console.log(`  ${fault}`)
  }
  const faults = outcomes.reduce((sum, each) => sum + each.faults.length, 0)
  console.log(faults === 0 ? 'Nothing was lost, leaked, thrown or hung.' : `${faults} faults.`)
  mkdirSync('test-results', { recursive: true })
  writeFileSync('test-results/campaign.json', JSON.stringify(outcomes, null, 2))
  process.exit(faults === 0 ? 0 : 1)
}

function lineOf({ part, tried, faults, note }: Outcome, ms: number): string {
  const seconds = `${Math.round(ms / 1000)} s`
  return `${part.padEnd(40)} ${String(tried).padStart(6)} tried ${String(faults.length).padStart(5)} faults ${seconds.padStart(7)}   ${note}`
}

await main()
