/** The name an identifier, hash or string body stands for, with its escapes resolved (CSS Syntax 3, 4.3.7). */
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
  let out = ''
  for (let at = 0; at < name.length; at++) {
    const char = name[at]!
    const code = name.charCodeAt(at)
    if (code === 0) out += '�'
    else if (code < 0x20 || code === 0x7f) out += `\\${code.toString(16)} `
    else if (code >= 0x30 && code <= 0x39 && (at === 0 || (at === 1 && name[0] === '-')))
      out += `\\${code.toString(16)} `
    else if (char === '-' && name.length === 1) out += '\\-'
    else if (code >= 0x80 || /[-_0-9a-z]/i.test(char)) out += char
    else out += `\\${char}`
  }
  return out
}
