/** The pages of the demo site. */
export const DEMO_PAGES = [
  'index.html',
  'boats.html',
  'contact.html',
  'fares.html',
  'notices.html',
  'timetable.html',
  'isles/hallin.html',
  'isles/skerrow.html',
]
