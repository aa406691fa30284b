import { expect, test } from './test.ts'
import { progressOf, readEasing } from '../src/core/motion/easing.ts'

/** Progress of easings as the core computes it, beside the Web Animations values of Chromium. */
test('fifty curves have the progress of Chromium at twenty points', async ({ page }) => {
  const curves = [
    ...['linear', 'ease', 'ease-in', 'ease-out', 'ease-in-out', 'step-start', 'step-end'],
    ...[1, 2, 5].flatMap((count) => ['start', 'end', 'jump-both'].map((jump) => `steps(${count}, ${jump})`)),
    ...[
      'steps(2, jump-none)',
      'steps(7, jump-none)',
      'linear(0, 1)',
      'linear(0, 0.25 25% 75%, 1)',
      'linear(0, .5, .2, 1)',
    ],
    ...['linear(0 20%, 0.6 30% 40%, 1 60%)', 'linear(-0.2, 1.3 40%, 1)', 'linear(0, 1 50% 50%, 0.5)'],
    ...[0, 0.3, 0.8, 1].flatMap((x1) =>
      [0, 0.5, 1].flatMap((x2) => [`cubic-bezier(${x1}, -0.6, ${x2}, 1.4)`, `cubic-bezier(${x1}, 0.1, ${x2}, 0.9)`]),
    ),
  ]
  curves.push('cubic-bezier(0.1, 2, 0.9, -1)', 'cubic-bezier(0, 1, 1, 0)', 'cubic-bezier(0.9, 0, 0.9, 0)')
  expect(curves.length).toBeGreaterThanOrEqual(50)
  const theirs = await page.evaluate((all) => {
    const element = document.body
    return all.map((easing) => {
      const animation = element.animate([{ opacity: 0 }, { opacity: 1 }], { duration: 1000, fill: 'both', easing })
      animation.pause()
      const values = Array.from({ length: 20 }, (_, at) => {
        animation.currentTime = (1000 * (at + 0.5)) / 20
        return animation.effect!.getComputedTiming().progress!
      })
      animation.cancel()
      return values
    })
  }, curves)
  for (const [index, curve] of curves.entries())
    for (let at = 0; at < 20; at++)
      expect(progressOf(readEasing(curve)!, (at + 0.5) / 20), `${curve} at ${at}`).toBeCloseTo(theirs[index]![at]!, 4)
})
