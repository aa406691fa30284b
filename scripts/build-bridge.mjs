// Bundles the one script that frames run into public/bridge.js.
import { build } from 'esbuild'

await build({
  entryPoints: ['src/bridge/bridge.ts'],
  outfile: 'public/bridge.js',
  bundle: true,
  minify: true,
  format: 'iife',
  target: 'chrome110',
  legalComments: 'none',
})
