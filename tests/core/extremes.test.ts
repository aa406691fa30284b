import { describe, expect, it } from 'vitest'
import { askAll } from '../ask-all.ts'
import { DEEP_PAGES, DEEP_SHEETS, WIDE_PAGES, WIDE_SHEETS } from '../extremes.ts'
import { QUESTIONS } from '../../src/workers/questions.ts'
import { siteOf } from './model.ts'

const PATH = 'index.html'
const PAGE =
  '<!doctype html><html lang=en><head><title>t</title><link rel=stylesheet href=css/site.css></head><body><main><p>x</p><p class=a>y</p></main></body></html>'
const SHEET = 'p { color: red } div b, li > a { top: 0 }'

describe('too deep, too long or too clever: everything is answered, nothing throws', () => {
  it.each(Object.entries({ ...DEEP_SHEETS, ...WIDE_SHEETS }))('a sheet of %s', (_, css) => {
    askAll(siteOf({ [PATH]: PAGE, 'css/site.css': css }))
  })
  it.each(Object.entries({ ...DEEP_PAGES, ...WIDE_PAGES }))('a page of %s', (_, html) => {
    askAll(siteOf({ [PATH]: `<link rel=stylesheet href=css/site.css>${html}`, 'css/site.css': SHEET }))
  })
  it('everything is asked that can be asked', () => {
    const menu = '<ul><li><a href=a.html>a</a><li><a href=b.html>b</a></ul>'
    const page = PAGE.replace('</main>', `${menu}<div class=a>z</div></main>`)
    const asked = askAll(siteOf({ [PATH]: page, 'css/site.css': 'p { color: silver }' }))
    expect([...asked.keys()].sort()).toEqual(Object.keys(QUESTIONS).sort())
  })
  it('what is left out is said', () => {
    const errors = (css: string) =>
      siteOf({ 'css/site.css': css })
        .sheet('css/site.css')!
        .errors.filter(({ leftOut }) => leftOut)
    expect(errors('a{'.repeat(65))[0]!.message).toContain('Blocks stand more than 64 deep')
    expect(errors(DEEP_SHEETS['selectors in selectors']!)[0]!.message).toContain('Brackets stand more than 100 deep')
    expect(errors(DEEP_SHEETS['nested twice over']!)).toHaveLength(0)
    expect(errors(`${'main{& &{'.repeat(24)}color:red${'}}'.repeat(24)}`)[0]!.message).toContain('too often')
    expect(errors('p { color: red }')).toHaveLength(0)
  })
})
