import { readFileSync } from 'node:fs'
import { expect, test } from './test.ts'
import { planLayers, PLAIN_LAYER, readLayers } from '../src/core/backgrounds/layers.ts'
import { allContrastPairs } from '../src/core/contrast/pairs.ts'
import { parseSheet } from '../src/core/sheet/parse.ts'
import { applySplices } from '../src/core/text/splice.ts'
import { matchFace, type Face } from '../src/core/type/faces.ts'
import { fallbackMetrics, frequencies, LOCAL_FONTS } from '../src/core/type/fallback.ts'
import { FAMILIES } from '../src/core/type/families.ts'
import { fluidSize, SIZE_UNITS, sizeInPx, writeSize } from '../src/core/type/units.ts'
import { readSite } from '../src/cli/read-site.ts'
import { readFont } from '../src/server/media/read-font.ts'
import { demoFiles } from './helpers.ts'
import { staticServer } from './published.ts'

const data = (file: string, type = 'woff2') => `data:font/${type};base64,${readFileSync(file).toString('base64')}`
const OPEN = { Arial: 'arimo', 'Times New Roman': 'tinos', Georgia: 'gelasio', 'Courier New': 'cousine' } as const

test('contrast pairs of the demo are those recomputed in Chromium from computed styles', async ({ browser }) => {
  const { server, address } = await staticServer(demoFiles(), [])
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } })
  const model = readSite('demo/vennor-isles', { width: 1280, height: 800 }).model
  const own = allContrastPairs(model, { width: 1280, height: 800 }).filter(
    ({ kind, state }) => kind === 'text' && state === 'none',
  )
  const counted = new Map<string, number>()
  for (const path of model.pagePaths) {
    await page.goto(`${address}/${path}`)
    const found = await page.evaluate(() => {
      const read = (color: string) => color.match(/[\d.]+/g)!.map(Number)
      const hex = (parts: number[]) =>
        `#${parts
          .slice(0, 3)
          .map((part) => Math.round(part).toString(16).padStart(2, '0'))
          .join('')}`
      const groundOf = (element: Element): number[] => {
        const below = element.parentElement ? groundOf(element.parentElement) : [255, 255, 255]
        const [r = 0, g = 0, b = 0, alpha = 1] = read(getComputedStyle(element).backgroundColor)
        return [r, g, b].map((part, at) => part * alpha + below[at]! * (1 - alpha))
      }
      return [...document.querySelectorAll('body, body *')]
        .filter((element) => {
          const typed = element.matches('input, select, textarea')
          return (
            (typed || [...element.childNodes].some((node) => node.nodeType === 3 && node.textContent!.trim() !== '')) &&
            !element.matches('option, script, style') &&
            element.getClientRects().length > 0
          )
        })
        .map((element) => {
          const style = getComputedStyle(element)
          const size = parseFloat(style.fontSize)
          return `${hex(read(style.color))} ${hex(groundOf(element))} ${size >= 24 || (size >= 56 / 3 && Number(style.fontWeight) >= 700) ? 3 : 4.5}`
        })
    })
    for (const key of found) counted.set(key, (counted.get(key) ?? 0) + 1)
  }
  expect(
    Object.fromEntries(
      own.map(({ text, background, needs, elements }) => [`${text} ${background} ${needs}`, elements]),
    ),
  ).toEqual(Object.fromEntries(counted))
  await page.close()
  server.close()
})

test('sizes in every unit are the px Chromium makes of them, and fluid ones at every width', async ({ page }) => {
  await page.setContent('<html style="font-size:18px"><body style="font-size:20px;margin:0"><p>x</p></body></html>')
  const px = (value: string) =>
    page.evaluate((size) => {
      const element = document.querySelector('p')!
      element.style.fontSize = size
      return parseFloat(getComputedStyle(element).fontSize)
    }, value)
  for (const width of [360, 768, 1280]) {
    await page.setViewportSize({ width, height: 700 })
    const context = { parent: 20, root: 18, viewport: width }
    for (const size of ['24pt', '1.3rem', '1.3em', '87.5%', '4vw', '17.5px'])
      expect(await px(size), size).toBeCloseTo(sizeInPx(size, context)!, 2)
    for (const unit of SIZE_UNITS) expect(await px(writeSize(23, unit, context)!), unit).toBeCloseTo(23, 1)
    for (const [least, most] of [
      [18, 32],
      [30, 20],
    ] as const) {
      const line = least + ((most - least) * (Math.min(1280, Math.max(360, width)) - 360)) / 920
      expect(
        await px(fluidSize({ least: { viewport: 360, size: least }, most: { viewport: 1280, size: most } }, 18)!),
      ).toBeCloseTo(line, 1)
    }
  }
})

