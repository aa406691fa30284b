import type { Page, PageElement } from '../tree.ts'
import { isOfKind, metaOf } from './element-table.ts'
import type { MarkupFault } from './fault.ts'

/** What stands where HTML does not allow it, in the tree that browsers build. */
export function nestingFaults(page: Page): MarkupFault[] {
  const faults: MarkupFault[] = []
  const around = new Int32Array(page.elements.length)
  for (const element of page.elements) {
    const { parent, place, html, index } = element
    if (!html) continue
    around[index] = (parent ? around[parent.index]! : 0) | excluderBit(element.tag)
    if (!place || !parent?.html) continue
    const settled = isSettled(parent, element)
    const message =
      (settled ? null : misplacedChild(parent, element)) ??
      misplacedBelow(element, around[parent.index]!) ??
      (settled ? null : misplacedAmong(parent, element))
    if (message) faults.push({ ...place.startTag, kind: 'misplaced', message })
  }
  return faults
}

/** By the name of a parent, then of a child: whether their names alone say that one is well placed in the other. */
const settledIn = new Map<string, Map<string, boolean>>()

function isSettled(parent: PageElement, child: PageElement): boolean {
  let byChild = settledIn.get(parent.tag)
  if (!byChild) settledIn.set(parent.tag, (byChild = new Map()))
  let settled = byChild.get(child.tag)
  if (settled === undefined) byChild.set(child.tag, (settled = namesSettle(parent, child)))
  return settled
}

function namesSettle(parent: PageElement, child: PageElement): boolean {
  const meta = metaOf(parent.tag)
  if (!meta || meta.transparent || meta.permittedOrder || !meta.permittedContent) return false
  if (meta.permittedContent.includes(`${child.tag}?`) || !namesDecide(child)) return false
  if (parentsOf(child.tag)?.includes(parent.tag) === false) return false
  return misplacedChild(parent, child) === null
}

/** Elements that browsers know, but that the table knows no place for: obsolete or not HTML's own, which is told anyway. */
const hasNoPlace = (tag: string) => {
  const meta = metaOf(tag)
  return !meta || meta.deprecated !== undefined
}

/** That an element may not stand directly in its parent. Where neither depends on more than its name, that is found once. */
function misplacedChild(parent: PageElement, child: PageElement): string | null {
  if (hasNoPlace(child.tag)) return null
  const wanted = parentsOf(child.tag)
  if (wanted && !wanted.some((tag) => tag === parent.tag) && !isGroupOfTerms(parent, child))
    return `<${child.tag}> must stand in ${wanted
      .filter((tag) => tag !== 'template')
      .map((tag) => `<${tag}>`)
      .join(' or ')}.`
  const holder = holderOf(parent, child)
  if (!holder || allows(holder, child)) return null
  if (holder.tag === 'ul' || holder.tag === 'ol')
    return `<${child.tag}> stands directly in <${holder.tag}>; only <li> may.`
  return `<${child.tag}> may not stand directly in <${holder.tag}>.`
}

/** Where terms and their descriptions stand (HTML standard, 4.4.10 and 4.4.11). */
const PARENTS: Readonly<Record<string, readonly string[]>> = { dt: ['dl', 'template'], dd: ['dl', 'template'] }

const parentsOf = (tag: string) => metaOf(tag)?.permittedParent ?? PARENTS[tag]

/** A `div` in a `dl` may group terms with their descriptions. */
function isGroupOfTerms(parent: PageElement, { tag }: PageElement): boolean {
  return (tag === 'dt' || tag === 'dd') && parent.tag === 'div' && parent.parent?.tag === 'dl'
}

/** The element whose content a child of `parent` counts as: a transparent one passes it on to its own parent, but for what it holds itself. */
function holderOf(parent: PageElement, child: PageElement): PageElement | null {
  let at: PageElement | null = parent
  while (at && metaOf(at.tag)?.transparent) {
    if (metaOf(at.tag)!.permittedContent && allows(at, child)) return null
    at = at.parent
  }
  return at && !hasNoPlace(at.tag) && metaOf(at.tag)!.permittedContent ? at : null
}

