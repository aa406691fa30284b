import { css } from '@codemirror/lang-css'
import { html } from '@codemirror/lang-html'
import { LanguageSupport, type LRLanguage } from '@codemirror/language'
import { NodeType, Tree, type PartialParse, type ParseWrapper, type TreeFragment } from '@lezer/common'

export const cssText = (): LanguageSupport => guarded(css(), Infinity)
export const htmlText = (config: Parameters<typeof html>[0] = {}): LanguageSupport => guarded(html(config), STRETCH)

/** A language whose parser may fail: the text then has no colours. A parser that throws would let the editor take no key any more. */
function guarded({ language, support }: LanguageSupport, stretch: number): LanguageSupport {
  const { topNode } = (language as LRLanguage).parser
  const wrap: ParseWrapper = (parse, _input, fragments, ranges) => {
    const end = ranges.at(-1)?.to ?? 0
    const until = readSoFar(fragments) + stretch
    if (until < end) parse.stopAt(until)
    return new GuardedParse(parse, topNode, end)
  }
  return new LanguageSupport((language as LRLanguage).configure({ wrap }), support)
}

/**
 * A page is read in stretches of so many characters, each with what was read before: what stands in attributes and elements in
 * another language is set out in one go, which takes 300 ms for 10,000 style attributes. 20,000 characters hold a thousand.
 */
const STRETCH = 20_000

/** How far a text has been read from its start on. */
function readSoFar([first]: readonly TreeFragment[] = []): number {
  return first && first.from === 0 ? first.to : 0
}

/** A parse that ends with a tree of nothing where the parser runs out of stack, as it does on tags thousands deep. */
class GuardedParse implements PartialParse {
  constructor(
    private readonly parse: PartialParse,
    private readonly topNode: NodeType,
    private readonly end: number,
  ) {}

  advance(): Tree | null {
    try {
      return this.parse.advance()
    } catch {
      return new Tree(this.topNode, [], [], this.stoppedAt ?? this.end)
    }
  }

  get parsedPos(): number {
    return this.parse.parsedPos
  }

  stopAt(pos: number): void {
    this.parse.stopAt(pos)
  }

  get stoppedAt(): number | null {
    return this.parse.stoppedAt
  }
}
