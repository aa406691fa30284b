import type { Command, EditorView, KeyBinding } from '@codemirror/view'
import { formatNumber } from '../../core/values/number.ts'

const NUMBER = /[+-]?(?:\d+\.?\d*|\.\d+)/g

/** The number under the cursor, or right beside it. */
function numberAt(view: EditorView) {
  const { head } = view.state.selection.main
  const line = view.state.doc.lineAt(head)
  for (const { index, 0: written } of line.text.matchAll(NUMBER)) {
    const from = line.from + index
    // Digits of a colour or a name are no number.
    if (/[\w#-]/.test(line.text[index - 1] ?? '')) continue
    if (from <= head && head <= from + written.length + 4) return { from, to: from + written.length, written }
  }
  return null
}

/** Steps the number under the cursor: by one, by a tenth where it has decimals. */
const step =
  (times: number): Command =>
  (view) => {
    const found = numberAt(view)
    if (!found) return false
    const { from, to, written } = found
    const decimals = written.split('.')[1]?.length ?? 0
    const next = formatNumber(
      Number((Number(written) + times / 10 ** Math.min(decimals, 1)).toFixed(Math.max(decimals, 1))),
    )
    const head = view.state.selection.main.head
    view.dispatch({
      changes: { from, to, insert: next },
      selection: { anchor: Math.min(head, from + next.length) },
      userEvent: 'input.step',
    })
    return true
  }

/** Alt with the arrows steps numbers, with Shift ten at once. */
export const stepKeys: readonly KeyBinding[] = [
  { key: 'Alt-ArrowUp', run: step(1), shift: step(10) },
  { key: 'Alt-ArrowDown', run: step(-1), shift: step(-10) },
]