test('faces are matched as Chromium matches them', async ({ page }) => {
  // Four fonts of very different widths stand for the faces of one family, so that a width tells which one was taken.
  const files = { courier: 'cousine', arial: 'arimo', times: 'tinos', georgia: 'gelasio' }
  const sources = Object.values(files).map((name) =>
    data(`node_modules/@fontsource/${name}/files/${name}-latin-400-normal.woff2`),
  )
  const sets: Pick<Face, 'weight' | 'style' | 'stretch'>[][] = [
    [
      { weight: [300, 300], style: 'normal', stretch: [100, 100] },
      { weight: [500, 500], style: 'normal', stretch: [100, 100] },
      { weight: [600, 600], style: 'normal', stretch: [100, 100] },
    ],
    [
      { weight: [200, 400], style: 'normal', stretch: [100, 100] },
      { weight: [700, 700], style: 'italic', stretch: [100, 100] },
      { weight: [800, 900], style: 'normal', stretch: [100, 100] },
    ],
    [
      { weight: [400, 400], style: 'normal', stretch: [75, 75] },
      { weight: [400, 400], style: 'normal', stretch: [125, 125] },
      { weight: [700, 700], style: 'normal', stretch: [75, 75] },
    ],
    // Chromium takes italic and oblique faces for the same, against the standard; so no set has both.
    [
      { weight: [400, 400], style: 'normal', stretch: [100, 100] },
      { weight: [700, 700], style: 'oblique', stretch: [100, 100] },
      { weight: [300, 300], style: 'oblique', stretch: [100, 100] },
    ],
  ]
  for (const [at, faces] of sets.entries()) {
    const family = `Set${at}`
    await page.setContent(
      `<style>${faces.map(({ weight, style, stretch }, index) => `@font-face { font-family: ${family}; src: url(${sources[index]}); font-weight: ${weight.join(' ')}; font-style: ${style}; font-stretch: ${stretch[0]}% }`).join('')}</style><span style="font: 100px ${family}; font-synthesis: none">minimum</span>`,
    )
    const widths = await page.evaluate(
      async (urls) => {
        const probe = document.createElement('span')
        document.body.append(probe)
        probe.textContent = 'minimum'
        return Promise.all(
          urls.map(async (url, index) => {
            const face = new FontFace(`Probe${index}`, `url(${url})`)
            document.fonts.add(await face.load())
            const pen = document.createElement('canvas').getContext('2d')!
            pen.font = `100px Probe${index}`
            return pen.measureText('minimum').width
          }),
        )
      },
      sources.slice(0, faces.length),
    )
    for (const weight of [100, 300, 400, 450, 500, 550, 600, 700, 900]) {
      for (const style of ['normal', 'italic', 'oblique'] as const) {
        for (const stretch of [75, 100, 125]) {
          const wanted = faces.indexOf(matchFace(faces, { weight, style, stretch })!)
          const width = await page.evaluate(
            async ({ weight: w, style: s, stretch: t }) => {
              const span = document.querySelector('span')!
              Object.assign(span.style, { fontWeight: String(w), fontStyle: s, fontStretch: `${t}%` })
              await document.fonts.load(`${s} ${w} 100px ${getComputedStyle(span).fontFamily}`)
              await document.fonts.ready
              span.getBoundingClientRect()
              await document.fonts.ready
              return span.getBoundingClientRect().width
            },
            { weight, style, stretch },
          )
          const taken = widths
            .map((each) => Math.abs(each - width))
            .reduce((best, each, index, all) => (each < all[best]! ? index : best), 0)
          expect([family, weight, style, stretch, taken]).toEqual([family, weight, style, stretch, wanted])
        }
      }
    }
  }
})

