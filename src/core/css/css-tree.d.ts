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

/** What it knows of names. */
declare module 'css-tree/utils' {
  /** Names as identifiers, escaped where need be. */
  export const ident: { encode(name: string): string; decode(written: string): string }
}

/** The grammars of the CSS specifications, in the value definition syntax. */
declare module 'css-tree/definition-syntax-data' {
  const definitions: {
    readonly types: Readonly<Record<string, string>>
    readonly properties: Readonly<Record<string, string>>
  }
  export default definitions
}

/** Its lexer, which matches values with grammars. */
declare module 'css-tree/lexer' {
  /** A grammar in the value definition syntax, as a tree. */
  export type Syntax =
    | { readonly type: 'Group'; readonly combinator: ' ' | '|' | '||' | '&&'; readonly terms: readonly Syntax[] }
    | {
        readonly type: 'Multiplier'
        readonly comma: boolean
        readonly min: number
        readonly max: number
        readonly term: Syntax
      }
    | { readonly type: 'Keyword' | 'Type' | 'Property' | 'Function' | 'AtKeyword'; readonly name: string }
    | { readonly type: 'Comma' | 'String' | 'Token' | 'Boolean' }

  export class Lexer {
    /** `generic`: with the types that a tokenizer reads, such as `<length>`. */
    constructor(config: {
      readonly generic: boolean
      readonly types: Readonly<Record<string, string>>
      readonly properties: Readonly<Record<string, string>>
      readonly atrules: Readonly<Record<string, never>>
    })
    /** Null for an unknown property; with `false` vendor prefixes are not taken off. */
    getProperty(name: string, fallbackBasename?: boolean): { readonly syntax: Syntax } | null
    getType(name: string): { readonly syntax: Syntax | null } | null
    matchProperty(property: string, value: string): { readonly error: Error | null }
  }
}

/** All of it, for tests. */
declare module 'css-tree' {
  import type { Lexer, Syntax } from 'css-tree/lexer'
  export type { Lexer, Syntax }
  export const lexer: Lexer
  /** Reads and writes grammars. Throws on one that is none. */
  export const definitionSyntax: { parse(syntax: string): Syntax }
  /** The same with other grammars beside or in place of its own. */
  export function fork(extension: {
    readonly types: Readonly<Record<string, string>>
    readonly properties: Readonly<Record<string, string>>
  }): { readonly lexer: Lexer }
}
