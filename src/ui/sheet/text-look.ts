import { syntaxHighlighting } from '@codemirror/language'
import type { Extension } from '@codemirror/state'
import { EditorView } from '@codemirror/view'
import { highlight } from './editor-look.ts'
import { cssText, htmlText } from './languages.ts'
import { hasTooManyWords, isLong, plainBecauseLong, whileLinesFit } from './long-lines.ts'

/** A stylesheet's language and colours. One long line is not read at all: whatever is typed in it would be read to its end. */
export const sheetLook = (text: string): Extension =>
  whileLinesFit(
    text,
    hasTooManyWords,
    [cssText(), syntaxHighlighting(highlight)],
    plainBecauseLong('the text stands plain'),
  )

/**
 * A page's language and colours; its lines go on below at the editor's edge, as people write them. One long line is not read
 * either: a word in it is read to its end with every key.
 */
export const pageLook = (text: string): Extension => [
  whileLinesFit(
    text,
    hasTooManyWords,
    [htmlText(), syntaxHighlighting(highlight)],
    plainBecauseLong('the text stands plain and tags are not closed for you'),
  ),
  whileLinesFit(text, isLong, EditorView.lineWrapping, []),
]
