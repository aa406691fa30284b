// Bundles what runs apart from Next: the one script that frames run, the thread that reads pictures and fonts, and what measures text.
import { copyFileSync, existsSync, mkdirSync, readFileSync, renameSync, writeFileSync } from 'node:fs'
import path from 'node:path'
import { build } from 'esbuild'

const root = path.resolve(import.meta.dirname, '..')

const BUNDLES = [
  {
    entryPoints: ['src/bridge/bridge.ts'],
    outfile: `${root}/public/bridge.js`,
    minify: true,
    format: 'iife',
    target: 'chrome110',
  },
  {
    entryPoints: ['src/server/media/media.worker.ts'],
    outfile: `${root}/.cache/media.mjs`,
    format: 'esm',
    platform: 'node',
    packages: 'external',
  },
  {
    entryPoints: ['src/shaping/open-font.ts'],
    outfile: `${root}/public/shaping.js`,
    minify: true,
    format: 'esm',
    target: 'chrome110',
    // Asked for in Node alone.
    external: ['module'],
  },
]

/** Writes a bundle only where it changed, in one piece: what runs at the same time may be reading it. */
function put(file, text) {
  if (existsSync(file) && readFileSync(file, 'utf8') === text) return
  mkdirSync(path.dirname(file), { recursive: true })
  const aside = `${file}.${process.pid}`
  writeFileSync(aside, text)
  renameSync(aside, file)
}

for (const bundle of BUNDLES) {
  const { outputFiles } = await build({
    absWorkingDir: root,
    bundle: true,
    write: false,
    legalComments: 'none',
    ...bundle,
  })
  put(bundle.outfile, outputFiles[0].text)
}

// It loads this from beside itself.
copyFileSync(`${root}/node_modules/harfbuzzjs/dist/harfbuzz.wasm`, `${root}/public/harfbuzz.wasm`)
