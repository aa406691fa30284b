import type { Command, KeyBinding } from '@codemirror/view'
import type { Workroom } from '../state/context.tsx'
import { namesInCss } from '../../core/classes/names-in-css.ts'
import { sheetOf } from '../state/texts.ts'
import { docText, fromEditor } from './editor-text.ts'

/** Asks for another name for what is under the cursor: a custom property, a class or an id. */
const rename =
  ({ store }: Workroom): Command =>
  ({ state }) => {
    const text = docText(state)
    const offset = fromEditor(state, state.selection.main.head)
    const property = [...text.matchAll(/--[\w-]+/g)].find(
      ({ index, 0: name }) => index <= offset && offset <= index + name.length,
    )
    if (property) {
      store.getState().set({ asking: { kind: 'rename', what: 'property', name: property[0] } })
      return true
    }
    // The dot or hash counts too.
    const name = namesInCss(sheetOf(text)).find(({ from, to }) => from - 1 <= offset && offset <= to)
    if (!name) return false
    store.getState().set({ asking: { kind: 'rename', what: name.kind, name: name.name } })
    return true
  }

/** Alt+N gives what is under the cursor another name. */
export const renameKeys = (workroom: Workroom): readonly KeyBinding[] => [{ key: 'Alt-n', run: rename(workroom) }]
