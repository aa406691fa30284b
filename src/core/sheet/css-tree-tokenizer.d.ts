/** The part of css-tree that the core uses: its tokenizer, which ships no types of its own. */
declare module 'css-tree/tokenizer' {
  export function tokenize(source: string, onToken: (type: number, start: number, end: number) => void): void
  export const tokenTypes: Readonly<
    Record<
      | 'EOF' | 'Ident' | 'Function' | 'AtKeyword' | 'Hash' | 'String' | 'BadString' | 'Url' | 'BadUrl' | 'Delim'
      | 'Number' | 'Percentage' | 'Dimension' | 'WhiteSpace' | 'CDO' | 'CDC' | 'Colon' | 'Semicolon' | 'Comma'
      | 'LeftSquareBracket' | 'RightSquareBracket' | 'LeftParenthesis' | 'RightParenthesis' | 'LeftCurlyBracket'
      | 'RightCurlyBracket' | 'Comment',
      number
    >
  >
}
