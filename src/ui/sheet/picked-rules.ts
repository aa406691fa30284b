import { StateEffect, StateField, type Extension } from '@codemirror/state'
import { Decoration, EditorView, type DecorationSet } from '@codemirror/view'
import type { Range } from '../../core/text/splice.ts'
import { toEditor } from './editor-text.ts'

const setRules = StateEffect.define<readonly Range[]>({
  map: (ranges, change) => ranges.map(({ from, to }) => ({ from: change.mapPos(from), to: change.mapPos(to) })),
})

const MARK = Decoration.mark({ class: 'cm-picked-rule' })

/** Marks the selectors of rules that the picked element matches. */
export const pickedRules: Extension = StateField.define<DecorationSet>({
  create: () => Decoration.none,
  update: (marks, transaction) => {
    const set = transaction.effects.find((effect) => effect.is(setRules))
    if (!set) return marks.map(transaction.changes)
    const ranges = (set.value as readonly Range[]).filter(
      ({ from, to }) => from < to && to <= transaction.newDoc.length,
    )
    return Decoration.set(
      ranges.map(({ from, to }) => MARK.range(from, to)),
      true,
    )
  },
  provide: (field) => EditorView.decorations.from(field),
})

/** Shows which rules an element matches, weakest first; the strongest comes into view while the text is not in focus. */
export function showRules(editor: EditorView, rules: readonly Range[]): void {
  const ranges = rules.map((range) => toEditor(editor.state, { ...range, insert: '' }))
  const strongest = editor.hasFocus ? undefined : ranges.at(-1)
  editor.dispatch({
    effects: [
      setRules.of(ranges.map(({ from, to }) => ({ from, to }))),
      ...(strongest && strongest.from <= editor.state.doc.length
        ? [EditorView.scrollIntoView(strongest.from, { y: 'center' })]
        : []),
    ],
  })
}
