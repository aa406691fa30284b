import { Annotation, type EditorState, type Text } from '@codemirror/state'

/** Marks changes that come from the rest of the workroom, which must not be sent back there. */
export const fromStore = Annotation.define<boolean>()

/** An offset of the editor in the text's own counting. */
export function fromEditor(state: EditorState, offset: number): number {
  return state.lineBreak === '\n' ? offset : state.sliceDoc(0, offset).length
}

/** The text with its own line ends: the editor itself counts every one as a single character. */
export function docText(state: EditorState): string {
  const known = texts.get(state.doc) ?? state.sliceDoc()
  texts.set(state.doc, known)
  return known
}

/** A long text takes its time to be put together, and each of a key's followers asks for it. */
const texts = new WeakMap<Text, string>()

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
