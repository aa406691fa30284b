// `npm test`: installs what is missing; then checks, unit tests and the production build at once; then browser tests on that
// build.
// Ends with the line "N passed, N failed".
import { spawnSync } from 'node:child_process'
import { existsSync, mkdirSync, mkdtempSync, readFileSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import path from 'node:path'
import { beside, buildBeside, install, run, runBeside } from './setup.mjs'

// What tests put aside goes with them: profiles of browsers, databases, unpacked sites.
process.env.TMPDIR = mkdtempSync(path.join(tmpdir(), 'attire-tests-'))
process.on('exit', () => rmSync(process.env.TMPDIR, { recursive: true, force: true }))

// Asked for first, for it takes longest where nothing is there yet.
const browser = browserAndTools()
install()
rmSync('test-results', { recursive: true, force: true })
mkdirSync('test-results', { recursive: true })
const unit = ['--reporter=default', '--reporter=json', '--outputFile.json=test-results/unit.json']
// Beside each other: each of them leaves a processor idle now and then.
const [unitStatus] = await Promise.all([
  beside('npx', ['vitest', 'run', ...unit]),
  typesAndBuild(),
  ...[
    ['lint', 'The lint'],
    ['format:check', 'The check of the format'],
    ['layers', 'The check of layers'],
  ].map(script),
])
let failed = 0
let passed = 0
count(unitStatus, 'unit', (report) => ({
  passed: report.numPassedTests,
  failed:
    report.numFailedTests +
    report.testResults.filter((suite) => suite.status === 'failed' && suite.assertionResults.length === 0).length,
}))
process.env.CHROMIUM_PATH = await browser
const { status } = spawnSync('npx', ['playwright', 'test'], { stdio: 'inherit' })
count(status, 'e2e', (report) => ({
  passed: report.stats.expected + report.stats.flaky,
  failed: report.stats.unexpected + report.errors.length,
}))

console.log(`\n${passed} passed, ${failed} failed`)
process.exit(failed === 0 ? 0 : 1)

function script([name, what]) {
  return runBeside('npm', ['run', '--silent', name], what)
}

/** One after the other, for all three are about the same folder. */
async function typesAndBuild() {
  run('npx', ['next', 'typegen'], 'Writing the route types', { stdio: ['ignore', 'ignore', 'inherit'] })
  await script(['typecheck', 'The type check'])
  await buildBeside()
}

/** Adds what a runner's report says to the sums. */
function count(status, name, read) {
  const file = `test-results/${name}.json`
  const result = existsSync(file) ? read(JSON.parse(readFileSync(file, 'utf8'))) : { passed: 0, failed: 1 }
  passed += result.passed
  // A runner that fails without a failed test (a crash, no test found) is a failure too.
  failed += status !== 0 && result.failed === 0 ? 1 : result.failed
}

/** Chromium, the fonts of the measures and what unpacks: installed beside all else where that can be done. Gives Chromium's path. */
async function browserAndTools() {
  const isThere = (places) => places.find((file) => file && existsSync(file))
  const onPath = (name) => (process.env.PATH ?? '').split(':').map((folder) => `${folder}/${name}`)
  const chromium = [
    process.env.CHROMIUM_PATH,
    ...['chromium', 'chromium-browser', 'google-chrome'].map((name) => `/usr/bin/${name}`),
  ]
  const missing = []
  if (!isThere(chromium)) missing.push('chromium', 'fonts-liberation')
  if (!isThere(onPath('unzip'))) missing.push('unzip')
  if (missing.length > 0) await installed(missing)
  return isThere(chromium) ?? '/usr/bin/chromium'
}

/** Installs Debian packages, as root on Debian; else ends with a sentence. */
async function installed(packages) {
  if (process.getuid?.() !== 0 || !existsSync('/usr/bin/apt-get')) {
    console.error(
      `The browser tests need ${packages.join(', ')}. Install them (or set CHROMIUM_PATH to a Chromium) and run npm test again.`,
    )
    process.exit(1)
  }
  console.log(`Installing ${packages.join(', ')} for the browser tests …`)
  process.env.DEBIAN_FRONTEND = 'noninteractive'
  const said = '>/dev/null'
  const install = 'apt-get install -y -qq --no-install-recommends'
  await runBeside(
    'sh',
    ['-c', `apt-get update -qq ${said} && ${install} ${packages.join(' ')} ${said}`],
    'Installing them',
  )
}
