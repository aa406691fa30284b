import type { SitePath } from '../../core/paths/paths.ts'
import { lookDoc, pathOfDoc } from '../../core/site/step.ts'
import { filesNews } from '../../workers/files-news.ts'
import type { SiteNews } from '../../workers/protocol.ts'
import { sheetText } from './document.ts'
import { type WorkroomState } from './store.ts'

/** The texts of pages and stylesheets as they are worn, by path. */
export function wornTexts(state: WorkroomState): Map<SitePath, string> {
  const texts = new Map<SitePath, string>()
  for (const [doc, text] of state.texts) {
    const path = pathOfDoc(doc)
    if (path !== null) texts.set(path, text)
  }
  const dragged = state.preview && pathOfDoc(state.preview.doc)
  if (dragged) texts.set(dragged, state.preview.text)
  return texts.set(state.sheetPath, sheetText(state))
}

/** What the sheet says in every look. */
export function looksNews({ looks, texts }: WorkroomState): SiteNews {
  return { type: 'looks', looks: looks.map(({ id }) => [lookDoc(id), texts.get(lookDoc(id)) ?? null]) }
}

/** Which revision the server keeps all of this as; nothing is to be under way. */
export function revisionNews({ keeping, preview, isBusy }: WorkroomState): Extract<SiteNews, { type: 'revision' }> {
  const isKept = keeping.state === 'kept' && preview === null && !isBusy()
  return { type: 'revision', revision: isKept ? keeping.revision : null }
}

/** Everything a worker that begins must know; of texts only what is another than those it knows. */
export function wholeSite(state: WorkroomState, known: Readonly<Record<SitePath, string>>): SiteNews[] {
  const worn = wornTexts(state)
  const changed = [...worn].filter(([path, text]) => known[path] !== text)
  const gone = Object.keys(known).flatMap((path): [SitePath, null][] => (worn.has(path) ? [] : [[path, null]]))
  return [
    { type: 'site', id: state.siteId },
    filesNews(state),
    looksNews(state),
    { type: 'texts', texts: [...changed, ...gone] },
    revisionNews(state),
  ]
}

/** What to say when something about pages could not be found out. */
export function troubleWords(about: 'wear' | 'fit', page: SitePath | null, message: string): string {
  const what = about === 'wear' ? `How ${page ?? 'a page'} wears the sheet` : 'What the fit check looks for'
  return `${what} could not be found out. The fault is Attire’s: ${message}`
}
