import type { ProofState } from '../../core/links/link-states.ts'
import { linkKinds, type LinkKind } from '../../core/links/kinds.ts'
import type { Viewport } from '../../core/values/media.ts'
import type { FolderSite } from '../read-site.ts'

/** What is written of a state: computed values, and how well it is seen. */
interface WrittenState {
  readonly [property: string]: string | number | boolean | null
}

/** A kind of link as the command writes it. */
export interface WrittenKind {
  readonly name: string
  readonly selector: string
  readonly count: number
  readonly pages: number
  readonly ground: string | null
  readonly states: Readonly<Partial<Record<ProofState, WrittenState>>>
  readonly unreachable: readonly {
    readonly state: ProofState
    readonly selector: string
    readonly property: string
    readonly file: string
    readonly line: number
    readonly reason: string
  }[]
}

const WRITTEN = ['color', 'background-color', 'text-decoration-line', 'outline-style', 'font-weight']

/** The kinds of link on pages, each in all its states. */
export function states(site: FolderSite, pages: readonly string[], viewport: Viewport): WrittenKind[] {
  const run = linkKinds(site.model, viewport, [], pages)
  for (;;) {
    const next = run.next()
    if (next.done) return next.value.map(written)
  }
}

function written({ name, selector, count, pages, ground, states: proved }: LinkKind): WrittenKind {
  return {
    ...{ name, selector, count, pages: pages.length, ground },
    states: Object.fromEntries(
      proved.map(({ state, values, contrast, differs }) => [
        state,
        { ...Object.fromEntries(WRITTEN.map((property) => [property, values[property]!])), contrast, differs },
      ]),
    ),
    unreachable: proved.flatMap(({ state, unreachable }) => unreachable.map((each) => ({ state, ...each }))),
  }
}

/** The kinds as lines of text. */
export function statesText(kinds: readonly WrittenKind[]): string {
  if (kinds.length === 0) return 'No page has a link.'
  return kinds
    .map(({ name, selector, count, pages, ground, states: of, unreachable }) =>
      [
        `${name}  ${selector}  ${count} on ${pages} ${pages === 1 ? 'page' : 'pages'}, on ${ground ?? 'a picture'}`,
        ...Object.entries(of).map(
          ([state, { color, contrast, differs, ...values }]) =>
            `  ${state}: ${color}${contrast === null ? '' : `, ${contrast} : 1`}, ${values['text-decoration-line']}${differs || state === 'link' ? '' : ', as at rest'}`,
        ),
        ...unreachable.map(
          ({ state, property, selector: lost, file, line, reason }) =>
            `  ${state} does not show ${property} of ${lost}, ${file} line ${line}: ${reason}`,
        ),
      ].join('\n'),
    )
    .join('\n')
}
