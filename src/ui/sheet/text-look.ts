import { syntaxHighlighting } from '@codemirror/language'
import type { Extension } from '@codemirror/state'
import { EditorView } from '@codemirror/view'
import { highlight } from './editor-look.ts'
import { cssText, htmlText } from './languages.ts'
import { hasTooManyWords, isLong, plainBecauseLong, whileLinesFit } from './long-lines.ts'

/** A stylesheet's language and colours. One long line is not read at all: whatever is typed in it would be read to its end. */
export const sheetLook = (text: string): Extension =>
  whileLinesFit(text, hasTooManyWords, [cssText(), syntaxHighlighting(highlight)], plainBecauseLong)

/** A page's language and colours; its lines go on below at the editor's edge, as people write them. */
export const pageLook = (text: string): Extension => [
  htmlText(),
  whileLinesFit(text, hasTooManyWords, syntaxHighlighting(highlight), plainBecauseLong),
  whileLinesFit(text, isLong, EditorView.lineWrapping, []),
]
