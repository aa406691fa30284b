// `npm run demo`: installs and builds when needed, then serves on 127.0.0.1. The server itself migrates the database and
// loads the demo site when the database is empty.
import { spawn } from 'node:child_process'
import { build, freePort, install } from './setup.mjs'

install()
build()
const wanted = Number(process.env.PORT ?? 4710)
const port = await freePort(wanted)
const address = `http://127.0.0.1:${port}/`
const server = spawn(process.execPath, ['scripts/serve.mjs', '-p', String(port)], {
  stdio: ['ignore', 'ignore', 'inherit'],
})
server.on('exit', (code) => process.exit(code ?? 0))
for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => server.kill(signal))

for (let tries = 0; tries < 240; tries++) {
  try {
    await fetch(`${address}api/sites`)
    break
  } catch {
    await new Promise((resolve) => setTimeout(resolve, 250))
  }
}
if (port !== wanted) console.log(`Port ${wanted} is taken, so Attire uses ${port}.`)
console.log(
  `\nAttire is ready: ${address}\nStop it with Ctrl+C. What you change is kept in ${process.env.ATTIRE_DATA ?? 'data'}/.`,
)
