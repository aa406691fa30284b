import { escapeAttribute, escapeText } from '../markup/attributes.ts'
import { relativeReference, type SitePath } from '../paths/paths.ts'

/** What new pages of a site have in common. */
export interface SkeletonSite {
  readonly sheetPath: SitePath
  readonly siteName: string
  readonly lang: string
  /** The pages there are to be, for the navigation; left out, a page gets none. */
  readonly pages?: readonly { readonly path: SitePath; readonly title: string }[]
}

/** A valid document that wears the sheet: doctype, language, encoding, viewport, title, and the regions a page is made of. */
export function newPage(
  page: { readonly path: SitePath; readonly title: string },
  { sheetPath, siteName, lang, pages = [] }: SkeletonSite,
): string {
  const to = (path: SitePath) => escapeAttribute(relativeReference(page.path, path))
  const title = escapeText(page.title)
  const nav =
    pages.length < 2
      ? ''
      : `    <nav aria-label="Main">
      <ul>
${pages.map((each) => `        <li><a href="${to(each.path)}"${each.path === page.path ? ' aria-current="page"' : ''}>${escapeText(each.title)}</a></li>\n`).join('')}      </ul>
    </nav>
`
  return `<!doctype html>
<html lang="${escapeAttribute(lang)}">
<head>
  <meta charset="utf-8">
  <meta name="viewport" content="width=device-width, initial-scale=1">
  <title>${page.title === siteName ? title : `${title} – ${escapeText(siteName)}`}</title>
  <link rel="stylesheet" href="${to(sheetPath)}">
</head>
<body>
  <header>
    <p>${escapeText(siteName)}</p>
${nav}  </header>
  <main>
    <h1>${title}</h1>
  </main>
  <footer>
    <p>${escapeText(siteName)}</p>
  </footer>
</body>
</html>
`
}

/** The sheet a new site begins with: the ground, and nothing that takes a decision away. */
export function newSheet(siteName: string): string {
  return `/* ${siteName.replaceAll('*/', '* /')}: the one sheet that every page wears. */

:root {
  --ink: #222222;
  --ground: #ffffff;
}

body {
  margin: 0 auto;
  max-width: 60rem;
  padding: 0 1rem;
  background-color: var(--ground);
  color: var(--ink);
  font-family: system-ui, sans-serif;
  line-height: 1.5;
}

img { max-width: 100%; height: auto; }
`
}
