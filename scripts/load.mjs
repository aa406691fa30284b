import path from 'node:path'
import { build } from 'esbuild'
import { root } from './setup.mjs'

const OPTIONS = { bundle: true, format: 'esm', platform: 'node', packages: 'external', logLevel: 'error' }

/** Bundles a module of the project, TypeScript and all, and gives what it exports. */
export async function load(entry) {
  const outfile = `${root}/.cache/${path.basename(entry, '.ts')}.mjs`
  await build({ ...OPTIONS, entryPoints: [`${root}/${entry}`], outfile })
  return import(outfile)
}

/** Modules of the project as one bundle, so that what one of them remembers the others know. */
export async function loadTogether(name, entries) {
  const outfile = `${root}/.cache/${name}.mjs`
  const contents = entries.map((entry) => `export * from './${entry}'`).join('\n')
  await build({ ...OPTIONS, stdin: { contents, resolveDir: root }, outfile })
  return import(outfile)
}
