import path from 'node:path'
import { build } from 'esbuild'
import { root } from './setup.mjs'

/** Bundles a module of the project, TypeScript and all, and gives what it exports. */
export async function load(entry) {
  const outfile = `${root}/.cache/${path.basename(entry, '.ts')}.mjs`
  await build({
    entryPoints: [`${root}/${entry}`],
    outfile,
    bundle: true,
    format: 'esm',
    platform: 'node',
    packages: 'external',
    logLevel: 'error',
  })
  return import(outfile)
}
