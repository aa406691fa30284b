import type { Complex, Simple } from './parse.ts'

/** (ids, classes and attributes and pseudo-classes, types and pseudo-elements): Selectors Level 4, section 17. */
export type Specificity = readonly [number, number, number]

/** Negative when `a` is the weaker one, positive when it is the stronger one, 0 when equal. */
export function compareSpecificity(a: Specificity, b: Specificity): number {
  return a[0] - b[0] || a[1] - b[1] || a[2] - b[2]
}

/** Specificity of one complex selector. `&` counts as `nesting`, the specificity of the rule around it. */
export function specificityOf(selector: Complex, nesting: Specificity = [0, 0, 0]): Specificity {
  let sum: Specificity = [0, 0, 0]
  for (const compound of selector.compounds) for (const simple of compound) sum = add(sum, ofSimple(simple, nesting))
  return sum
}

/** The highest specificity in a list: what `:is()`, `:not()` and `&` count as. */
export function highestSpecificity(selectors: readonly Complex[], nesting?: Specificity): Specificity {
  return selectors
    .map((selector) => specificityOf(selector, nesting))
    .reduce<Specificity>((high, next) => (compareSpecificity(next, high) > 0 ? next : high), [0, 0, 0])
}

function add(a: Specificity, b: Specificity): Specificity {
  return [a[0] + b[0], a[1] + b[1], a[2] + b[2]]
}

function ofSimple(simple: Simple, nesting: Specificity): Specificity {
  switch (simple.kind) {
    case 'universal':
      return [0, 0, 0]
    case 'nesting':
      return nesting
    case 'id':
      return [1, 0, 0]
    case 'type':
    case 'pseudo-element':
      return [0, 0, 1]
    case 'class':
    case 'attribute':
      return [0, 1, 0]
    case 'pseudo-class':
      if (simple.name === 'where') return [0, 0, 0]
      if (simple.selectors) return highestSpecificity(simple.selectors, nesting)
      if (simple.nth?.of) return add([0, 1, 0], highestSpecificity(simple.nth.of, nesting))
      return [0, 1, 0]
  }
}
