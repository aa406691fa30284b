import { readdirSync } from 'node:fs'
import path from 'node:path'
import type { SitePath } from '../core/paths/paths.ts'

/** Every file of a folder, as paths of the site it holds, sorted; what is hidden and what is installed is left out. */
export function filesIn(folder: string): SitePath[] {
  return readdirSync(folder, { recursive: true, withFileTypes: true })
    .filter((entry) => entry.isFile())
    .map((entry) => path.relative(folder, path.join(entry.parentPath, entry.name)).split(path.sep).join('/'))
    .filter((file) => !/(?:^|\/)(?:\.|node_modules\/)/.test(file))
    .sort()
}
