import { build } from 'esbuild'
import { expect, it } from 'vitest'

const ROOT = new URL('../..', import.meta.url).pathname
const ENTRY = 'src/ui/shell/workroom.tsx'

/** The modules that the window loads with the workroom, before anybody asks for more. */
async function loadedWith(entry: string): Promise<readonly string[]> {
  const { metafile } = await build({
    ...{ absWorkingDir: ROOT, entryPoints: [entry], outdir: 'unwritten', write: false, bundle: true, splitting: true },
    ...{
      format: 'esm',
      platform: 'browser',
      packages: 'external',
      jsx: 'automatic',
      metafile: true,
      external: ['*.css'],
    },
  })
  const found = new Set([entry])
  for (const each of found)
    for (const { path, kind } of metafile.inputs[each]!.imports)
      if (kind !== 'dynamic-import' && path in metafile.inputs) found.add(path)
  return [...found]
}

// The workroom stands when its code has come to life: what only the worker that looks at pages needs is no part of it.
it('the window begins without the rules of the check, what browsers take, what reads pages, and the cascade', async () => {
  const loaded = await loadedWith(ENTRY)
  expect(loaded).toContain('src/ui/shell/top-strip.tsx')
  const workers =
    /^src\/core\/(?:fit\/(?:rules|check)|browsers\/(?:data|support)|diagnostics|markup\/tree|cascade\/cascade|boxes\/rows)/
  expect(loaded.filter((path) => workers.test(path))).toEqual([])
  // Nor is what is looked at later, if ever.
  expect(
    loaded.filter((path) =>
      /^src\/ui\/(?:dialogs|facets|trace|findings)\/.*(?:-dialog|-view|-facet|-panel)\.tsx$/.test(path),
    ),
  ).toEqual([])
})

// It comes to life in one task, and everything else after it.
it('the page that waits for the workroom begins with nothing of what is computed or sent', async () => {
  const loaded = await loadedWith('src/ui/shell/open-site.tsx')
  expect(loaded).toContain('src/ui/controls/late.tsx')
  expect(loaded.filter((path) => /^src\/(?:core|protocol|workers)\//.test(path))).toEqual([])
})
