import type { ReachReport } from '../../core/model/reach.ts'
import { count } from '../words.ts'

/** "touches 41 elements on 8 pages", or why it touches nothing. */
export function reachInWords({ selector, bare, total, pages, why }: ReachReport): string {
  if (total === 0) return `touches nothing. ${why}`
  const aside = bare.replace(/\s/g, '') === selector.replace(/\s/g, '') ? '' : ', whatever their state'
  return `touches ${count(total, 'element')} on ${pages.length === 1 ? pages[0]!.page : count(pages.length, 'page')}${aside}`
}
