import axe from 'axe-core'
import type { Page } from './test.ts'

declare global {
  interface Window {
    axe: typeof axe
  }
}

/**
 * What axe-core finds serious or critical in the workroom itself, in words: frames and proofs show the user's own colours.
 * It is put into the workroom alone; into every frame as well, it would take longer than all else here.
 * With `only`, nothing but these rules is asked; `within` names the region that is looked at.
 */
export async function serious(page: Page, only: readonly string[] = [], within = 'html'): Promise<string[]> {
  if (!(await page.evaluate(() => 'axe' in window))) await page.evaluate(axe.source)
  const ask = async ([rules, region]: readonly [readonly string[], string]) => {
    const found = await window.axe.run(
      { include: [[region]], exclude: [['iframe'], ['[data-proof]']] },
      { iframes: false, resultTypes: ['violations'], ...(rules.length > 0 ? { runOnly: [...rules] } : {}) },
    )
    return found.violations.map(({ id, impact, nodes }) => ({
      id,
      impact,
      targets: nodes.map(({ target }) => target.join(' ')),
    }))
  }
  const violations = await page.evaluate(ask, [only, within] as const)
  return violations
    .filter(({ impact }) => impact === 'serious' || impact === 'critical')
    .map(({ id, targets }) => `${id}: ${targets.slice(0, 3).join(' | ')}`)
}
