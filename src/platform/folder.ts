import { readdirSync, realpathSync, statSync } from 'node:fs'
import path from 'node:path'
import type { SitePath } from '../core/paths/paths.ts'

/** What is no part of a site although it lies in its folder: version control, and what was installed. */
const NOT_OURS = /(?:^|\/)(?:\.git|\.svn|\.hg|node_modules)(?:\/|$)/

/** Whether a link leads to a file of the same folder, as web servers follow it. What lies outside is nobody's to read. */
function leadsInside(top: string, link: string): boolean {
  try {
    const target = realpathSync(link)
    return target.startsWith(top + path.sep) && statSync(target).isFile()
  } catch {
    return false
  }
}

/** Every file of a folder with its settings for a server (`.htaccess`), as paths, sorted. */
export function allFilesIn(folder: string): string[] {
  const top = realpathSync(folder)
  return readdirSync(folder, { recursive: true, withFileTypes: true })
    .filter(
      (entry) =>
        entry.isFile() || (entry.isSymbolicLink() && leadsInside(top, path.join(entry.parentPath, entry.name))),
    )
    .map((entry) => path.relative(folder, path.join(entry.parentPath, entry.name)).split(path.sep).join('/'))
    .filter((file) => !NOT_OURS.test(file))
    .sort()
}

/** Every file of a folder, as paths of the site it holds, sorted; what is hidden and what is installed is left out. */
export function filesIn(folder: string): SitePath[] {
  return allFilesIn(folder).filter((file) => !/(?:^|\/)\./.test(file))
}
