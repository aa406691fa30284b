import { Annotation, EditorState, type Extension, type Text } from '@codemirror/state'
import type { EditorView, ViewUpdate } from '@codemirror/view'
import { applySplices, diffTexts, type Splice } from '../../core/text/splice.ts'

/** Marks changes that come from the rest of the workroom, which must not be sent back there. */
export const fromStore = Annotation.define<boolean>()

/** An offset of the editor in the text's own counting. */
export function fromEditor(state: EditorState, offset: number): number {
  return state.lineBreak === '\n' ? offset : state.sliceDoc(0, offset).length
}

/** An editor's state at first: a text with its own line ends. */
export function firstState(text: string, extensions: readonly Extension[]): EditorState {
  const state = EditorState.create({
    doc: text,
    extensions: [EditorState.lineSeparator.of(lineEnd(text)), ...extensions],
  })
  if (state.lineBreak === '\n') texts.set(state.doc, text)
  return state
}

/** The text with its own line ends: the editor itself counts every one as a single character. */
export function docText(state: EditorState): string {
  const known = texts.get(state.doc) ?? state.sliceDoc()
  texts.set(state.doc, known)
  return known
}

/** A long text takes its time to be put together, and each of a key's followers asks for it. */
const texts = new WeakMap<Text, string>()

/** What was changed in the editor, as splices of the text it showed before. */
export function typedSplices({ startState, state, changes }: ViewUpdate, text: string): Splice[] {
  // Where the editor counts otherwise, or showed another text, only the texts themselves tell; going through them takes longer.
  if (state.lineBreak !== '\n' || docText(startState) !== text) return diffTexts(text, docText(state))
  const splices: Splice[] = []
  changes.iterChanges((from, to, _from, _to, insert) => splices.push({ from, to, insert: insert.toString() }))
  texts.set(state.doc, applySplices(text, splices))
  return splices
}

/** Shows another text in the editor, by the one change that leads to it. */
export function showText(editor: EditorView, text: string): void {
  const [change] = diffTexts(docText(editor.state), text)
  if (!change) return
  editor.dispatch({ changes: toEditor(editor.state, change), annotations: fromStore.of(true) })
  if (editor.state.lineBreak === '\n') texts.set(editor.state.doc, text)
}

/** The line end the whole text uses, or LF where it mixes them; then CR stays as it is, a character like any other. */
export function lineEnd(text: string): string {
  const crlf = text.split('\r\n').length - 1
  return crlf > 0 && crlf === text.split('\n').length - 1 ? '\r\n' : '\n'
}

/** A change of the text in the editor's own counting, where a CR LF is one character. */
export function toEditor(state: EditorState, { from, to, insert }: { from: number; to: number; insert: string }) {
  if (state.lineBreak === '\n') return { from, to, insert: state.toText(insert) }
  const text = docText(state)
  const splits = (offset: number) => text[offset - 1] === '\r' && text[offset] === '\n'
  const shift = (offset: number) => offset - (text.slice(0, offset).split('\r\n').length - 1)
  const first = splits(from) ? from - 1 : from
  const last = splits(to) ? to + 1 : to
  return {
    from: shift(first),
    to: shift(last),
    insert: state.toText(text.slice(first, from) + insert + text.slice(to, last)),
  }
}
