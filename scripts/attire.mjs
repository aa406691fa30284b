// `npm run --silent attire -- <command>`: the command line over the core. Nothing but its answer goes to standard output.
import { load } from './load.mjs'
import { root } from './setup.mjs'

const folder = process.env.INIT_CWD ?? process.cwd()
const { main } = await load('src/cli/main.ts')
process.env.ATTIRE_HOME ??= root
process.chdir(folder)
// The whole answer is written before the process ends, also into a pipe.
let answer = ''
process.exitCode = await main(
  process.argv.slice(2),
  (text) => (answer += `${text}\n`),
  (text) => process.stderr.write(`${text}\n`),
)
// Whoever reads may have seen enough, as `head` has.
process.stdout.on('error', (error) => {
  if (error.code !== 'EPIPE') throw error
})
process.stdout.write(answer)
