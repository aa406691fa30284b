import { newPage, newSheet } from '../../core/site/skeleton.ts'
import { isPage, isSheet, pathFault } from '../../core/paths/paths.ts'
import type { NewSiteRequest } from '../../protocol/site-state.ts'
import type { Repository } from '../repository.ts'
import { PublicError } from '../http/errors.ts'

/** Begins a site from nothing: its first pages, each a valid document that wears the new sheet. Gives the site's id. */
export async function beginSite(repository: Repository, request: NewSiteRequest): Promise<string> {
  const paths = [request.sheetPath, ...request.pages.map(({ path }) => path)]
  for (const path of paths)
    if (pathFault(path) !== null)
      throw new PublicError('bad-request', `“${path}” cannot be the path of a file in the site.`)
  const twice = paths.find((path, at) => paths.indexOf(path) !== at)
  if (twice !== undefined)
    throw new PublicError('bad-request', `Two files are called ${twice}. Give each a name of its own.`)
  if (!isSheet(request.sheetPath))
    throw new PublicError(
      'bad-request',
      `“${request.sheetPath}” does not end in .css, so browsers would not read it as a stylesheet.`,
    )
  const other = request.pages.find(({ path }) => !isPage(path))
  if (other) throw new PublicError('bad-request', `“${other.path}” does not end in .html, so it is no page.`)
  const site = { sheetPath: request.sheetPath, siteName: request.name, lang: request.lang, pages: request.pages }
  const { id } = await repository.create({
    name: request.name,
    folder: request.folder === '' ? '' : `${request.folder}/`,
    sheetPath: request.sheetPath,
    imageFolder: request.imageFolder,
    lookName: 'First look',
    files: [
      { path: request.sheetPath, bytes: Buffer.from(newSheet(request.name)) },
      ...request.pages.map((page) => ({ path: page.path, bytes: Buffer.from(newPage(page, site)) })),
    ],
  })
  return id
}
