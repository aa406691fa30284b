import { legacyShorthand, resolvedValue } from '../../core/cascade/resolved.ts'
import { idOf, LONGHANDS } from '../../core/properties/longhands.ts'
import type { PageStyles } from '../../core/cascade/cascade.ts'
import type { ElementStyle } from '../../core/cascade/style.ts'
import { inheritanceOf } from '../../core/trace/trace.ts'
import { kindOf, placeOfEntry } from '../../core/cascade/entries.ts'
import type { PageElement } from '../../core/markup/tree.ts'
import { statesOf, type WornState } from '../../core/selectors/states.ts'
import { showsWhenVisited } from '../../core/properties/longhands.ts'
import { elementPath } from '../../core/markup/describe.ts'
import type { FolderSite } from '../read-site.ts'
import { matching } from '../matching.ts'

/** Where a value comes from, as the command writes it. */
export interface Provenance {
  readonly origin: 'author' | 'user-agent' | null
  readonly kind: 'external' | 'embedded' | 'inline' | 'inherited' | 'initial' | 'user-agent'
  readonly file?: string
  readonly line?: number
  readonly column?: number
  readonly selector?: string
  readonly specificity?: readonly number[]
  /** True when the declaration is an HTML attribute such as `bgcolor`. */
  readonly presentational?: true
}

export interface ResolvedElement {
  readonly index: number
  readonly path: string
  readonly properties: Readonly<Record<string, { readonly value: string; readonly from: Provenance }>>
}

/** Shorthands and composites that stand beside the longhands, because pages and browsers still speak of them. */
const LEGACY = {
  'white-space': 'white-space-collapse',
  'background-position': 'background-position-x',
  'text-decoration': 'text-decoration-line',
} as const

/** Every longhand of the page's elements (or those a selector finds), with where each comes from. */
export function resolve(
  site: FolderSite,
  page: string,
  selector: string | undefined,
  state: WornState | undefined,
): ResolvedElement[] {
  const { elements } = site.model.page(page)
  const { elements: wanted, pseudo } =
    selector === undefined ? { elements, pseudo: '' } : matching(site.model.page(page), selector)
  const plain = site.model.stylesOf(page)
  const worn = state ? site.model.stylesInState(page, statesOf(wanted, state)) : plain
  // Elements that share a style share all of this, unless something of their own is behind it.
  const known = new Map<ElementStyle, ResolvedElement['properties']>()
  return wanted.map((element) => {
    const as = (styles: PageStyles) => ({
      styles,
      style: pseudo === '' ? styles.at(element.index) : styles.cascade.pseudoStyle(styles, element, pseudo),
    })
    const inState = as(worn)
    const without = state === 'visited' ? as(plain) : inState
    const compute = () =>
      Object.fromEntries([
        ...LONGHANDS.map(({ id, name }) => {
          const subject = showsWhenVisited(name) ? inState : without
          return [
            name,
            { value: resolvedValue(subject.style, id), from: provenance(site, page, subject, element, id) },
          ] as const
        }),
        ...Object.entries(LEGACY).map(
          ([name, part]) =>
            [
              name,
              {
                value: legacyShorthand(inState.style, name as keyof typeof LEGACY),
                from: provenance(site, page, inState, element, idOf(part)),
              },
            ] as const,
        ),
      ])
    let properties = known.get(inState.style)
    if (!properties) {
      properties = compute()
      if (state !== 'visited' && isShared(inState.style)) known.set(inState.style, properties)
    }
    return { index: element.index, path: elementPath(element) + (pseudo === '' ? '' : `::${pseudo}`), properties }
  })
}

/** Whether nothing but rules is behind a style, here and above. */
function isShared(style: ElementStyle): boolean {
  let at: ElementStyle | null = style
  while (at && at.cascaded === at.matched.cascaded) at = at.parent
  return at === null
}

function provenance(
  site: FolderSite,
  page: string,
  { styles, style }: { readonly styles: PageStyles; readonly style: ElementStyle },
  element: PageElement,
  id: number,
): Provenance {
  const { source, holder, entry } = inheritanceOf(styles, element, id, style)
  if (source === 'initial' || !entry) return { origin: null, kind: 'initial' }
  const kind = kindOf(entry)
  const origin = kind === 'user-agent' ? 'user-agent' : 'author'
  const selector = typeof entry.owner === 'object' ? entry.owner.selectorText : ''
  const specificity = typeof entry.owner === 'object' ? entry.owner.specificity : [0, 0, 0]
  if (kind === 'user-agent') return { origin, kind: source === 'inherited' ? 'inherited' : kind, selector, specificity }
  const { file, offset } = placeOfEntry(styles.cascade, entry, holder)
  const { line, column } = site.place(file || page, offset)
  return {
    origin,
    kind: source === 'inherited' ? 'inherited' : kind === 'presentational' ? 'inline' : kind,
    file: file || page,
    line,
    column,
    selector,
    specificity,
    ...(kind === 'presentational' ? { presentational: true as const } : {}),
  }
}
