import { Compartment, EditorState, type Extension, type Text, type Transaction } from '@codemirror/state'
import { showPanel } from '@codemirror/view'

/** A paragraph is shorter, however long; a text that a machine wrote stands in one line. */
const LONG_LINE = 4000

/** Whether a line is too long for something, in characters. */
type IsLong = (line: string) => boolean

/**
 * Too long to be broken at the editor's edge. Of a line that is not broken an editor draws what is near; of one that is, tens of
 * thousands of characters, and to lay them out takes a browser over 50 ms a key.
 */
export const isLong: IsLong = (line) => line.length > LONG_LINE

/**
 * Too long to have colours: each word that has one is an element, and thousands of elements in a line take as long. What stands
 * in quotes or is the address of a picture is one of them, whatever its length.
 */
export const hasTooManyWords: IsLong = (line) =>
  isLong(line) && isLong(line.replace(/"[^"]*"|'[^']*'|url\([^()]*\)/gi, '""'))

/** What an editor has while no line of its text is too long for it, and what else. */
export function whileLinesFit(text: string, tooLong: IsLong, usual: Extension, otherwise: Extension): Extension {
  const which = new Compartment()
  return [
    which.of(text.split('\n').some(tooLong) ? otherwise : usual),
    EditorState.transactionExtender.of((transaction) => {
      if (!transaction.docChanged) return null
      const was = which.get(transaction.startState) === otherwise
      const is = was ? anyLine(transaction.newDoc, tooLong) : aChangedLine(transaction, tooLong)
      return was === is ? null : { effects: which.reconfigure(is ? otherwise : usual) }
    }),
  ]
}

/** Says what is otherwise, and why. */
export const plainBecauseLong = (otherwise: string): Extension =>
  showPanel.of(() => {
    const dom = document.createElement('p')
    dom.className = 'cm-long-line'
    dom.textContent = `A line here has over ${LONG_LINE.toLocaleString('en')} characters. While it has, ${otherwise}, so that keys stay quick.`
    return { dom }
  })

function anyLine(doc: Text, tooLong: IsLong): boolean {
  for (const line of doc.iterLines()) if (tooLong(line)) return true
  return false
}

function aChangedLine({ changes, newDoc }: Transaction, tooLong: IsLong): boolean {
  let found = false
  changes.iterChangedRanges((_from, _to, from, to) => {
    const lines = newDoc.iterLines(newDoc.lineAt(from).number, newDoc.lineAt(to).number + 1)
    for (const line of lines) found ||= tooLong(line)
  })
  return found
}
