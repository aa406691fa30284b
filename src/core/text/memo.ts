/** More texts than any sheet has selectors; then it begins anew. */
const MOST_TEXTS = 50_000

/** Remembers what was computed for a text. */
export function memoText<V>(compute: (text: string) => V): (text: string) => V {
  const known = new Map<string, V>()
  return (text) => {
    let found = known.get(text)
    if (found === undefined) {
      if (known.size >= MOST_TEXTS) known.clear()
      known.set(text, (found = compute(text)))
    }
    return found
  }
}

/** Remembers what was computed for an object as long as the object lives. */
export function memo<K extends object, V>(compute: (key: K) => V): (key: K) => V {
  const known = new WeakMap<K, { readonly value: V }>()
  return (key) => {
    let found = known.get(key)
    if (!found) known.set(key, (found = { value: compute(key) }))
    return found.value
  }
}
