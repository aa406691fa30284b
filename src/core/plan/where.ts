/** Where on a page a plan is put, seen from an element. */
export const WHERES = ['before', 'after', 'first', 'last'] as const
export type Where = (typeof WHERES)[number]
