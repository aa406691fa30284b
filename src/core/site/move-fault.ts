import { pathFault, type SitePath } from '../paths/paths.ts'
import type { Move } from './step.ts'
import type { SiteView } from './view.ts'

/** Why a file cannot get a path, in a sentence; null when it can. */
export function moveFault(
  site: Pick<SiteView, 'files'>,
  { from, to }: Move,
  leaving: ReadonlySet<SitePath> = new Set(),
): string | null {
  if (to.trim() === '') return 'Give the file a name.'
  const fault = pathFault(to)
  if (fault === 'leaves')
    return `“${to}” leaves the site’s folder. Give a path inside it, such as pages/${to.split(/[\\/]/).at(-1)}.`
  if (fault !== null || to.endsWith('/'))
    return `“${to}” cannot be a file’s path: a part of it is empty or longer than 255 characters.`
  if (to !== from && site.files.has(to) && !leaving.has(to))
    return `There is a file ${to} already. Choose another name.`
  const clash = [...site.files.keys()].find(
    (path) => path !== from && !leaving.has(path) && path.toLowerCase() === to.toLowerCase(),
  )
  if (clash !== undefined && to !== from)
    return `${clash} differs from ${to} in capitals only; some systems would take them for one file. Choose another name.`
  const ending = (path: string) => /\.[^./]*$/.exec(path)?.[0].toLowerCase() ?? ''
  if (
    ending(from) !== ending(to) &&
    !(/^\.(?:html?|xhtml)$/.test(ending(from)) && /^\.(?:html?|xhtml)$/.test(ending(to)))
  )
    return `${from} ends in ${ending(from) || 'nothing'} and would end in ${ending(to) || 'nothing'}; then browsers would read it as something else. Keep the ending.`
  return null
}
