/** Things by what `keyOf` says of them, keys and things in the order in which they come. */
export function grouped<T, K>(things: Iterable<T>, keyOf: (thing: T) => K): Map<K, T[]> {
  const groups = new Map<K, T[]>()
  for (const thing of things) addTo(groups, keyOf(thing), thing)
  return groups
}

/** Puts one thing more under a key. */
export function addTo<T, K>(groups: Map<K, T[]>, key: K, thing: T): void {
  const group = groups.get(key)
  if (group) group.push(thing)
  else groups.set(key, [thing])
}
