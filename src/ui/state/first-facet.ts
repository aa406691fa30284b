/** What the bench begins with. By itself: it is asked for before anything else is there. */
export const FIRST_FACET = 'colour'
