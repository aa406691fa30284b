import { grouped } from '../../text/grouped.ts'
import type { SiteRule } from '../finding.ts'
import { folderOf } from '../../paths/paths.ts'
/** A folder of pages without an index. */
export const indexMissing: SiteRule = {
  id: 'index-missing',
  severity: 'warning',
  prevents: 'loading',
  title: 'A folder without index.html',
  explanation:
    'Asked for a folder, a web server answers with its index.html. Without one visitors get an error, or a bare list of files.',
  scope: 'site',
  check: (site) => {
    const folders = grouped(site.model.pagePaths, folderOf)
    if (!folders.has('') && folders.size > 0) folders.set('', [])
    return [...folders]
      .filter(([folder]) => site.fileAt(folder) === null)
      .map(([folder, pages]) => ({
        file: `${folder}index.html`,
        from: 0,
        to: 0,
        // Folders that only hold pages are common practice; links name the pages themselves.
        severity: folder === '' ? ('warning' as const) : ('note' as const),
        ...(folder === '' ? {} : { cause: 'Folders that hold pages have no index.html.' }),
        message:
          folder === ''
            ? 'The site’s top folder has no index.html, so its plain address shows nothing.'
            : `${folder} holds ${pages.length === 1 ? 'a page' : `${pages.length} pages`} but no index.html. Whoever asks for the address ${folder} gets an error, or a bare list of files.`,
      }))
  },
}
