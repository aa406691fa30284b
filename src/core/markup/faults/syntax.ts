import type { Page } from '../tree.ts'
import type { MarkupFault } from './fault.ts'

const BROKEN_OFF = () =>
  'Here the markup cannot be read: a tag or an attribute is broken off. Browsers guess what is meant.'
const OPEN_COMMENT = () => 'This comment is not closed by -->, so what follows may be missing from the page.'

/** The parse errors of the HTML standard (13.2.2) that somebody should know of, in words; `before` is the text up to the place, with a semicolon there. */
const WORDS: Readonly<Record<string, (before: string) => string>> = {
  'duplicate-attribute': (before) =>
    `The attribute ${/([^\s"'<>/=]+)$/.exec(before)?.[1] ?? ''} stands here twice; browsers take the first and ignore the other.`,
  'missing-whitespace-between-attributes': () => 'There is no space between two attributes.',
  'unknown-named-character-reference': (before) =>
    `${/&\w+;?$/.exec(before)?.[0] ?? 'This'} is no character HTML knows; it shows as it is written.`,
  'missing-semicolon-after-character-reference': (before) =>
    `${/&#?\w+$/.exec(before)?.[0] ?? 'A character'} lacks its semicolon.`,
  'unexpected-character-in-attribute-name': BROKEN_OFF,
  'unexpected-equals-sign-before-attribute-name': BROKEN_OFF,
  'unexpected-character-in-unquoted-attribute-value': BROKEN_OFF,
  'missing-attribute-value': BROKEN_OFF,
  'eof-in-tag': BROKEN_OFF,
  'eof-before-tag-name': BROKEN_OFF,
  'invalid-first-character-of-tag-name': () => 'This < begins no tag. Where it is meant as text, write &lt;.',
  'unexpected-question-mark-instead-of-tag-name': () => 'HTML has no <? … >; browsers take it for a comment.',
  'eof-in-comment': OPEN_COMMENT,
  'nested-comment': OPEN_COMMENT,
  'incorrectly-opened-comment': () => 'A comment begins with <!--; browsers take this for one all the same.',
  'eof-in-element-that-can-contain-only-text': () =>
    'An element that holds text alone, such as <title>, <style> or <script>, is never closed; the rest of the page is inside it.',
}

/** Where the text of a page is not HTML. */
export function syntaxFaults({ text, parseErrors }: Page): MarkupFault[] {
  return parseErrors.flatMap(({ code, from, to }): MarkupFault[] => {
    const words = WORDS[code]
    // An XML declaration at the top of a page is harmless, and many pages have one.
    if (!words || (code === 'unexpected-question-mark-instead-of-tag-name' && isDeclaration(text, from))) return []
    return [
      {
        from,
        to: Math.min(text.length, Math.max(to, from + 1)),
        kind: 'guessed',
        message: words(text.slice(Math.max(0, to - 80), text[to] === ';' ? to + 1 : to)),
      },
    ]
  })
}

const isDeclaration = (text: string, at: number) =>
  /^\s*<\??$/.test(text.slice(0, at)) || /^\s*<\?xml\b/.test(text.slice(0, at + 5))
