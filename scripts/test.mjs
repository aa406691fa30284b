// `npm test`: installs what is missing; then checks, unit tests and the production build at once; then browser tests on that
// build.
// Ends with the line "N passed, N failed".
import { spawnSync } from 'node:child_process'
import { existsSync, mkdirSync, readFileSync, rmSync } from 'node:fs'
import { beside, buildBeside, install, run, runBeside } from './setup.mjs'

install()
process.env.CHROMIUM_PATH = chromium()
needed(
  (process.env.PATH ?? '').split(':').map((folder) => `${folder}/unzip`),
  'unzip',
  'The browser tests unpack what Attire hands off with unzip. Install the package "unzip" and run npm test again.',
)
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

/** Chromium's path; installed where that can be done. */
function chromium() {
  const places = [process.env.CHROMIUM_PATH, '/usr/bin/chromium', '/usr/bin/chromium-browser', '/usr/bin/google-chrome']
  return needed(
    places,
    'chromium',
    'The browser tests need Chromium. Install the package "chromium" (or set CHROMIUM_PATH to one) and run npm test again.',
  )
}

/** The first of these programs that is there; else, as root on Debian, the package that brings it. Ends with a sentence when there is none. */
function needed(places, name, otherwise) {
  const known = places.find((file) => file && existsSync(file))
  if (known) return known
  if (process.getuid?.() === 0 && existsSync('/usr/bin/apt-get')) {
    console.log(`Installing ${name} for the browser tests …`)
    run('apt-get', ['update', '-qq'], 'Reading the package lists')
    run('apt-get', ['install', '-y', '-qq', name], `Installing ${name}`, {
      env: { ...process.env, DEBIAN_FRONTEND: 'noninteractive' },
    })
    return `/usr/bin/${name}`
  }
  console.error(otherwise)
  process.exit(1)
}
