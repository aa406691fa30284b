// Two readings of what Chromium computes of a page, beside each other: see `computedOf` in browser-site.mjs.

/** Elements of both, paired in order; what has come in between is nobody's before. */
export function differencesOf(before, after) {
  const differing = []
  const partners = new Map()
  let at = 0
  for (const [place, element] of before.entries()) {
    while (at < after.length && (after[at].key !== element.key || after[at].says !== element.says)) at++
    if (at === after.length) return [{ property: '(structure)', element: element.key, place }]
    partners.set(place, at++)
  }
  for (const [place, other] of partners) {
    const { key, values, parent } = before[place]
    for (const [property, value] of Object.entries(values)) {
      const now = after[other].values[property]
      // Flow-relative twins change with what they are twins of.
      if (value === now || /(?:^|-)(?:block|inline)-/.test(property)) continue
      const follows =
        parent !== null && before[parent].values[property] !== after[partners.get(parent)].values[property]
      if (!follows) differing.push({ property, element: key, before: value, after: now })
    }
  }
  return differing
}
