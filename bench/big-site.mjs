// A made-up site for what large sites ask for: 500 pages and 60 MB, most of it pictures that do not compress.
import { zipSync } from 'fflate'
import { cascadeSite } from './cascade-site.mjs'

/** Files by path: `pages` pages in ten folders, each with its own picture; about 120 KB of picture a page. */
export function bigSite(pages = 500, pictureBytes = 70_000) {
  const made = cascadeSite({ pages: 40 })
  const texts = Object.entries(made)
    .filter(([name]) => name.endsWith('.html'))
    .map(([, text]) => text)
  const files = { 'css/site.css': Buffer.from(made['site.css']) }
  let seed = 9
  const noise = (length) => {
    const bytes = new Uint8Array(length)
    for (let at = 0; at < length; at++) {
      seed = (seed * 1664525 + 1013904223) >>> 0
      bytes[at] = seed >>> 24
    }
    return bytes
  }
  for (let page = 0; page < pages; page++) {
    const folder = page % 10 === 0 ? '' : `part-${page % 10}/`
    const up = folder === '' ? '' : '../'
    const name = page === 0 ? 'index.html' : `${folder}page-${page}.html`
    files[name] = Buffer.from(
      texts[page % texts.length]
        .replace(
          '<meta charset="utf-8">',
          '<meta charset="utf-8"><meta name="viewport" content="width=device-width, initial-scale=1">',
        )
        .replace(/<title>\d+/, `<title>Page ${page}`)
        .replace('href="site.css"', `href="${up}css/site.css"`)
        .replace(/href="page-\d+\.html"/g, () => `href="${up}index.html"`)
        .replaceAll('src="a.png" alt=""', `src="${up}images/picture-${page}.bin.png" alt="" width="40" height="30"`)
        .replace('<main id="main">', `<main id="main"><h1>Page ${page}</h1>`),
    )
    files[`images/picture-${page}.bin.png`] = noise(pictureBytes)
  }
  for (let folder = 1; folder < 10; folder++)
    files[`part-${folder}/index.html`] = files[`part-${folder}/page-${folder}.html`]
  return files
}

/** The same as a ZIP, packed no tighter than needed. */
export function bigArchive(files) {
  return zipSync(
    Object.fromEntries(
      Object.entries(files).map(([name, bytes]) => [
        name,
        [new Uint8Array(bytes), { level: name.endsWith('.html') ? 1 : 0 }],
      ]),
    ),
  )
}
