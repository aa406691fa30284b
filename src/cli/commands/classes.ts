import path from 'node:path'
import { allNames, type SiteName } from '../../core/classes/all-names.ts'
import { nameFault } from '../../core/classes/name-fault.ts'
import { planRename } from '../../core/classes/rename.ts'
import { closestName } from '../../core/paths/paths.ts'
import type { FolderSite } from '../read-site.ts'
import { carryOut, copySite, writable } from '../site-copy.ts'
import { WrongUse } from '../wrong-use.ts'

/** A class or id as the command writes it. */
export type WrittenName = Omit<SiteName, 'pages'> & { readonly pages: number }

/** Every class and id of a site. */
export function classes({ model }: FolderSite): WrittenName[] {
  return allNames(model).map(({ pages, ...name }) => ({ ...name, pages: pages.length }))
}

/** The same in words. */
export function classesText(names: readonly WrittenName[]): string {
  if (names.length === 0) return 'Neither pages nor sheet have a class or an id.'
  return names
    .map(
      ({ name, kind, elements, pages, rules, likely }) =>
        `${kind === 'class' ? '.' : '#'}${name}  ${elements} on ${pages} ${pages === 1 ? 'page' : 'pages'}, ${rules} ${rules === 1 ? 'rule' : 'rules'}${likely ? `  ${likely}` : ''}`,
    )
    .join('\n')
}

/** What `rename-class` did. */
export interface Renamed {
  readonly places: readonly { readonly file: string; readonly count: number }[]
  readonly left: readonly string[]
  readonly merged: boolean
}

/** Writes a copy of a site in which a class has another name. Throws {@link WrongUse}. */
export function renameClass({ model }: FolderSite, folder: string, out: string, from: string, to: string): Renamed {
  const fault = nameFault('class', to)
  if (fault) throw new WrongUse(fault)
  const known = allNames(model).filter(({ kind }) => kind === 'class')
  if (!known.some(({ name }) => name === from)) {
    const near = closestName(
      from,
      known.map(({ name }) => name),
    )
    throw new WrongUse(`Neither pages nor sheet know a class ${from}.${near ? ` The closest one is ${near}.` : ''}`)
  }
  copySite(folder, out)
  const { change, places, left, merges } = planRename(model, { kind: 'class', from, to })
  carryOut(path.resolve(out), writable(path.resolve(out), change))
  return { places, left, merged: merges }
}

/** The same in words. */
export function renamedText({ places, left, merged }: Renamed, from: string, to: string, out: string): string {
  const all = places.reduce((sum, { count }) => sum + count, 0)
  return [
    ...places.map(({ file, count }) => `  ${file}: ${count}`),
    `${out} holds a copy in which .${from} is .${to}: ${all} ${all === 1 ? 'place' : 'places'}.`,
    ...(merged ? [`.${to} was there already; both are one now.`] : []),
    ...left,
  ].join('\n')
}
