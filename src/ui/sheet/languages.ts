import { css } from '@codemirror/lang-css'
import { html } from '@codemirror/lang-html'
import { LanguageSupport, type LRLanguage } from '@codemirror/language'
import { NodeType, Tree, type PartialParse, type ParseWrapper } from '@lezer/common'

export const cssText = (): LanguageSupport => guarded(css())
export const htmlText = (config: Parameters<typeof html>[0] = {}): LanguageSupport => guarded(html(config))

/** A language whose parser may fail: the text then has no colours. A parser that throws would let the editor take no key any more. */
function guarded({ language, support }: LanguageSupport): LanguageSupport {
  const { topNode } = (language as LRLanguage).parser
  const wrap: ParseWrapper = (parse, _input, _fragments, ranges) =>
    new GuardedParse(parse, topNode, ranges.at(-1)?.to ?? 0)
  return new LanguageSupport((language as LRLanguage).configure({ wrap }), support)
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
