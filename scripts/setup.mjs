// What both commands of the README need first: packages as the lockfile says, and a build of the present sources.
import { spawn, spawnSync } from 'node:child_process'
import { createHash } from 'node:crypto'
import { existsSync, readdirSync, readFileSync, writeFileSync } from 'node:fs'
import { createServer } from 'node:net'
import path from 'node:path'

export const root = path.resolve(import.meta.dirname, '..')
process.chdir(root)
process.env.NEXT_TELEMETRY_DISABLED = '1'

/** Runs a command to its end; ends this process with a sentence when it fails. */
export function run(command, args, what, options = {}) {
  const { status } = spawnSync(command, args, { stdio: 'inherit', ...options })
  if (status !== 0) {
    console.error(`\n${what} did not work (see above).`)
    process.exit(1)
  }
}

/** Runs a command beside others; what it prints comes in one piece. Gives how it ended. */
export function beside(command, args, options = {}) {
  return new Promise((resolve) => {
    const child = spawn(command, args, { stdio: ['ignore', 'pipe', 'pipe'], ...options })
    let said = ''
    for (const stream of [child.stdout, child.stderr]) stream.on('data', (piece) => (said += piece))
    child.on('close', (status) => {
      if (said !== '') console.log(said.trimEnd())
      resolve(status)
    })
  })
}

/** The same; ends this process with a sentence when it fails. */
export async function runBeside(command, args, what, options) {
  if ((await beside(command, args, options)) === 0) return
  console.error(`\n${what} did not work (see above).`)
  process.exit(1)
}

/** Installs from the lockfile when it is newer than what is installed. */
export function install() {
  const [major, minor] = process.versions.node.split('.').map(Number)
  if (major < 20 || (major === 20 && minor < 19)) {
    console.error(`Attire needs Node 20.19 or newer; this is ${process.versions.node}.`)
    process.exit(1)
  }
  const mark = 'node_modules/.attire-lock'
  const lock = digest(['package-lock.json'])
  if (existsSync(mark) && readFileSync(mark, 'utf8') === lock) return
  console.log('Installing packages …')
  run('npm', ['ci', '--no-audit', '--no-fund', '--include=dev'], 'Installing the packages')
  writeFileSync(mark, lock)
}

const BUILD_MARK = '.next/attire-sources'
const BUILD = ['npm', ['run', '--silent', 'build'], 'The build']
/** What a build calls itself, so that it knows what others found out from what it found itself. */
const named = (sources) => ({ env: { ...process.env, ATTIRE_SOURCES: sources } })

/** Builds for production unless the last build was of these very sources. */
export function build() {
  const sources = sourcesToBuild()
  if (sources === null) return
  console.log('Building …')
  run(...BUILD, named(sources))
  writeFileSync(BUILD_MARK, sources)
}

/** The same, beside others. */
export async function buildBeside() {
  const sources = sourcesToBuild()
  if (sources === null) return
  await runBeside(...BUILD, named(sources))
  writeFileSync(BUILD_MARK, sources)
}

/** What a build made now is made of; null when that is what the last one was made of. */
function sourcesToBuild() {
  const now = digest([
    'package-lock.json',
    'next.config.ts',
    'postcss.config.mjs',
    'tsconfig.json',
    'scripts/build-aside.mjs',
    'scripts/compile-hints.mjs',
    ...filesBelow('src'),
  ])
  const built =
    existsSync(BUILD_MARK) &&
    readFileSync(BUILD_MARK, 'utf8') === now &&
    ['public/bridge.js', 'public/shaping.js', 'public/harfbuzz.wasm', '.cache/media.mjs'].every((file) =>
      existsSync(file),
    )
  return built ? null : now
}

function filesBelow(folder) {
  return readdirSync(folder, { recursive: true, withFileTypes: true })
    .filter((entry) => entry.isFile())
    .map((entry) => path.join(entry.parentPath, entry.name))
    .sort()
}

function digest(files) {
  const hash = createHash('sha256')
  for (const file of files) hash.update(file).update('\0').update(readFileSync(file)).update('\0')
  return hash.digest('hex')
}

/** The wanted port when it is free on 127.0.0.1, else one the system picks. */
export function freePort(wanted = 0) {
  return new Promise((resolve, reject) => {
    const server = createServer()
    server.once('error', () =>
      wanted === 0 ? reject(new Error('No port is free on 127.0.0.1.')) : resolve(freePort(0)),
    )
    server.listen(wanted, '127.0.0.1', () => {
      const { port } = server.address()
      server.close(() => resolve(port))
    })
  })
}
