import { deepestBracket, skippedComponent, Token, tokensInto } from './tokens.ts'

/**
 * All tokens of a text, in order, as plain numbers: a sheet of a megabyte has hundreds of thousands. Tokens tile the text, so
 * each ends where the next begins.
 */
export class TokenList {
  readonly length: number

  constructor(
    /** The type of each token. */
    private readonly types: Uint8Array,
    /** Where each token begins, and at the end the length of the text. */
    private readonly starts: Int32Array,
  ) {
    this.length = types.length
  }

  /** The type of a token; behind the last, that of the end. */
  type(at: number): number {
    return this.types[at] ?? Token.EOF
  }

  /** Where a token begins; behind the last, where the text ends. */
  from(at: number): number {
    return this.starts[Math.min(at, this.length)]!
  }

  to(at: number): number {
    return this.starts[at + 1]!
  }

  /** The first token that begins at an offset or behind it; the number of tokens when none does. */
  at(offset: number): number {
    let low = 0
    let high = this.length
    while (low < high) {
      const middle = (low + high) >> 1
      if (this.starts[middle]! >= offset) high = middle
      else low = middle + 1
    }
    return low
  }

  /** Index just behind the component value that begins at `at`. */
  skipComponent(at: number): number {
    return skippedComponent((index) => this.types[index]!, at, this.length)
  }

  /** How deep brackets stand in each other among tokens `first` (inclusive) to `end`. */
  bracketDepth(first: number, end: number): number {
    return deepestBracket((index) => this.types[index]!, first, end)
  }

  /** One list of stretches of others; where the last one ends, the text does. */
  static joined(stretches: readonly TokenStretch[]): TokenList {
    const length = stretches.reduce((sum, { first, end }) => sum + end - first, 0)
    const types = new Uint8Array(length)
    const starts = new Int32Array(length + 1)
    let to = 0
    for (const { list, first, end, by } of stretches) {
      types.set(list.types.subarray(first, end), to)
      // The one behind the stretch as well: the next stretch writes over it.
      for (let at = first; at <= end; at++) starts[to + at - first] = list.starts[at]! + by
      to += end - first
    }
    return new TokenList(types, starts)
  }
}

/** Tokens `first` (inclusive) to `end` of a list, which stand further on by so many characters. */
export interface TokenStretch {
  readonly list: TokenList
  readonly first: number
  readonly end: number
  readonly by: number
}

/** The tokens of a text. */
export function tokenListOf(text: string): TokenList {
  const types = new Uint8Array(text.length)
  const starts = new Int32Array(text.length + 1)
  let length = 0
  tokensInto(text, (type, from) => {
    types[length] = type
    starts[length++] = from
  })
  starts[length] = text.length
  return new TokenList(types.slice(0, length), starts.slice(0, length + 1))
}
