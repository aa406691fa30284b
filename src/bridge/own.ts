/**
 * What the bridge needs of the document, taken before the page is there. A page may call an element anything:
 * `<img name="querySelectorAll">` takes the place of the method of that name, and an `<input name="parentElement">` that of
 * its form's.
 */
function getter<T>(holder: object, name: string): (self: unknown) => T {
  const read = Object.getOwnPropertyDescriptor(holder, name)!.get!
  return (self) => read.call(self) as T
}

const adoptedOf = getter<CSSStyleSheet[]>(Document.prototype, 'adoptedStyleSheets')
const sheetsOf = getter<StyleSheetList>(Document.prototype, 'styleSheets')
const stateOf = getter<DocumentReadyState>(Document.prototype, 'readyState')
const rootOf = getter<HTMLElement | null>(Document.prototype, 'documentElement')
const bodyOf = getter<HTMLElement | null>(Document.prototype, 'body')

const attributeSetter = Reflect.get(Element.prototype, 'setAttribute')
const attributeTaker = Reflect.get(Element.prototype, 'removeAttribute')
export const setAttribute = (element: Element, name: string, value: string): void =>
  attributeSetter.call(element, name, value)
export const takeAttribute = (element: Element, name: string): void => attributeTaker.call(element, name)

export const parentOf = getter<Element | null>(Node.prototype, 'parentElement')
const baseOf = getter<string>(Node.prototype, 'baseURI')
export const wordsOf = getter<string | null>(Node.prototype, 'textContent')
export const widthOf = getter<number>(Element.prototype, 'clientWidth')

/** All nodes in an element, texts and comments among them. */
export const childrenIn = getter<NodeListOf<ChildNode>>(Node.prototype, 'childNodes')
export const wordsIn = getter<string>(CharacterData.prototype, 'data')
const wordsWriter = Object.getOwnPropertyDescriptor(CharacterData.prototype, 'data')!.set!
export const writeWords = (node: CharacterData, words: string): void => wordsWriter.call(node, words)

const childrenOf = getter<HTMLCollection>(Element.prototype, 'children')
/** Where an element stands among the elements of its parent, from 0. */
export const indexIn = (parent: Element, element: Element): number => [...childrenOf(parent)].indexOf(element)

export const page = {
  all: document.querySelectorAll.bind(document),
  byId: document.getElementById.bind(document),
  make: document.createElement.bind(document),
  listen: document.addEventListener.bind(document),
  /** Not every browser has it: then no text is found. */
  caret:
    (document.caretPositionFromPoint as Document['caretPositionFromPoint'] | undefined)?.bind(document) ?? (() => null),
  at: document.elementFromPoint.bind(document),
  range: document.createRange.bind(document),
  fonts: document.fonts,
  animations: document.getAnimations.bind(document),
  sheets: () => sheetsOf(document),
  adopted: () => adoptedOf(document),
  base: () => baseOf(document),
  state: () => stateOf(document),
  root: () => rootOf(document),
  body: () => bodyOf(document),
}
