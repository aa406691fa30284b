import type { Sheet } from '../sheet/parse.ts'
import { lineEndOf } from '../text/place.ts'
import { rewritten, type Splice } from '../text/splice.ts'
import { withHeadRight } from './head.ts'
import { sectionsOf, type Section } from './outline.ts'

/** What can be done with sections; places count from 0. */
export type SectionDeed =
  | { readonly do: 'add'; readonly name: string; readonly behind: number | null }
  | { readonly do: 'rename'; readonly at: number; readonly name: string }
  | { readonly do: 'move'; readonly at: number; readonly to: number }

/** Why a name cannot head a section; null when it can. */
export function sectionNameFault(name: string): string | null {
  const bare = name.trim()
  if (bare === '') return 'Write a name for the section.'
  if (/[;{}\r\n]|\*\/|\/\*/.test(bare)) return 'Leave out braces, semicolons and comment marks.'
  if (/[:.!?]$|^[*=\-_#~+!|/]/.test(bare)) return 'Begin with a letter or digit, and end without a full stop or colon.'
  return bare.length > 60 ? 'Use at most 60 characters.' : null
}

/** The splices of a deed; the list of sections in the head follows. */
export function planSection(sheet: Sheet, deed: SectionDeed): Splice[] {
  const { text } = sheet
  return rewritten(text, withHeadRight(text, splicesOf(sheet, deed)))
}

function splicesOf(sheet: Sheet, deed: SectionDeed): Splice[] {
  const sections = sectionsOf(sheet)
  if (deed.do === 'move') return moved(sheet, sections, deed.at, deed.to)
  if (deed.do === 'rename') {
    const section = sections[deed.at]
    return section ? [{ ...section.named, insert: deed.name.trim() }] : []
  }
  return added(sheet, sections, deed.name.trim(), deed.behind)
}

/** A comment like those that head the others. */
function added({ text }: Sheet, sections: readonly Section[], name: string, behind: number | null): Splice[] {
  const eol = lineEndOf(text)
  const like = sections[0]
  const comment = like
    ? text.slice(like.comment.from, like.named.from) + name + text.slice(like.named.to, like.comment.to)
    : `/* ${name} */`
  const from = behind === null ? text.length : (sections[behind]?.to ?? text.length)
  const before = text.slice(0, from)
  const lead =
    before.trim() === ''
      ? ''
      : /(?:\r\n|[\r\n])[ \t]*(?:\r\n|[\r\n])$/.test(before)
        ? ''
        : /[\r\n]$/.test(before)
          ? eol
          : eol + eol
  return [{ from, to: from, insert: `${lead}${comment}${eol}${from < text.length ? eol : ''}` }]
}

/** A section with all its rules in front of or behind another. */
function moved({ text }: Sheet, sections: readonly Section[], at: number, to: number): Splice[] {
  const [section, other] = [sections[at], sections[to]]
  if (!section || !other || at === to) return []
  const eol = lineEndOf(text)
  const body = text.slice(section.from, section.to).trimEnd() + eol
  const place = to < at ? other.from : other.to
  const isEnd = place === text.length
  const lead = isEnd ? (/[\r\n]$/.test(text) ? eol : eol + eol) : ''
  return [
    { from: section.from, to: section.to, insert: '' },
    { from: place, to: place, insert: `${lead}${body}${isEnd ? '' : eol}` },
  ].sort((a, b) => a.from - b.from)
}
