import type { ReachReport } from '../../core/fit/site-model.ts'
import { count } from '../words.ts'

/** "touches 41 on 8 pages", or why it touches nothing. */
export function reachInWords({ total, pages, why }: ReachReport): string {
  return total === 0 ? `touches nothing. ${why}` : `touches ${count(total, 'element')} on ${pages.length === 1 ? pages[0]!.page : count(pages.length, 'page')}`
}
