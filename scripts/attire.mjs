// `npm run --silent attire -- <command>`: the command line over the core. Nothing but its answer goes to standard output.
import { build } from 'esbuild'
import { root } from './setup.mjs'

const folder = process.env.INIT_CWD ?? process.cwd()
const outfile = `${root}/.cache/attire.mjs`
await build({
  entryPoints: [`${root}/src/cli/main.ts`],
  outfile,
  bundle: true,
  format: 'esm',
  platform: 'node',
  packages: 'external',
  logLevel: 'error',
})
const { main } = await import(outfile)
process.env.ATTIRE_HOME ??= root
process.chdir(folder)
// The whole answer is written before the process ends, also into a pipe.
let answer = ''
process.exitCode = await main(
  process.argv.slice(2),
  (text) => (answer += `${text}\n`),
  (text) => process.stderr.write(`${text}\n`),
)
process.stdout.write(answer)
