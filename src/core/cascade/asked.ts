import type { PageElement } from '../markup/tree.ts'
import { matchesAttribute } from '../selectors/attribute.ts'
import type { Complex, Simple } from '../selectors/parse.ts'

type AttributeTest = Simple & { readonly kind: 'attribute' }

/** What selectors ask of an element itself: the ids and classes that they name, and what they want of attributes. */
export class Asked {
  private readonly ids = new Set<string>()
  private readonly classes = new Set<string>()
  /** By the attribute's name in small letters, then by a sign that no other test has. */
  private readonly tests = new Map<string, Map<string, AttributeTest>>()

  /** `fold` makes names one that match alike. */
  constructor(private readonly fold: (name: string) => string) {}

  add({ compounds }: Complex): void {
    for (const compound of compounds) for (const simple of compound) this.addSimple(simple)
  }

  /**
   * The same text for elements of a type that no selector tells from one another by id, classes or attributes. Of what no rule
   * asks for it says nothing: on some sites every section has an id of its own. That something is a link always counts.
   */
  signature(element: PageElement): string {
    let key = ''
    for (const name of element.attributes.keys()) {
      if (name === 'class') key += this.namedIn(element.classes)
      else if (name === 'id') key += this.ids.has(this.fold(element.id)) ? `#${this.fold(element.id)}` : ''
      else if (name === 'href') key += '@'
      const tests = this.tests.get(element.html ? name : name.toLowerCase())
      if (tests) for (const [sign, test] of tests) if (matchesAttribute(element, test)) key += sign
    }
    return key
  }

  private namedIn(classes: readonly string[]): string {
    let named = ''
    for (const name of classes) if (this.classes.has(this.fold(name))) named += `.${this.fold(name)}`
    return named
  }

  private addSimple(simple: Simple): void {
    if (simple.kind === 'id') this.ids.add(this.fold(simple.name))
    else if (simple.kind === 'class') this.classes.add(this.fold(simple.name))
    else if (simple.kind === 'attribute') this.addTest(simple)
    else if (simple.kind === 'pseudo-class')
      for (const inner of [...(simple.selectors ?? []), ...(simple.nth?.of ?? [])]) this.add(inner)
  }

  private addTest(test: AttributeTest): void {
    const name = test.name.toLowerCase()
    const tests = this.tests.get(name) ?? new Map<string, AttributeTest>()
    this.tests.set(name, tests.set(`[${test.name}${test.operator}${JSON.stringify(test.value)}${test.flag}]`, test))
  }
}
