import { componentsOf, type Component } from '../values/component.ts'

/**
 * Functions that stand for a value found out later (CSS Values 5, section 9): what a declaration with one of them says is not known
 * before the cascade has run, so browsers take it whatever stands beside.
 */
const NAMES = new Set(['var', 'env', 'attr', 'if'])

const isOne = (component: Component): component is Component & { kind: 'function' } =>
  component.kind === 'function' && (NAMES.has(component.name) || component.name.startsWith('--'))

const isNested = (component: Component): boolean =>
  isOne(component) ||
  ((component.kind === 'function' || component.kind === 'block') && component.args.some((each) => isNested(each)))

/** Whether a value holds a function of that sort, at any depth. */
export function isSubstituted(value: string): boolean {
  return /(?<![\w-])(?:var|env|attr|if|--[\w-]*)\(/i.test(value) && componentsOf(value).some(isNested)
}

/** What is wrong with such functions themselves, as a sentence; null when nothing is. */
export function substitutionFault(value: string): string | null {
  const faults = [...substitutions(componentsOf(value))].map(faultOf)
  return faults.find((fault) => fault !== null) ?? null
}

function* substitutions(components: readonly Component[]): Generator<Component & { kind: 'function' }> {
  for (const component of components) {
    if (isOne(component)) yield component
    if (component.kind === 'function' || component.kind === 'block') yield* substitutions(component.args)
  }
}

function faultOf({ name, args }: Component & { kind: 'function' }): string | null {
  const [first, second] = args
  if (name === 'var') {
    if (first?.kind !== 'ident' || !first.text.startsWith('--'))
      return 'var() takes the name of a custom property, which begins with two hyphens, as in var(--ink).'
    if (second && !isComma(second)) return 'In var() only a comma and a value to fall back on may follow the name.'
  }
  if (name === 'env' && first?.kind !== 'ident') return 'env() takes the name of an environment variable first.'
  return null
}

const isComma = (component: Component) => component.kind === 'delim' && component.text === ','
