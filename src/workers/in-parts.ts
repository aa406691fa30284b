/** Texts in parts of about so many characters, each as soon as it is full; at least one part. */
export function* inParts<T extends readonly [path: string, text: string | null]>(
  texts: Iterable<T>,
  characters: number,
): Generator<T[]> {
  let part: T[] = []
  let size = 0
  for (const each of texts) {
    part.push(each)
    size += each[1]?.length ?? 0
    if (size < characters) continue
    yield part
    part = []
    size = 0
  }
  yield part
}
