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

/** Remembers what was last computed of names and values, and gives it for every map that says the same. */
export function memoSaid<V>(compute: (map: ReadonlyMap<string, string>) => V): (map: ReadonlyMap<string, string>) => V {
  let last: { readonly map: ReadonlyMap<string, string>; readonly value: V } | null = null
  return (map) => {
    if (last?.map === map) return last.value
    last = { map, value: last && saySame(last.map, map) ? last.value : compute(map) }
    return last.value
  }
}

function saySame(one: ReadonlyMap<string, string>, other: ReadonlyMap<string, string>): boolean {
  return one.size === other.size && [...one].every(([name, value]) => other.get(name) === value)
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
