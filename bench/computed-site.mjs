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
    if (values === after[other].values) continue
    const around = parent === null ? [{}, {}] : [valuesOf(before[parent]), valuesOf(after[partners.get(parent)])]
    const later = valuesOf(after[other])
    for (const [property, value] of Object.entries(valuesOf(before[place]))) {
      const now = later[property]
      // Flow-relative twins change with what they are twins of.
      if (value === now || /(?:^|-)(?:block|inline)-/.test(property)) continue
      const follows = around[0][property] !== around[1][property]
      if (!follows) differing.push({ property, element: key, before: value, after: now })
    }
  }
  return differing
}

/** A property a line, as in `computedOf`. */
function valuesOf({ values }) {
  return Object.fromEntries(values.split('\n').map((line) => line.split(/: (.*)/s)))
}
