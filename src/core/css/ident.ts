import { ident } from 'css-tree/utils'

/** The name an identifier, hash or string body stands for, with its escapes resolved (CSS Syntax 3, 4.3.7), also where it breaks off. */
export function unescapeCss(written: string): string {
  if (!written.includes('\\')) return written
  return written.replace(
    /\\(?:([0-9a-f]{1,6})(?:\r\n|[ \t\r\n\f])?|\r\n|([\s\S])|$)/gi,
    (_all, hex?: string, other?: string) => {
      if (hex !== undefined) {
        const code = parseInt(hex, 16)
        return code === 0 || code > 0x10ffff || (code >= 0xd800 && code <= 0xdfff) ? '�' : String.fromCodePoint(code)
      }
      return other === undefined || other === '\n' || other === '\f' || other === '\r' ? '' : other
    },
  )
}

/** Writes a name as a CSS identifier ("serialize an identifier", CSSOM section 2.1). */
export function escapeIdent(name: string): string {
  return ident.encode(name)
}
