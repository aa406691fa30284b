import { escapeText } from './attributes.ts'

/** Plain text as paragraphs of HTML, one a line, those behind the first at an indentation; what blank lines part is one each. */
export function paragraphsOf(text: string, indent: string): string {
  return text
    .split(/(?:\r\n|\r|\n)[ \t]*(?:\r\n|\r|\n)+/)
    .map((part) => part.trim().replace(/(?<!\s)\s*(?:\r\n|\r|\n)\s*/g, ' '))
    .filter((part) => part !== '')
    .map((part) => `<p>${escapeText(part)}</p>`)
    .join(`\n${indent}`)
}
