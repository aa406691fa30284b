import fc from 'fast-check'

/** Made-up rows of boxes: floats, flex, grid, inline-blocks and positioned boxes in containers of every kind. */

const px = fc.integer({ min: 0, max: 420 }).map((value) => `${value}px`)
const small = fc.constantFrom('0', '3px', '10px', '1em', '2%', '5%')
const share = fc.constantFrom('10%', '20%', '25%', '33.33%', '50%', '60%', '100%')
const mixed = fc.constantFrom(
  'calc(50% - 20px)',
  'calc(100% / 3)',
  'min(50%, 300px)',
  'max(120px, 20%)',
  'clamp(80px, 30%, 400px)',
  '20vw',
  '12em',
)
const width = fc.oneof(px, share, mixed, fc.constant('auto'))

const declaration = (name: string, value: fc.Arbitrary<string>) => value.map((each) => `${name}: ${each}`)

const box = fc
  .tuple(
    fc.option(declaration('width', width)),
    fc.option(declaration('min-width', fc.oneof(px, fc.constantFrom('10%', '150px')))),
    fc.option(declaration('max-width', fc.oneof(px, fc.constantFrom('50%', 'none')))),
    fc.option(declaration('padding', small)),
    fc.option(declaration('padding-left', small)),
    fc.option(declaration('margin', fc.constantFrom('0', '5px', '0 auto', '1em 2%', '-10px'))),
    fc.option(declaration('border', fc.constantFrom('1px solid', '4px solid red', 'none'))),
    fc.option(declaration('box-sizing', fc.constantFrom('border-box', 'content-box'))),
  )
  .map((list) => list.filter((each) => each !== null))

const flexible = fc
  .tuple(
    box,
    fc.option(
      declaration('flex', fc.constantFrom('1', '2 1 0', '0 0 200px', '1 1 30%', 'none', '1 0 120px', '0 1 300px')),
    ),
    fc.option(declaration('overflow', fc.constantFrom('hidden', 'visible'))),
    fc.option(declaration('order', fc.constantFrom('-1', '2'))),
    fc.option(declaration('align-self', fc.constantFrom('center', 'stretch'))),
  )
  .map(([own, ...more]) => [...own, ...more.filter((each) => each !== null)])

const placed = fc
  .tuple(
    box,
    fc.option(declaration('grid-column', fc.constantFrom('span 2', '1 / 3', '2', '1 / -1', 'auto'))),
    fc.option(declaration('justify-self', fc.constantFrom('start', 'stretch', 'center'))),
  )
  .map(([own, ...more]) => [...own, ...more.filter((each) => each !== null)])

const floating = fc
  .tuple(
    box,
    fc.constantFrom(
      'float: left',
      'float: right',
      'float: left; clear: left',
      'float: none',
      'float: none; overflow: hidden',
      'float: none; clear: both',
    ),
  )
  .map(([own, float]) => [...own, float])

const inLine = box.map((own) => [...own, 'display: inline-block'])

const positioned = fc
  .tuple(
    box,
    fc.constantFrom('left: 10px; right: 20%', 'left: 5%', 'right: 0; width: 40%', 'inset: 0'),
    fc.constantFrom('absolute', 'fixed'),
  )
  .map(([own, sides, position]) => [...own, `position: ${position}`, sides])

const columns = fc.constantFrom(
  '1fr 2fr',
  '200px 1fr',
  'repeat(3, 1fr)',
  'repeat(auto-fill, minmax(150px, 1fr))',
  'repeat(auto-fit, minmax(220px, 1fr))',
  'minmax(100px, 300px) minmax(0, 1fr)',
  '20% 30% 50%',
  'minmax(250px, 1fr) 2fr 100px',
  'none',
  'auto 1fr',
)

interface Layout {
  readonly container: readonly string[]
  readonly items: readonly (readonly string[])[]
}

