/** The texts of a site on its way, as bytes in UTF-8 one after another. */
export interface PackedTexts {
  readonly body: Uint8Array
  /** Where the first begins. */
  readonly begin: number
  /** In their order: how many bytes each takes, or null where it is not among them. */
  readonly packed: readonly (readonly [path: string, bytes: number | null])[]
  /** Those that UTF-8 cannot hold. */
  readonly inHead: Readonly<Record<string, string>>
}

/** The texts in their order, each read when it is its turn. */
export function* textsIn({ body, begin, packed, inHead }: PackedTexts): Generator<[path: string, text: string]> {
  // A byte-order mark is a character of the text.
  const decoder = new TextDecoder('utf-8', { ignoreBOM: true })
  let at = begin
  for (const [path, length] of packed) {
    const from = at
    at += length ?? 0
    yield [path, length === null ? (inHead[path] ?? '') : decoder.decode(body.subarray(from, at))]
  }
}
