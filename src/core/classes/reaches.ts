/** How far "all like this" goes. */
export const REACHES = ['one', 'list', 'column', 'page', 'site'] as const
export type Reach = (typeof REACHES)[number]

/** How far it goes, in words. */
export const REACH_WORDS: Readonly<Record<Reach, string>> = {
  one: 'this one',
  list: 'all like it in the list',
  column: 'all like it in the column',
  page: 'all like it on the page',
  site: 'all like it on all pages',
}
