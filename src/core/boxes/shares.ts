import type { ShareMember, Shares } from './write-shares.ts'
import type { SiteSnapshot } from '../model/snapshot.ts'
import type { SitePath } from '../paths/paths.ts'
import { measureLine, type LineMember } from './measure.ts'
import { measureStack, type StackMember } from './stacks.ts'
import type { Pair } from './used-box.ts'

/** What the row and the stack of a box share out; null where there is none, or one rule serves several of its boxes. */
export function sharesOf(
  site: SiteSnapshot,
  selector: string,
  page: SitePath | null,
  width: number,
): { readonly row: Shares | null; readonly stack: Shares | null } {
  return { row: ofRow(site, selector, page, width), stack: ofStack(site, selector, page, width) }
}

function ofRow(site: SiteSnapshot, selector: string, page: SitePath | null, width: number): Shares | null {
  const line = measureLine(site, selector, page, width)
  if ('why' in line || !line.isRow) return null
  const unit = line.kind === 'grid' ? 'fr' : line.kind === 'flex' ? 'flex' : '%'
  const first = line.members.filter((member) => unit !== 'fr' || member.line === 0)
  const members = membersOf(first, ({ box, wholeWidth }) => ({
    size: box.width,
    margin: box.margin,
    grows: !wholeWidth && box.width > box.content,
  }))
  if (!members || (unit !== 'fr' && hasTwice(members))) return null
  if (unit === 'fr' && line.containerSelector === null) return null
  const spaces = line.kind === 'inline-blocks' ? line.gap * (members.length - 1) : 0
  return {
    ...{ unit, property: 'width', of: `the width of ${line.container}`, members, spaces },
    container: line.containerSelector,
  }
}

function ofStack(site: SiteSnapshot, selector: string, page: SitePath | null, width: number): Shares | null {
  const line = measureStack(site, selector, page, width)
  if ('why' in line || line.members.length < 2) return null
  const members = membersOf(line.members, ({ box, wholeHeight }) => ({
    size: box.height,
    margin: box.margin,
    grows: !wholeHeight && box.height > box.content,
  }))
  if (!members || hasTwice(members)) return null
  const of = line.ofViewport ? 'the height of the window' : `the height of ${line.container}`
  return { unit: line.ofViewport ? 'vh' : '%', property: 'height', of, container: null, members, spaces: 0 }
}

interface Sized {
  readonly size: number
  readonly margin: Pair
  readonly grows: boolean
}

function membersOf<Member extends LineMember | StackMember>(
  members: readonly Member[],
  sizeOf: (member: Member) => Sized,
): ShareMember[] | null {
  const sized = members.map((member) => ({ member, ...sizeOf(member) }))
  const whole = sized.reduce((sum, { size, margin }) => sum + size + margin[0] + margin[1], 0)
  if (whole <= 0 || sized.some(({ member }) => member.selector === null)) return null
  const shares = inTenths(sized.map(({ size, margin }) => ((size + margin[0] + margin[1]) / whole) * 100))
  return sized.map(({ member, margin, grows }, at) => ({
    name: member.name,
    selector: member.selector!,
    share: shares[at]!,
    margins: margin[0] + margin[1],
    grows,
  }))
}

/** Per cents rounded to tenths so that they sum to 100: what is missing goes to those that lost most. */
function inTenths(shares: readonly number[]): number[] {
  const tenths = shares.map((share) => Math.floor(share * 10 + 1e-9))
  const missing = 1000 - tenths.reduce((sum, share) => sum + share, 0)
  const byLoss = shares.map((_, at) => at).sort((a, b) => shares[b]! * 10 - tenths[b]! - (shares[a]! * 10 - tenths[a]!))
  for (const at of byLoss.slice(0, missing)) tenths[at]!++
  return tenths.map((share) => share / 10)
}

const hasTwice = (members: readonly ShareMember[]) =>
  new Set(members.map(({ selector }) => selector)).size < members.length
