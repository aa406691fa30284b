// `npm run campaign [part …] [-- --seed N --share 0.1]`: everything that could lose, leak, stop or hang Attire, tried in
// numbers; docs/reliability.md has the last result. `npm test` has a short version of each part.
import { load } from './load.mjs'
import { build, install } from './setup.mjs'

install()
build()
await load('tests/campaign/main.ts')