/** By the names of both: whether one may stand in the other. Only where names alone decide. */
const known = new Map<string, boolean>()

function allows(holder: PageElement, child: PageElement): boolean {
  const key = `${holder.tag} ${child.tag}`
  let verdict = known.get(key)
  if (verdict !== undefined) return verdict
  verdict = metaOf(holder.tag)!.permittedContent!.some((kind) => isOfKind(child, kind.replace('?', '')))
  if (namesDecide(child)) known.set(key, verdict)
  return verdict
}

/** Whether the name of an element says all that the table asks of it. */
const namesDecide = ({ tag }: PageElement) =>
  Object.values(metaOf(tag) ?? {}).every((says) => typeof says !== 'function')

/** Elements that may not hold some others, at whatever depth; each has a bit. */
const EXCLUDERS =
  'a address article aside audio button caption dfn dt footer form header hgroup label meter nav noscript option progress th video'
    .split(' ')
    .filter((tag) => metaOf(tag)?.permittedDescendants || tag === 'a')
const BITS = new Map(EXCLUDERS.map((tag, at) => [tag, 1 << at]))
const excluderBit = (tag: string) => BITS.get(tag) ?? 0

function excludedBy(tag: string): readonly string[] {
  const told = (metaOf(tag)?.permittedDescendants ?? []).flatMap(({ exclude }) => exclude)
  // "There must be no interactive content descendant, a element descendant": HTML standard, 4.5.1.
  return tag === 'a' ? [...told, '@interactive', 'a'] : told
}

/** By tag: the excluders that do not want it, as far as its name tells. */
const unwanted = new Map<string, number>()

function unwantedBits(element: PageElement): number {
  const { tag } = element
  let bits = unwanted.get(tag)
  if (bits === undefined) {
    const mayBe = (kind: string) => isOfKind(element, kind) || (kind === '@interactive' && metaOf(tag)?.interactive)
    bits = 0
    for (const each of EXCLUDERS) if (excludedBy(each).some(mayBe)) bits |= excluderBit(each)
    unwanted.set(tag, bits)
  }
  return bits
}

/** That an element may not stand anywhere inside one of those around it. */
function misplacedBelow(element: PageElement, around: number): string | null {
  const clash = around === 0 ? 0 : around & unwantedBits(element)
  if (clash === 0) return null
  for (let at = element.parent; at; at = at.parent)
    if (clash & excluderBit(at.tag) && excludedBy(at.tag).some((kind) => isOfKind(element, kind)))
      return `<${element.tag}> may not stand anywhere inside <${at.tag}>.`
  return null
}

/** That there are too many of an element in its parent, or that it comes too late in it. */
function misplacedAmong(parent: PageElement, element: PageElement): string | null {
  const meta = metaOf(parent.tag)
  const { tag, position } = element
  if (tag === 'main') return null
  if (meta?.permittedContent?.includes(`${tag}?`)) {
    const before = parent.children.findIndex((child) => child.tag === tag)
    if (before < position) return `<${tag}> may stand here only once.`
  }
  return meta?.permittedOrder ? outOfOrder(parent, element, meta.permittedOrder) : null
}

/** That an element stands behind one it should stand before. Each kind of the order begins behind those before it. */
function outOfOrder(parent: PageElement, element: PageElement, order: readonly string[]): string | null {
  const rankOf = (child: PageElement, from: number) =>
    order.findIndex((kinds, at) => at >= from && kinds.split(', ').some((kind) => isOfKind(child, kind)))
  let rank = 0
  let before: PageElement | null = null
  for (const child of parent.children) {
    const next = rankOf(child, rank)
    if (next >= 0) {
      rank = next
      before = child
    }
    if (child === element)
      return next < 0 && before && rankOf(child, 0) >= 0 ? `<${element.tag}> must stand before <${before.tag}>.` : null
  }
  return null
}
