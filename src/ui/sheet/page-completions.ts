import type { Completion, CompletionContext, CompletionResult } from '@codemirror/autocomplete'
import type { EditorView } from '@codemirror/view'
import type { SiteName } from '../../core/classes/all-names.ts'
import { ID_REFERENCES } from '../../core/classes/names-in-css.ts'
import { isPage, relativeReference, type SitePath } from '../../core/paths/paths.ts'
import { count } from '../words.ts'

/** What the site brings to the text of one of its pages. */
export interface SiteWords {
  readonly page: SitePath
  readonly names: () => Promise<readonly SiteName[]>
  readonly files: () => readonly SitePath[]
}

/** An attribute whose value is being written, as far as the cursor: its name, and what stands before the cursor. */
const IN_ATTRIBUTE = /<[a-z][^<>]*\s([a-z-]+)\s*=\s*(?:"([^"<>]*)|'([^'<>]*))$/i
/** How far back a start tag may begin. */
const LOOK_BACK = 2000

/** Completes names and addresses of the site in the attributes that take them. */
export function siteCompletions({ page, names, files }: SiteWords) {
  return async (context: CompletionContext): Promise<CompletionResult | null> => {
    const before = context.state.sliceDoc(Math.max(0, context.pos - LOOK_BACK), context.pos)
    const found = IN_ATTRIBUTE.exec(before)
    if (!found) return null
    const attribute = found[1]!.toLowerCase()
    const value = found[2] ?? found[3] ?? ''
    const word = value.split(/\s/).at(-1)!
    const from = context.pos - word.length
    if (attribute === 'class') return { from, options: nameOptions(await names(), 'class') }
    if (ID_REFERENCES.has(attribute)) return { from, options: nameOptions(await names(), 'id') }
    if (attribute !== 'href' && attribute !== 'src') return null
    const wanted = files().filter((file) => file !== page && (attribute === 'src') !== isPage(file))
    const asksAlt = attribute === 'src' && isPictureWithoutAlt(context, before)
    return { from: context.pos - value.length, options: wanted.map((file) => addressOption(page, file, asksAlt)) }
  }
}

function nameOptions(names: readonly SiteName[], kind: SiteName['kind']): Completion[] {
  return names
    .filter((each) => each.kind === kind)
    .map(({ name, elements, rules }) => ({
      label: name,
      detail: `${elements} here, ${rules === 0 ? 'no rule' : count(rules, 'rule')}`,
    }))
}

function addressOption(page: SitePath, file: SitePath, asksAlt: boolean): Completion {
  const address = relativeReference(page, file)
  const option = { label: address, detail: address === file ? '' : file }
  return asksAlt ? { ...option, apply: withAlt } : option
}

/** Whether the tag that is being written is a picture that says nothing yet to those who cannot see it. */
function isPictureWithoutAlt({ state, pos }: CompletionContext, before: string): boolean {
  const behind = /^[^<>]*/.exec(state.sliceDoc(pos, pos + LOOK_BACK))![0]
  const tag = before.slice(before.lastIndexOf('<')) + behind
  return /^<img\b/i.test(tag) && !/\salt\s*=/i.test(tag)
}

/** Writes the address, and an `alt` behind it with the cursor in it: what the picture tells is asked for at once. */
function withAlt(view: EditorView, { label }: Completion, from: number, to: number): void {
  const quote = /^["']/.test(view.state.sliceDoc(to, to + 1)) ? 1 : 0
  const changes = [
    { from, to, insert: label },
    { from: to + quote, insert: ' alt=""' },
  ]
  view.dispatch({
    changes,
    selection: { anchor: from + label.length + quote + ' alt="'.length },
    userEvent: 'input.complete',
  })
}
