import { StateEffect, StateField, type Extension } from '@codemirror/state'
import { EditorView, hoverTooltip, keymap, showTooltip, type Tooltip } from '@codemirror/view'
import type { Word } from '../../core/writing/word.ts'
import type { Workroom } from '../state/context.tsx'
import { askOnce } from '../state/use-answer.ts'
import { fromEditor, toEditor } from './editor-text.ts'

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
