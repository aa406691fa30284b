declare module 'wawoff2' {
  /** The TrueType or OpenType font in a WOFF2 file. Rejects for damaged files. */
  export function decompress(bytes: Uint8Array): Promise<Uint8Array>
}
