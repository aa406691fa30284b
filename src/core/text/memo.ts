/** Remembers what was computed for an object as long as the object lives. */
export function memo<K extends object, V>(compute: (key: K) => V): (key: K) => V {
  const known = new WeakMap<K, { readonly value: V }>()
  return (key) => {
    let found = known.get(key)
    if (!found) known.set(key, (found = { value: compute(key) }))
    return found.value
  }
}
