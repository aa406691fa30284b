import { joinChanges, NO_CHANGE, type SiteChange } from '../../site/change.ts'
import { climbsOut, encodePath, folderOf, nameOf, relativeReference, type SitePath } from '../../paths/paths.ts'
import { fileDoc } from '../../site/step.ts'
import { splitUrl } from '../../paths/url.ts'
import type { Found } from '../finding.ts'
import type { FitPage, FitSite, Led } from '../fit-site.ts'

/** An address as it is written, and where it leads. */
type Address = Pick<Led, 'target' | 'url'>

/** The file somebody meant, when only one can be meant: the same but for capitals, seen from the top folder, or the only one of its name. */
export function meant(
  site: FitSite,
  from: SitePath,
  reference: Address,
): { readonly path: SitePath; readonly why: 'capitals' | 'folder' } | null {
  if (reference.target.kind !== 'site') return null
  const { path } = reference.target
  const other = site.inOtherCase(path)
  if (other) return { path: other, why: 'capitals' }
  const written = splitUrl(reference.url).path.replace(/^(?:\.{0,2}\/)+/, '')
  if (written === '') return null
  const elsewhere = site.pathsNamed(nameOf(path)).filter((each) => each.endsWith(`/${written}`))
  const alike = site.has(written) ? [written, ...elsewhere] : elsewhere
  if (alike.includes(written) && written !== path) return { path: written, why: 'folder' }
  return alike.length === 1 && alike[0] !== from ? { path: alike[0]!, why: 'folder' } : null
}

/**
 * Whether a reference leads to where nothing was brought in, so that nobody can say whether it arrives: above the top folder,
 * into a top folder that is not there, or over into another folder that is not there and whose files nothing here is called like.
 */
export function isUnchecked({ site, base, path }: FitPage, reference: Led): boolean {
  return reference.file === null && leadsOut(site, path, base, reference)
}

/** The same of any address, seen from `base`, that leads to no file. */
export function leadsOut(site: FitSite, from: SitePath, base: SitePath, { target, url }: Address): boolean {
  if (target.kind !== 'site') return false
  if (climbsOut(base, url)) return true
  if (site.missingFolder(target.path) === null || !/^(?:\/|(?:\.\/)*\.\.\/)/.test(url.trim())) return false
  const closest = site.closestTo(target.path)
  return meant(site, from, { target, url }) === null && (closest === null || nameOf(closest) !== nameOf(target.path))
}

/** The place where nothing was brought in: a folder of the site that is not there, or one above its top. */
export function outsideOf(site: FitSite, { target, url }: Address): string {
  const folder = target.kind === 'site' ? site.missingFolder(target.path) : null
  return folder ?? (/^(?:\.\.?\/)*/.exec(splitUrl(url).path)![0] || 'a folder above the top')
}

/** What is the matter for all references that do not arrive there: the same file is missing, or the whole folder. */
function causeOf(site: FitSite, path: SitePath): string {
  const folder = site.missingFolder(path)
  return folder ? `The folder ${folder} is not there, and pages lead into it.` : `${path} is not there.`
}

/** What to say of a reference that leads nowhere. */
export function lostMessage(
  page: FitPage,
  reference: Led,
  what: string,
): Pick<Found, 'message' | 'cause'> & { readonly fixable: boolean } {
  const { target, url } = reference
  if (target.kind === 'local')
    return { message: `“${url}” is a path on one computer’s disk; nobody else has it.`, fixable: false }
  if (target.kind !== 'site') return { message: `“${url}” leads nowhere.`, fixable: false }
  const right = meant(page.site, page.path, reference)
  const folder = folderOf(page.path)
  if (right?.why === 'capitals')
    return {
      cause: `${right.path} is written in other capitals, and web servers tell them apart.`,
      message: `“${url}” differs from ${right.path} in capitals; web servers tell them apart, so ${what} is not found.`,
      fixable: true,
    }
  if (right)
    return {
      cause: `${target.path || 'The top folder'} is not there; ${right.path} is.`,
      message: `${folder === '' ? '' : `This page is in ${folder}, so `}“${url}” leads to ${target.path || 'the top folder'}, which is not there. From here ${right.path} is ${relativeReference(page.path, right.path)}.`,
      fixable: true,
    }
  if (page.site.hasFolder(`${target.path.replace(/\/$/, '')}/`))
    return {
      cause: `The folder ${target.path} has no index.html, and pages lead to it.`,
      message: `“${url}” leads to the folder ${target.path}, which has no index.html; visitors get an error, or a bare list of files.`,
      fixable: false,
    }
  const closest = page.site.closestTo(target.path)
  return {
    cause: causeOf(page.site, target.path),
    message: `“${url}” leads to ${target.path || 'the top folder'}, which is not there.${closest ? ` The closest name is ${closest}.` : ''}`,
    fixable: false,
  }
}

/** Leads references to the files that were meant. */
export function leadRight(site: FitSite, found: readonly Found[]): SiteChange {
  return joinChanges(
    found
      .filter(({ fixable }) => fixable)
      .map(({ file, from }) => {
        const page = site.page(file)
        const reference = page.referenceAt(from)
        const right = reference && meant(site, file, reference)
        if (!right) return NO_CHANGE
        const written = page.page.text.slice(reference.from, reference.to)
        const end = /[?]|(?<!&)#/.exec(written)?.index ?? written.length
        const rooted = reference.target.kind === 'site' && reference.target.rooted
        return {
          ...NO_CHANGE,
          texts: [
            {
              doc: fileDoc(file),
              splices: [
                {
                  from,
                  to: from + end,
                  insert: reference.write(
                    rooted ? `/${encodePath(right.path)}` : relativeReference(page.base, right.path),
                  ),
                },
              ],
            },
          ],
        }
      }),
  )
}
