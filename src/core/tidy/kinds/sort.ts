import { brief } from '../../diagnostics/diagnosis.ts'
import { aliasOf } from '../../properties/aliases.ts'
import { longhandsOf } from '../../properties/shorthands.ts'
import type { Sheet, StyleRule } from '../../sheet/parse.ts'
import { declarationsOf, styleRules } from '../../sheet/walk.ts'
import type { Tidier } from '../proposal.ts'

/** Groups of properties from the place of a box inwards, by how their longhands begin; our own order. The first that fits counts. */
const GROUPS: readonly (readonly [string, RegExp])[] = [
  ['custom', /^--/],
  ['place', /^(?:position|inset|top|right|bottom|left|z-index|float|clear|anchor|position-)/],
  [
    'layout',
    /^(?:display|flex|grid|align|justify|place|order|row-gap|column-gap|gap|columns?-|container|table-|border-(?:collapse|spacing)|caption)/,
  ],
  [
    'size',
    /^(?:box-sizing|(?:min-|max-)?(?:width|height|inline-size|block-size)|aspect-ratio|margin|padding|overflow(?!-wrap)|object|resize|contain|scroll|visibility)/,
  ],
  [
    'text',
    /^(?:font|line-height|letter|word|text|white-space|hyphens|tab-size|direction|writing|unicode|vertical-align|list|quotes|content|counter|color$|hanging|orphans|widows|overflow-wrap)/,
  ],
  [
    'face',
    /^(?:background|border|outline|box-|opacity|mask|clip|filter|backdrop|mix|isolation|accent|caret|fill|stroke|appearance)/,
  ],
]

const groupOf = (property: string): number => {
  const [first] = longhandsOf(aliasOf(property))
  const found = GROUPS.findIndex(([, begins]) => begins.test(first!))
  return found < 0 ? GROUPS.length : found
}

/** The declarations of each rule by group: place, layout, size, text, face, and what moves; in a group they stay as they stand. */
export const sort: Tidier = (sheet) =>
  styleRules(sheet).flatMap(({ rule }) => {
    const pieces = piecesOf(sheet, rule)
    const sorted = pieces?.toSorted((a, b) => a.group - b.group)
    if (!pieces || !sorted || sorted.every((piece, at) => piece === pieces[at])) return []
    const insert = sorted.map((piece, at) => `${pieces[at]!.space}${piece.text}`).join('')
    return [
      {
        says: `The declarations of ${brief(rule.selector)} in groups.`,
        splices: [{ from: rule.block.from, to: pieces.at(-1)!.to, insert }],
        or: [],
      },
    ]
  })

interface Piece {
  readonly group: number
  /** What parts it from the piece before. */
  readonly space: string
  /** The declaration with its semicolon and the comments that belong to it. */
  readonly text: string
  readonly to: number
}

/** A block in pieces, one a declaration; null where it holds more than declarations and comments. */
function piecesOf({ text }: Sheet, rule: StyleRule): Piece[] | null {
  const declarations = declarationsOf(rule)
  if (declarations.length < 2 || declarations.length !== rule.items.length || !rule.closed) return null
  let from = rule.block.from
  return declarations.map(({ property, to, semicolon }) => {
    const end = semicolon ? text.indexOf(';', to) + 1 : to
    const behind =
      /^[ \t]*\/\*(?:[^*\r\n]|\*(?!\/))*\*\/(?=[ \t]*[\r\n])/.exec(text.slice(end, rule.block.to))?.[0] ?? ''
    const whole = text.slice(from, end)
    const space = /^\s*/.exec(whole)![0]
    from = end + behind.length
    const bare = whole.slice(space.length)
    return { group: groupOf(property), space, text: (semicolon ? bare : `${bare};`) + behind, to: from }
  })
}
