import {
  autocompletion,
  pickedCompletion,
  startCompletion,
  type Completion,
  type CompletionContext,
  type CompletionResult,
} from '@codemirror/autocomplete'
import type { EditorView } from '@codemirror/view'
import type { Offer, OfferKind } from '../../core/writing/offers.ts'
import type { Workroom } from '../state/context.tsx'
import { askOnce } from '../state/use-answer.ts'
import { fromEditor, toEditor } from './editor-text.ts'

/** How CodeMirror calls the sorts of what is offered, for its small signs. */
const SIGNS: Readonly<Record<OfferKind, string>> = {
  property: 'property',
  word: 'enum',
  function: 'function',
  swatch: 'color',
  'custom property': 'variable',
  family: 'text',
  element: 'type',
  class: 'class',
  id: 'constant',
  state: 'keyword',
  'at-rule': 'namespace',
  file: 'text',
  unit: 'text',
}

/** By default each comparison looks up the rules of the language: 60 ms for the list behind a colon. */
const { compare } = new Intl.Collator()

/** The list of what could be written next in a stylesheet. */
export const sheetOffers = (workroom: Workroom, file: () => string) =>
  autocompletion({
    override: [sheetCompletions(workroom, file)],
    addToOptions: [swatchOption],
    compareCompletions: (a, b) => compare(a.label, b.label),
    icons: false,
  })

/** Offers what could be written next: by the grammars of CSS, and by what the site has. */
function sheetCompletions(workroom: Workroom, file: () => string) {
  return async ({ state, pos, explicit }: CompletionContext): Promise<CompletionResult | null> => {
    const before = state.sliceDoc(Math.max(0, pos - 1), pos)
    if (!explicit && !/[-\w@.#:("'\s/]/.test(before)) return null
    const found = await askOnce(workroom, 'offersToWrite', { file: file(), offset: fromEditor(state, pos) })
    if (!found || (!explicit && found.from === found.to && !opensOffers(state.sliceDoc(Math.max(0, pos - 2), pos))))
      return null
    const { from } = toEditor(state, { from: found.from, to: found.to, insert: '' })
    return { from, options: found.offers.map(asCompletion), validFor: /^[-\w@.#:%()]*$/ }
  }
}

/** Where nothing is typed yet, a list opens behind what asks for a value: a colon with its space, or an open bracket. */
const opensOffers = (before: string) => /: $|\($|:$/.test(before)

function asCompletion({ label, apply, back = 0, kind, detail, color, rank }: Offer): Completion & { color?: string } {
  return {
    label,
    detail: detail.length > 60 ? `${detail.slice(0, 59)}…` : detail,
    type: SIGNS[kind],
    boost: rank * 10,
    ...(color ? { color } : {}),
    apply: (view, completion, from, to) => write(view, completion, from, to, apply ?? label, back),
  }
}

/** Writes an offer; behind a property the next list opens at once. */
function write(view: EditorView, completion: Completion, from: number, to: number, text: string, back: number): void {
  view.dispatch({
    changes: { from, to, insert: text },
    selection: { anchor: from + text.length - back },
    userEvent: 'input.complete',
    annotations: pickedCompletion.of(completion),
  })
  if (text.endsWith(': ') || back > 0) startCompletion(view)
}

/** Shows the colour of a swatch beside its name. */
const swatchOption = {
  position: 30,
  render: (completion: Completion) => {
    const { color } = completion as Completion & { color?: string }
    const chip = document.createElement('span')
    chip.className = 'cm-swatch'
    if (color) chip.style.backgroundColor = color
    else chip.hidden = true
    return chip
  },
}
