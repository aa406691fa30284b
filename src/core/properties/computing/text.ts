import { escapeIdent } from '../../css/ident.ts'
import { keyword, quote, type Component } from '../../values/component.ts'
import { formatNumber } from '../../values/number.ts'
import { lengthOr, number, px, write, writeOne, type Compute, type ComputeContext } from '../../values/write.ts'

/** Names with numbers: `x 1`, the number added where it is left out. */
export const counters =
  (plain: number): Compute =>
  (components, context) => {
    if (keyword(components[0]) === 'none') return 'none'
    const out: string[] = []
    for (const [at, each] of components.entries()) {
      if (each.kind === 'ident' || each.kind === 'function') {
        const next = components[at + 1]
        out.push(
          each.kind === 'ident'
            ? escapeIdent(each.text)
            : (writeOne(each, context, { numbers: true, names: true }) ?? ''),
        )
        if (!next || next.kind === 'ident') out.push(String(plain))
      } else out.push(formatNumber(number(each, context) ?? 0))
    }
    return out.join(' ')
  }

export const content: Compute = (components, context) => {
  const parts: string[] = []
  for (const each of components) {
    if (each.kind === 'function' && each.name === 'attr') {
      const name = each.args[0]?.kind === 'ident' ? each.args[0].text.toLowerCase() : ''
      parts.push(quote(context.attribute(name) ?? ''))
    } else if (each.kind === 'delim') parts.push('/')
    else {
      const text =
        each.kind === 'function' && /^counters?$/.test(each.name)
          ? writeCounter(each, context)
          : writeOne(each, context, { numbers: true, names: false })
      if (text === null) return null
      parts.push(text)
    }
  }
  return parts.join(' ')
}

function writeCounter(call: Component & { kind: 'function' }, context: ComputeContext): string | null {
  const inner = write(call.args, context, { numbers: true, names: true })
  return inner === null ? null : `${call.name}(${inner.replace(/, decimal$/, '')})`
}

export const quotes: Compute = (components) =>
  keyword(components[0]) !== ''
    ? keyword(components[0])
    : components.map((each) => (each.kind === 'string' ? quote(each.text) : '')).join(' ')

export const letterSpacing: Compute = ([component], context) =>
  keyword(component) === 'normal' || px(component, context) === 0 ? 'normal' : lengthOr(component, context)

export const wordSpacing: Compute = ([component], context) =>
  keyword(component) === 'normal' ? '0px' : lengthOr(component, context)

export const tabSize: Compute = ([component], context) =>
  component?.kind === 'number' ? formatNumber(component.value) : lengthOr(component, context)

/** `filled` is what marks are anyway. */
export const emphasisStyle: Compute = (components, context) => {
  const text = write(components, context, { numbers: false, names: false })
  const parts = text?.split(' ').filter((part) => part !== 'filled') ?? []
  return text === null ? null : parts.join(' ') || 'circle'
}

/** `right` is where marks are anyway. */
export const emphasisPosition: Compute = (components) =>
  components
    .map(keyword)
    .join(' ')
    .replace(/ ?right/, '')

export const listStyleType: Compute = ([component], context) => {
  if (component?.kind === 'ident') return component.text.toLowerCase()
  return component ? writeOne(component, context, { numbers: true, names: true }) : null
}
