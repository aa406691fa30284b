import {
  pickedCompletion,
  startCompletion,
  type Completion,
  type CompletionContext,
  type CompletionResult,
} from '@codemirror/autocomplete'
import { StateEffect, StateField, type Extension } from '@codemirror/state'
import { EditorView, hoverTooltip, keymap, showTooltip, type Tooltip } from '@codemirror/view'
import type { Offer, OfferKind } from '../../core/writing/offers.ts'
import type { Word } from '../../core/writing/word.ts'
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

/** Offers what could be written next in a stylesheet: by the grammars of CSS, and by what the site has. */
export function sheetCompletions(workroom: Workroom, file: () => string) {
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
export const swatchOption = {
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

async function wordIn(workroom: Workroom, file: string, view: EditorView, pos: number): Promise<Tooltip | null> {
  const { state } = view
  const word = await askOnce(workroom, 'wordAt', { file, offset: fromEditor(state, pos) })
  if (!word || view.state.doc !== state.doc) return null
  const range = toEditor(state, { from: word.from, to: word.to, insert: '' })
  return { pos: range.from, end: range.to, above: true, create: () => ({ dom: wordDom(word) }) }
}

const showWord = StateEffect.define<Tooltip | null>()

/** The word that was asked for by the keyboard, until the cursor moves or Escape is pressed. */
const askedWord = StateField.define<Tooltip | null>({
  create: () => null,
  update: (shown, { effects, docChanged, selection }) => {
    const asked = effects.find((effect) => effect.is(showWord))
    if (asked) return asked.value as Tooltip | null
    return docChanged || selection ? null : shown
  },
  provide: (field) => showTooltip.from(field),
})

/** A word about what the pointer rests on; Alt+W gives it for what is under the cursor, and says it aloud. */
export const sheetWords = (workroom: Workroom, file: () => string): Extension => [
  hoverTooltip((view, pos) => wordIn(workroom, file(), view, pos), { hoverTime: 350 }),
  askedWord,
  keymap.of([
    {
      key: 'Alt-w',
      run: (view) => {
        void wordIn(workroom, file(), view, view.state.selection.main.head).then((word) => {
          view.dispatch({
            effects: [
              showWord.of(word),
              EditorView.announce.of(word ? (word.create(view).dom.textContent ?? '') : 'There is no word about this.'),
            ],
          })
        })
        return true
      },
    },
    {
      key: 'Escape',
      run: (view) => {
        if (!view.state.field(askedWord)) return false
        view.dispatch({ effects: showWord.of(null) })
        return true
      },
    },
  ]),
]

function wordDom({ title, lines, color }: Word): HTMLElement {
  const dom = document.createElement('div')
  dom.className = 'cm-word'
  const head = dom.appendChild(document.createElement('p'))
  if (color) {
    const chip = head.appendChild(document.createElement('span'))
    chip.className = 'cm-swatch'
    chip.style.backgroundColor = color
  }
  head.appendChild(document.createElement('code')).textContent = title
  for (const line of lines) dom.appendChild(document.createElement('p')).textContent = line
  return dom
}
