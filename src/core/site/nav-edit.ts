import {
  addLink,
  moveLink,
  navigationsIn,
  removeLink,
  retargetLink,
  rewordLink,
  isPlaceholder,
} from '../markup/navigation.ts'
import { basePath } from '../markup/base.ts'
import { applySplices, type Splice } from '../text/splice.ts'
import { partsIn } from './parts.ts'
import { relativeReference, targetOf, type SitePath } from '../paths/paths.ts'
import { fileAt } from './retarget.ts'
import { planPart, type PartOutcome } from './share.ts'
import type { SiteView } from './view.ts'
import type { TextEncodingName } from './encoding.ts'

/** A link of a navigation and where it leads. */
export interface NavLinkView {
  readonly words: string
  readonly href: string
  /** The file of the site it leads to, or null. */
  readonly file: SitePath | null
  readonly state: 'fine' | 'placeholder' | 'broken' | 'elsewhere'
  /** Whether its words can be changed: it holds nothing but words. */
  readonly plain: boolean
}

/** A navigation as its editor shows it. */
export interface NavView {
  readonly index: number
  readonly label: string
  /** The shared part it stands in, or ''. */
  readonly part: string
  readonly links: readonly NavLinkView[]
}

/** What an editor of a navigation can do. Targets are files of the site, or addresses as they are. */
export type NavEdit =
  | { readonly kind: 'move'; readonly from: number; readonly to: number }
  | { readonly kind: 'target'; readonly at: number; readonly file?: SitePath; readonly href?: string }
  | { readonly kind: 'words'; readonly at: number; readonly words: string }
  | { readonly kind: 'remove'; readonly at: number }
  | { readonly kind: 'add'; readonly words: string; readonly file?: SitePath; readonly href?: string }

/** The navigations of a page. */
export function navigationsOf(site: SiteView, path: SitePath): NavView[] {
  const page = site.page(path)
  const base = basePath(path, page)
  const parts = partsIn(page)
  return navigationsIn(page).map(({ index, label, links }) => {
    const { from, to } = page.elements[index]!.place!
    return {
      index,
      label,
      part: parts.find(({ block }) => block && block.from <= from && to <= block.to)?.name ?? '',
      links: links.map(({ words, href, index: link }): NavLinkView => {
        const target = targetOf(base, href)
        const file = target.kind === 'site' ? fileAt(target.path, (each) => site.files.has(each)) : null
        const element = page.elements[link]!
        const state = isPlaceholder(href)
          ? 'placeholder'
          : target.kind === 'elsewhere' || target.kind === 'self'
            ? 'elsewhere'
            : file === null
              ? 'broken'
              : 'fine'
        return { words, href, file, state, plain: element.children.length === 0 && element.texts.length === 1 }
      }),
    }
  })
}

/** What an edit of a navigation does to the pages: to its own, or to all that share the part it stands in. */
export function planNavEdit(
  site: SiteView & { readonly encodingOf?: (path: SitePath) => TextEncodingName },
  path: SitePath,
  index: number,
  edit: NavEdit,
): PartOutcome[] {
  const page = site.page(path)
  const navigation = navigationsIn(page).find((each) => each.index === index)
  if (!navigation) return []
  const base = basePath(path, page)
  const address = ({ file, href }: { readonly file?: SitePath; readonly href?: string }) =>
    file === undefined ? (href ?? '#') : relativeReference(base, file) || './'
  const splices = ((): Splice[] => {
    switch (edit.kind) {
      case 'move':
        return moveLink(page, navigation, edit.from, edit.to)
      case 'add':
        return addLink(page, navigation, edit.words, address(edit))
      default: {
        const link = navigation.links[edit.at]
        if (!link) return []
        return edit.kind === 'remove'
          ? removeLink(page, link)
          : edit.kind === 'words'
            ? rewordLink(page, link, edit.words)
            : retargetLink(page, link, address(edit))
      }
    }
  })()
  if (splices.length === 0) return []
  const place = page.elements[index]!.place!
  const part = partsIn(page).find(({ block }) => block && block.from <= place.from && place.to <= block.to)
  if (!part?.block)
    return [
      { page: path, state: 'changed', why: '', before: page.text.slice(place.from, place.to), after: '', splices },
    ]
  const { block } = part
  const inner = splices.map(({ from, to, insert }) => ({ from: from - block.from, to: to - block.from, insert }))
  return planPart(site, part.name, { path, text: applySplices(page.text.slice(block.from, block.to), inner) })
}
