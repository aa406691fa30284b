import { Token, tokensOf } from '../css/tokens.ts'
import type { Sheet } from '../sheet/parse.ts'
import type { Splice } from '../text/splice.ts'
import { brief, mendBy, type Diagnosis, type Mend } from './diagnosis.ts'

/** Tags that get into a stylesheet with what was pasted. */
const TAG =
  /<(?:\/?(?:style|script|html|head|body|link|meta|title|div|p|a|span|ul|li|h[1-6]|table|br|img|nav|header|footer|main|section)\b[^<>]*>|!doctype\b[^<>]*>|\?(?:php|xml)\b)/i
const WHOLE_PAGE = /<(?:!doctype|html|head|body)\b/i

/** Whether a stretch holds a tag of HTML or the beginning or end of a comment of HTML. */
export const looksLikeMarkup = (text: string): boolean => TAG.test(text) || /<!--|-->/.test(text)

/** Markup in a stylesheet: tags, comments of HTML, a whole page. Browsers take it as part of the selector behind it. */
export function markupDiagnoses({ text }: Pick<Sheet, 'text'>): Diagnosis[] {
  if (!/[<]|-->/.test(text)) return []
  const plain = withoutStrings(text)
  if (WHOLE_PAGE.test(plain)) return [wholePage(text, plain)]
  return [...tags(text, plain), ...comments(text, plain)]
}

/** The text with comments and strings blanked out: what stands in them is only mentioned. */
function withoutStrings(text: string): string {
  let out = ''
  for (const { type, from, to } of tokensOf(text))
    out +=
      type === Token.Comment || type === Token.String || type === Token.Url
        ? ' '.repeat(to - from)
        : text.slice(from, to)
  return text.startsWith('\uFEFF') ? ` ${out}` : out
}

function wholePage(text: string, plain: string): Diagnosis {
  const from = plain.search(WHOLE_PAGE)
  return {
    rule: 'markup-in-sheet',
    severity: 'error',
    from,
    to: from + /^[^>]*>?/.exec(text.slice(from))![0].length,
    message:
      'A page of HTML stands in this stylesheet. Browsers take its tags as selectors they do not know and drop the rules behind them. Only what stands between <style> and </style> belongs here.',
    mend: onlyStyles(text),
  }
}

/** Keeps what stands in style elements; null where there is none. */
function onlyStyles(text: string): Mend | null {
  const kept = [...text.matchAll(/(?<=<style\b[^>]*>)[\s\S]*?(?=<\/style\s*>)/gi)]
  if (kept.length === 0) return null
  const splices: Splice[] = []
  let end = 0
  for (const { index, 0: inner } of kept) {
    splices.push({ from: end, to: index, insert: '' })
    end = index + inner.length
  }
  splices.push({ from: end, to: text.length, insert: '' })
  return { label: 'Keep only what stands in <style>', splices }
}

function tags(text: string, plain: string): Diagnosis[] {
  return [...plain.matchAll(new RegExp(TAG, 'gi'))].map(({ index, 0: tag }) => {
    const written = text.slice(index, index + tag.length)
    const isStyle = /^<\/?style\b/i.test(tag)
    return {
      rule: 'markup-in-sheet',
      severity: 'error',
      from: index,
      to: index + tag.length,
      message: `${brief(written, 30)} is HTML. ${isStyle ? 'In a file of its own a stylesheet needs no tags: browsers' : 'Browsers'} take it as part of the selector behind it and drop that rule.`,
      mend: isStyle ? mendBy('Take the tag away', index, index + tag.length, '') : null,
    }
  })
}

/** Comments of HTML. The marks alone do no harm around rules; words between them become part of a selector. */
function comments(text: string, plain: string): Diagnosis[] {
  return [...plain.matchAll(/<!--([\s\S]*?)-->/g)].flatMap(({ index, 0: comment, 1: inner }) => {
    if (inner!.includes('{') || inner!.trim() === '') return []
    const end = index + comment.length
    const mend: Mend | null = inner!.includes('*/')
      ? null
      : {
          label: 'Write it as a comment of CSS',
          splices: [
            { from: index, to: index + 4, insert: '/*' },
            { from: end - 3, to: end, insert: '*/' },
          ],
        }
    return [
      {
        rule: 'markup-in-sheet',
        severity: 'error',
        from: index,
        to: end,
        message: `“${brief(text.slice(index, end))}” is a comment of HTML. Browsers take its words as part of the selector behind it and drop that rule. In CSS a comment stands between /* and */.`,
        mend,
      },
    ]
  })
}
