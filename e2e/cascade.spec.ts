import { readFileSync } from 'node:fs'
import { expect, test } from './test.ts'
import { compare, serve, summary, type Comparison, type Files } from './cascade/compare.ts'
import { generatedSite } from './cascade/generated.ts'
import { PACKAGES } from './cascade/packages.ts'
import { richPage } from './cascade/rich-page.ts'
import { referringSets, withOtherNames, type ReferringSet } from './cascade/rings.ts'
import { computeCustom } from '../src/core/cascade/variables.ts'
import { DEMO_PAGES, demoFiles } from './helpers.ts'

/** What the cascade core computes, beside Chromium's getComputedStyle: every element, every longhand that layout leaves alone. */

const total = (all: readonly Comparison[]) => ({
  pairs: all.reduce((sum, { pairs }) => sum + pairs, 0),
  differences: all.flatMap(({ differences }) => differences),
})

function report(name: string, { pairs, differences }: Comparison): number {
  const share = 1 - differences.length / pairs
  console.log(`${name}: ${pairs} pairs, ${differences.length} differ, agreement ${(share * 100).toFixed(4)} %`)
  if (differences.length > 0) console.log(summary(differences))
  return share
}

test('the demo site agrees wholly, at three widths and in every look', async ({ page }) => {
  test.setTimeout(900_000)
  const files = Object.fromEntries(
    Object.entries(demoFiles())
      .filter(([path]) => /\.(?:html|css)$/.test(path))
      .map(([path, bytes]) => [path, new TextDecoder().decode(bytes)]),
  )
  const looks = [
    files['css/site.css']!,
    ...['night-crossing', 'paper-timetable'].map((name) => readFileSync(`demo/looks/${name}.css`, 'utf8')),
  ]
  const all: Comparison[] = []
  // Every look, every width, and no look at one width only but the first at all of them.
  for (const [width, look] of [
    ...looks.map((each) => [1280, each] as const),
    ...[768, 360].map((each) => [each, looks[0]!] as const),
    [768, looks[1]!],
    [360, looks[2]!],
  ] as const) {
    await page.setViewportSize({ width, height: 800 })
    const site = { ...files, 'css/site.css': look }
    await serve(page, site)
    for (const path of DEMO_PAGES) all.push(await compare(page, site, path))
  }
  expect(report('demo site', total(all))).toBe(1)
})

test('open-source stylesheets agree on a page with rich markup', async ({ page }) => {
  test.setTimeout(900_000)
  const files: Record<string, string> = Object.fromEntries(
    PACKAGES.map((path) => [path, readFileSync(`node_modules/${path}`, 'utf8')]),
  )
  PACKAGES.forEach((path, at) => (files[`${at}.html`] = richPage([path])))
  await page.setViewportSize({ width: 1280, height: 800 })
  await serve(page, files)
  const all: Comparison[] = []
  for (let at = 0; at < PACKAGES.length; at++) {
    const one = await compare(page, files, `${at}.html`)
    console.log(`${PACKAGES[at]}: ${one.differences.length} of ${one.pairs}`)
    all.push(one)
  }
  expect(report('stylesheets', total(all))).toBeGreaterThanOrEqual(0.999)
})

test('the browser’s own defaults agree, in standards and in quirks mode', async ({ page }) => {
  const plain = richPage([])
  const files: Files = { 'standards.html': plain, 'quirks.html': plain.replace('<!doctype html>', '') }
  await serve(page, files)
  expect(
    report(
      'defaults',
      total([await compare(page, files, 'standards.html'), await compare(page, files, 'quirks.html')]),
    ),
  ).toBeGreaterThanOrEqual(0.999)
})

test('generated pages that mix every feature agree', async ({ page }) => {
  test.setTimeout(900_000)
  const files = generatedSite()
  await page.setViewportSize({ width: 1280, height: 800 })
  await serve(page, files)
  const pages = Object.keys(files).filter((path) => path.endsWith('.html'))
  expect(pages.length).toBeGreaterThanOrEqual(40)
  const all: Comparison[] = []
  for (const path of pages) all.push(await compare(page, files, path))
  expect(report('generated pages', total(all))).toBeGreaterThanOrEqual(0.999)
})

test('custom properties that refer to each other come to the same, also in rings', async ({ page }) => {
  const sets = referringSets(2000)
  const computed = (all: readonly ReferringSet[]) =>
    page.evaluate(
      (given) =>
        given.map((set) => {
          const element = document.body.appendChild(document.createElement('p'))
          for (const [name, value] of Object.entries(set)) element.style.setProperty(name, value)
          const style = getComputedStyle(element)
          const values = Object.keys(set).map((name) => style.getPropertyValue(name) || null)
          element.remove()
          return values
        }),
      all,
    )
  const inBrowser = await computed(sets)
  // In a ring, what Chromium finds may hang on which property it happens to look at first: then other names get another answer.
  const renamed = await Promise.all([1, 2, 3, 4].map((by) => computed(sets.map((set) => withOtherNames(set, by)))))
  const isSure = (at: number) => renamed.every((each) => String(each[at]) === String(inBrowser[at]))
  const sure = sets.map((set, at) => ({ set, values: inBrowser[at]! })).filter((_, at) => isSure(at))
  expect(sure.length).toBeGreaterThan(sets.length * 0.97)
  const written = (value: string | null) => value?.replaceAll('/**/', '').replace(/\s+/g, ' ').trim()
  const differing = sure.filter(({ set, values }) => {
    const ours = computeCustom(new Map(Object.entries(set)), () => null)
    return [...ours.values()].some((value, at) => written(value) !== written(values[at]!))
  })
  expect(differing).toEqual([])
})
