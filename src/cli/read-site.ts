import { readFileSync, statSync } from 'node:fs'
import path from 'node:path'
import { SiteSnapshot } from '../core/model/snapshot.ts'
import type { Viewport } from '../core/values/media.ts'
import { chooseSheet, NEW_SHEET } from '../core/site/choose-sheet.ts'
import { closestName, isPage, isSheet, isText, type SitePath } from '../core/paths/paths.ts'
import type { TextEncodingName } from '../core/site/encoding.ts'
import { placeOf, type Place } from '../core/text/place.ts'
import { decodeText, encodingOf } from '../platform/encoding.ts'
import { filesIn } from '../platform/folder.ts'
import { WrongUse } from './wrong-use.ts'

/** A folder read as a site. */
export interface FolderSite {
  /** Every file of the folder, as paths of the site. */
  readonly files: readonly SitePath[]
  readonly model: SiteSnapshot
  readonly pages: readonly SitePath[]
  /** Files that could not be read, in sentences; the site is read without them. */
  readonly unread: readonly string[]
  /** Line and column of an offset in a page or stylesheet. */
  readonly place: (file: SitePath, offset: number) => Place
}

/** A text file of a site, with the encoding that carries its bytes. */
export function readText(file: string): { readonly text: string; readonly encoding: TextEncodingName } {
  const bytes = readFileSync(file)
  const encoding = encodingOf(bytes, file)
  return { text: decodeText(bytes, encoding), encoding }
}

/** Reads the pages and stylesheets of a folder; `wanted` names the sheet where it is known. Throws {@link WrongUse} when there is none. */
export function readSite(folder: string, viewport: Viewport, wanted?: string): FolderSite {
  if (!statSync(folder, { throwIfNoEntry: false })?.isDirectory()) throw new WrongUse(`There is no folder ${folder}.`)
  const files = filesIn(folder)
  const texts = new Map<SitePath, string>()
  const unread: string[] = []
  for (const file of files.filter(isText)) {
    try {
      texts.set(file, readText(path.join(folder, file)).text)
    } catch (error) {
      unread.push(`${file} cannot be read and is left out: ${error instanceof Error ? error.message : String(error)}`)
    }
  }
  const pages = [...texts.keys()].filter(isPage).sort()
  if (pages.length === 0) throw new WrongUse(`There is no HTML page in ${folder}.`)
  if (wanted !== undefined && !texts.has(wanted)) {
    const close = closestName(wanted, files.filter(isSheet))
    throw new WrongUse(`There is no sheet ${wanted} in ${folder}.${close ? ` The closest name is ${close}.` : ''}`)
  }
  const infos = files.map((file) => ({ path: file, size: statSync(path.join(folder, file)).size, pixels: null }))
  const trees = pages.map((page) => ({ path: page, text: texts.get(page)! }))
  const sheetPath = wanted ?? chooseSheet(files, trees, (file) => texts.get(file) ?? '') ?? NEW_SHEET
  const model = SiteSnapshot.empty(viewport).withFiles(infos, sheetPath).withTexts(texts)
  // The same few declarations are spoken of again and again.
  const places = new Map<string, Place>()
  const place = (file: SitePath, offset: number) => {
    const key = `${offset} ${file}`
    let found = places.get(key)
    if (!found) places.set(key, (found = placeOf(texts.get(file) ?? '', offset)))
    return found
  }
  return { model, files, pages, unread, place }
}

/** The page a person means. Throws {@link WrongUse} with the closest name when there is none. */
export function pageNamed(site: FolderSite, name: string | undefined): SitePath {
  if (name === undefined) throw new WrongUse('Say which page: --page index.html.')
  const wanted = path.posix.normalize(name.replaceAll('\\', '/')).replace(/^\/+/, '')
  if (site.pages.includes(wanted)) return wanted
  const close = closestName(wanted, site.pages)
  throw new WrongUse(
    `There is no page ${name}. ${close ? `The closest name is ${close}.` : `The pages are ${site.pages.join(', ')}.`}`,
  )
}
