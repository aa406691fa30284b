import { describe, expect, it } from 'vitest'
import { afterSeeing, NOT_YET, TALLEST, type WholePage } from '../../src/ui/lineup/whole-page.ts'

const FLOOR = 800

/** Shows a page whose height hangs on its viewport's as `heightAt` says, until nothing moves any more. */
function settle(heightAt: (viewport: number) => number, from: WholePage = NOT_YET): WholePage {
  let whole = from
  for (let turn = 0; turn < 20; turn++) {
    const viewport = whole.height ?? FLOOR
    const next = afterSeeing(whole, FLOOR, { viewport, page: heightAt(viewport) })
    if (next === whole) return whole
    whole = next
  }
  throw new Error('It never settles.')
}

describe('a frame that shows its page whole', () => {
  it('is as tall as the page, and no shorter than the viewport', () => {
    expect(settle(() => 2000).height).toBe(2000)
    expect(settle(() => 300)).toEqual(NOT_YET)
    // body { min-height: 100vh }
    expect(settle((viewport) => Math.max(viewport, 1500)).height).toBe(1500)
    // The last margin is not part of any element.
    expect(settle((viewport) => (viewport < 2000 ? 2000 : 1992)).height).toBe(2000)
  })

  it('keeps the viewport where heights follow it, for a taller window would not look like that', () => {
    const hero = (viewport: number) => viewport + 1200
    const stays = settle(hero)
    expect(stays).toMatchObject({ height: null, refused: 2000 })
    // An edit that takes the hero away is followed.
    expect(settle(() => 1500, stays).height).toBe(1500)
  })

  it('follows edits both ways', () => {
    const tall = settle(() => 2000)
    expect(settle(() => 2600, tall).height).toBe(2600)
    expect(settle(() => 1200, tall).height).toBe(1200)
    expect(settle(() => 100, tall).height).toBe(null)
  })

  it('ends where browsers stop drawing', () => {
    expect(settle(() => 90_000).height).toBe(TALLEST)
  })
})
