import { HighlightStyle } from '@codemirror/language'
import { EditorView } from '@codemirror/view'
import { tags } from '@lezer/highlight'

/** Colours of code: greys and the accent, like the rest of the interface. */
export const highlight = HighlightStyle.define([
  { tag: tags.comment, color: 'var(--quiet)', fontStyle: 'italic' },
  { tag: [tags.tagName, tags.className, tags.labelName, tags.namespace, tags.keyword], fontWeight: '650' },
  {
    tag: [
      tags.number,
      tags.attributeValue,
      tags.unit,
      tags.color,
      tags.string,
      tags.atom,
      tags.constant(tags.variableName),
    ],
    color: 'var(--accent)',
  },
])

/** How editors look. */
export const theme = EditorView.theme({
  '&': { height: '100%', fontSize: '13px', backgroundColor: 'var(--raised)', color: 'var(--ink)' },
  // Each sign as it is written: joined, --><p looks like an arrow and a cross.
  '.cm-scroller': { fontFamily: 'var(--font-mono)', fontVariantLigatures: 'none', lineHeight: '1.55' },
  '.cm-gutters': { backgroundColor: 'var(--sunken)', color: 'var(--quiet)', borderRight: '1px solid var(--line)' },
  '.cm-activeLine, .cm-activeLineGutter': {
    backgroundColor: 'color-mix(in oklch, var(--accent-wash) 55%, transparent)',
  },
  '&.cm-focused .cm-selectionBackground, .cm-selectionBackground': { backgroundColor: 'var(--accent-wash)' },
  '.cm-content': { caretColor: 'var(--ink)' },
  '.cm-cursor': { borderLeftColor: 'var(--ink)' },
  '&.cm-focused': { outline: '2px solid var(--accent)', outlineOffset: '-2px' },
  '.cm-tooltip, .cm-panels': { backgroundColor: 'var(--panel)', color: 'var(--ink)', borderColor: 'var(--line)' },
  '.cm-diagnostic': { padding: '6px 10px', fontFamily: 'var(--font-sans)', maxWidth: '560px', borderLeftWidth: '3px' },
  '.cm-diagnostic-error': { borderLeftColor: 'var(--alarm)' },
  '.cm-lint-marker': {
    boxSizing: 'border-box',
    width: '9px',
    height: '9px',
    margin: '5px 3px 0',
    border: '2px solid var(--quiet)',
    borderRadius: '50%',
  },
  '.cm-lint-marker-error, .cm-lint-marker-warning, .cm-lint-marker-info': { content: 'normal' },
  '.cm-lint-marker-warning': { borderColor: 'var(--alarm)' },
  '.cm-lint-marker-error': { borderColor: 'var(--alarm)', backgroundColor: 'var(--alarm)' },
  '.cm-lintRange-error, .cm-lintRange-warning, .cm-lintRange-info': {
    backgroundImage: 'none',
    textDecoration: 'underline wavy 1px var(--quiet)',
    textUnderlineOffset: '3px',
  },
  '.cm-lintRange-error, .cm-lintRange-warning': { textDecorationColor: 'var(--alarm)' },
  '.cm-diagnosticAction': {
    display: 'inline-block',
    margin: '4px 0 0',
    padding: '2px 8px',
    border: '1px solid var(--line)',
    borderRadius: '3px',
    backgroundColor: 'var(--raised)',
    color: 'var(--ink)',
    font: 'inherit',
    fontWeight: '600',
    cursor: 'pointer',
  },
  '.cm-diagnosticAction:hover': { borderColor: 'var(--accent)' },
  '.cm-diagnosticText': { display: 'block' },
  '.cm-word': {
    padding: '8px 12px',
    maxWidth: '420px',
    fontFamily: 'var(--font-sans)',
    fontSize: '12px',
    lineHeight: '1.45',
  },
  '.cm-word p + p': { marginTop: '3px' },
  '.cm-word code': { fontFamily: 'var(--font-mono)', fontWeight: '650' },
  '.cm-chip': {
    display: 'inline-block',
    width: '0.8em',
    height: '0.8em',
    marginRight: '0.3em',
    border: '1px solid var(--edge)',
    borderRadius: '2px',
    verticalAlign: '-0.05em',
    cursor: 'pointer',
  },
  '.cm-long-line': { padding: '4px 12px', fontSize: '12px', color: 'var(--quiet)' },
  '.cm-picked-rule': { backgroundColor: 'var(--accent-wash)', boxShadow: '0 0 0 2px var(--accent-wash)' },
  '.cm-swatch': {
    display: 'inline-block',
    width: '11px',
    height: '11px',
    marginRight: '6px',
    border: '1px solid var(--edge)',
    verticalAlign: '-1px',
  },
  '.cm-swatch[hidden]': { display: 'none' },
  '.cm-tooltip.cm-tooltip-autocomplete > ul': {
    fontFamily: 'var(--font-mono)',
    fontVariantLigatures: 'none',
    maxHeight: '16em',
  },
  '.cm-tooltip.cm-tooltip-autocomplete > ul > li': {
    padding: '2px 8px',
    display: 'flex',
    alignItems: 'baseline',
    gap: '8px',
  },
  '.cm-tooltip.cm-tooltip-autocomplete > ul > li[aria-selected]': {
    backgroundColor: 'var(--accent-wash)',
    color: 'var(--ink)',
  },
  '.cm-completionDetail': {
    marginLeft: 'auto',
    color: 'var(--quiet)',
    fontStyle: 'normal',
    fontFamily: 'var(--font-sans)',
    fontSize: '11px',
  },
  '.cm-completionMatchedText': { textDecoration: 'none', fontWeight: '700' },
  '.cm-foldGutter .cm-gutterElement': { color: 'var(--quiet)', cursor: 'pointer' },
  '.cm-matchingBracket, .cm-selectionMatch': { backgroundColor: 'var(--accent-wash)' },
})

/** Selects a stretch and brings it to the middle, in focus. */
export function showRange(editor: EditorView, from: number, to: number): void {
  // In focus first: what is under the cursor of an editor in focus is outlined.
  editor.focus()
  showLines(editor, from, to)
}

/** The same, and the focus stays where it is. */
export function showLines(editor: EditorView, from: number, to: number): void {
  const length = editor.state.doc.length
  editor.dispatch({
    selection: { anchor: Math.min(from, length), head: Math.min(to, length) },
    effects: EditorView.scrollIntoView(Math.min(from, length), { y: 'center' }),
  })
}