test('a fallback that fits takes the room of the font, in width and in height', async ({ page }) => {
  const prose =
    'Every boat leaves the quay at noon and comes home before the tide has turned. Bicycles travel free, dogs on a lead, and the crew will take your bags across the gangway when it is steep at low water. '.repeat(
      3,
    )
  const often = frequencies(prose)
  for (const family of FAMILIES.filter(({ name }) =>
    ['Lora', 'Public Sans', 'JetBrains Mono', 'Oswald', 'EB Garamond'].includes(name),
  )) {
    const file = `node_modules/${family.package}/files/${family.files[0]!.file}`
    const facts = readFont(readFileSync(file))!
    const local = LOCAL_FONTS.find(
      ({ generic }) =>
        generic === (family.kind === 'serif' ? 'serif' : family.kind === 'monospace' ? 'monospace' : 'sans-serif'),
    )!
    const { sizeAdjust, ascentOverride, descentOverride, lineGapOverride } = fallbackMetrics(
      facts,
      local.name,
      false,
      often,
    )
    const percent = (share: number) => `${share * 100}%`
    const open = OPEN[local.name]
    await page.setContent(`<style>
      @font-face { font-family: Real; src: url(${data(file)}); font-weight: ${family.weights.join(' ')} }
      @font-face { font-family: Fit; src: url(${data(`node_modules/@fontsource/${open}/files/${open}-latin-400-normal.woff2`)}); size-adjust: ${percent(sizeAdjust)}; ascent-override: ${percent(ascentOverride)}; descent-override: ${percent(descentOverride)}; line-gap-override: ${percent(lineGapOverride)} }
      @font-face { font-family: Raw; src: url(${data(`node_modules/@fontsource/${open}/files/${open}-latin-400-normal.woff2`)}) }
      span { font-size: 20px; white-space: nowrap; line-height: normal } div { width: 640px; font-size: 20px; line-height: normal }
    </style><span id="Real" style="font-family:Real">${prose}</span><br><span id="Fit" style="font-family:Fit">${prose}</span><br><span id="Raw" style="font-family:Raw">${prose}</span><div class="Real" style="font-family:Real">${prose}</div><div class="Fit" style="font-family:Fit">${prose}</div>`)
    const measured = await page.evaluate(async () => {
      await document.fonts.ready
      const width = (id: string) => document.getElementById(id)!.getBoundingClientRect().width
      const height = (name: string) => document.querySelector(`.${name}`)!.getBoundingClientRect().height
      return {
        real: width('Real'),
        fit: width('Fit'),
        raw: width('Raw'),
        tall: height('Real'),
        fitTall: height('Fit'),
        line: parseFloat(getComputedStyle(document.querySelector('.Real')!).fontSize),
      }
    })
    // Kerning and ligatures, which the widths of letters do not tell, leave up to 1 %.
    expect(Math.abs(measured.fit / measured.real - 1), `${family.name} runs as wide`).toBeLessThan(0.01)
    // As many lines of the same height; where one word falls over the edge, one line may differ.
    expect(Math.abs(measured.fitTall - measured.tall), `${family.name} stands as tall`).toBeLessThanOrEqual(
      measured.tall / 12,
    )
    if (Math.abs(measured.raw / measured.real - 1) > 0.01)
      expect(Math.abs(measured.fit - measured.real)).toBeLessThan(Math.abs(measured.raw - measured.real) / 2)
  }
})

test('background layers that are written are what Chromium computes', async ({ page }) => {
  const layers = [
    {
      ...PLAIN_LAYER,
      image: 'url("https://x.example/a.png")',
      position: 'right top',
      size: 'cover',
      repeat: 'no-repeat',
      attachment: 'fixed',
    },
    { ...PLAIN_LAYER, image: 'linear-gradient(to right, red 10%, blue)', position: '10px 20%', repeat: 'repeat-x' },
  ]
  for (const css of [
    'body { color: red }',
    'body { background: navy }',
    'body { background: #fff url(https://x.example/b.png) no-repeat; background-position: center }',
    'body { background-image: none; background-size: 3px }',
  ]) {
    const text = applySplices(css, planLayers(parseSheet(css), 'body', layers))
    await page.setContent(`<style>${text}</style><body></body>`)
    const computed = await page.evaluate(() => {
      const style = getComputedStyle(document.body)
      return [
        style.backgroundImage,
        style.backgroundPosition,
        style.backgroundSize,
        style.backgroundRepeat,
        style.backgroundAttachment,
      ]
    })
    expect([css, ...computed]).toEqual([
      css,
      'url("https://x.example/a.png"), linear-gradient(to right, rgb(255, 0, 0) 10%, rgb(0, 0, 255))',
      '100% 0%, 10px 20%',
      'cover, auto',
      'no-repeat, repeat-x',
      'fixed, scroll',
    ])
    expect(readLayers(parseSheet(text), 'body').map(({ image, size }) => `${image} ${size}`)).toEqual(
      layers.map(({ image, size }) => `${image} ${size}`),
    )
  }
})
