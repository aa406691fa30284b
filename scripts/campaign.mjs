// `npm run campaign [part …] [-- --seed N --share 0.1]`: everything that could lose, leak, stop or hang Attire, tried in
// numbers; docs/reliability.md has the last result. `npm test` has a short version of each part.
import { build as bundle } from 'esbuild'
import { build, install, root } from './setup.mjs'

install()
build()
const outfile = `${root}/.cache/campaign.mjs`
await bundle({
  entryPoints: [`${root}/tests/campaign/main.ts`],
  outfile,
  bundle: true,
  format: 'esm',
  platform: 'node',
  packages: 'external',
  logLevel: 'error',
})
await import(outfile)