const items = (item: fc.Arbitrary<string[]>) => fc.array(item, { minLength: 2, maxLength: 5 })
const layout: fc.Arbitrary<Layout> = fc.oneof(
  fc.record({ container: box, items: items(floating) }),
  fc.record({ container: box, items: items(inLine) }),
  fc.record({ container: box.map((own) => [...own, 'position: relative']), items: items(positioned) }),
  fc.record({ container: box, items: items(box) }),
  fc
    .tuple(
      box,
      fc.constantFrom('nowrap', 'wrap'),
      fc.constantFrom('row', 'row', 'column', 'row-reverse'),
      fc.constantFrom('0', '10px', '2%'),
      items(flexible),
    )
    .map(([own, wrap, direction, gap, list]) => ({
      container: [...own, `display: flex; flex-wrap: ${wrap}; flex-direction: ${direction}; column-gap: ${gap}`],
      items: list,
    })),
  fc.tuple(box, columns, fc.constantFrom('0', '16px', '3%'), items(placed)).map(([own, template, gap, list]) => ({
    container: [...own, `display: grid; grid-template-columns: ${template}; gap: ${gap}`],
    items: list,
  })),
)

/** A page with one layout in it, and another inside its first box. */
export const layoutPage = fc.tuple(layout, layout).map(([outer, inner]) => {
  const style = (list: readonly string[]) => list.join('; ')
  const rules = [
    ['.outer', outer.container],
    ...outer.items.map((item, at) => [`.o${at}`, item] as const),
    ['.inner', inner.container],
    ...inner.items.map((item, at) => [`.i${at}`, item] as const),
  ] as const
  const css = rules.map(([selector, list]) => `${selector} { ${style(list)} }`).join('\n')
  const inside = inner.items.map((_, at) => `<div class="i${at}">word ${at}</div>`).join('\n')
  const boxes = outer.items.map((_, at) =>
    at === 0 ? `<div class="o0"><div class="inner">${inside}</div></div>` : `<div class="o${at}">some words</div>`,
  )
  return `<!doctype html><title>x</title><style>${css}</style><div class="outer">${boxes.join('\n')}</div>`
})

const piece = fc.oneof(
  fc.integer({ min: 60, max: 320 }).map((value) => `${value}px`),
  fc.constantFrom('20%', '33%', '45%', '50%', '12em', '15vw'),
)

/** A page with rows that hold at some widths of the viewport: floats and items of flex with sizes of every unit, and queries. */
export const rowPage = fc
  .record({
    container: fc.constantFrom(
      'width: 925px',
      'max-width: 70%',
      'width: 80%; max-width: 1100px',
      'padding: 0 5%',
      'width: calc(100% - 140px)',
      'min-width: 700px',
    ),
    floats: fc.array(piece, { minLength: 2, maxLength: 4 }),
    flex: fc.array(piece, { minLength: 2, maxLength: 4 }),
    edges: fc.constantFrom(
      'padding: 0 15px',
      'margin: 0 2%',
      'border: 3px solid',
      'box-sizing: border-box; padding: 20px',
      '',
    ),
    wrap: fc.constantFrom('wrap', 'nowrap'),
    query: fc.constantFrom('(max-width: 600px)', '(min-width: 50em)', '(500px <= width < 900px)', 'print'),
  })
  .map(({ container, floats, flex, edges, wrap, query }) => {
    const widths = (list: readonly string[], name: string) =>
      list.map((width, at) => `.${name}${at} { width: ${width} }`).join('\n')
    const css = `.row { ${container} } .row > div { ${edges} } .floats > div { float: left } .flex { display: flex; flex-wrap: ${wrap}; gap: 10px }
.flex > div { flex-shrink: 0; overflow: hidden }
${widths(floats, 'f')}
${widths(flex, 'x')}
@media ${query} { .f0 { width: 40px } .x1 { width: 30% } }`
    const boxes = (list: readonly string[], name: string) =>
      list.map((_, at) => `<div class="${name}${at}">${at}</div>`).join('')
    return `<!doctype html><title>x</title><style>${css}</style><div class="row floats">${boxes(floats, 'f')}</div><div style="clear: both" class="row flex">${boxes(flex, 'x')}</div>`
  })
