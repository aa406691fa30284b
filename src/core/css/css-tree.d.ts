/** The parts of css-tree that the core uses, which ships no types of its own. First its tokenizer. */
declare module 'css-tree/tokenizer' {
  export function tokenize(source: string, onToken: (type: number, start: number, end: number) => void): void
  export const tokenTypes: Readonly<
    Record<
      | 'EOF'
      | 'Ident'
      | 'Function'
      | 'AtKeyword'
      | 'Hash'
      | 'String'
      | 'BadString'
      | 'Url'
      | 'BadUrl'
      | 'Delim'
      | 'Number'
      | 'Percentage'
      | 'Dimension'
      | 'WhiteSpace'
      | 'CDO'
      | 'CDC'
      | 'Colon'
      | 'Semicolon'
      | 'Comma'
      | 'LeftSquareBracket'
      | 'RightSquareBracket'
      | 'LeftParenthesis'
      | 'RightParenthesis'
      | 'LeftCurlyBracket'
      | 'RightCurlyBracket'
      | 'Comment',
      number
    >
  >
}

/** Its lexer, which matches values with the grammars of the CSS specifications. */
declare module 'css-tree' {
  /** Names as identifiers, escaped where need be. */
  export const ident: { encode(name: string): string }
  export const lexer: {
    /** Null for an unknown property; with `false` vendor prefixes are not taken off. */
    getProperty(name: string, fallbackBasename?: boolean): object | null
    matchProperty(property: string, value: string): { readonly error: Error | null }
  }
}
