import { defaultKeymap, indentWithTab } from '@codemirror/commands'
import { bracketMatching } from '@codemirror/language'
import { lintGutter, lintKeymap } from '@codemirror/lint'
import { search, searchKeymap } from '@codemirror/search'
import type { Extension } from '@codemirror/state'
import { drawSelection, EditorView, highlightActiveLine, lineNumbers, type KeyBinding } from '@codemirror/view'
import { theme } from './editor-look.ts'

/** What the editors of the sheet and of other texts have in common. */
export const forTexts = (nonce: string): Extension => [
  EditorView.cspNonce.of(nonce),
  lineNumbers(),
  lintGutter(),
  drawSelection(),
  highlightActiveLine(),
  bracketMatching(),
  search({ top: true }),
  theme,
]

/** Their keys, behind those that each has of its own. Alt+S is the workroom's. */
export const keysForTexts: readonly KeyBinding[] = [
  ...searchKeymap,
  ...lintKeymap,
  ...defaultKeymap.filter(({ key }) => key !== 'Alt-s'),
  indentWithTab,
]
