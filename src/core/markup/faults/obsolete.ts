const IN_THE_SHEET = 'What it does belongs into the sheet.'

/** What stands for an obsolete element (HTML standard, 16.2). */
const INSTEAD: Readonly<Record<string, string>> = {
  acronym: '<abbr> does the same.',
  applet: '<object> or <embed> do the same.',
  dir: '<ul> does the same.',
  frameset: 'An <iframe>, or pages that share their parts, do the same.',
  isindex: 'A form with a text field does the same.',
  listing: '<pre> with <code> does the same.',
  noembed: '<object> does the same.',
  noframes: 'An <iframe>, or pages that share their parts, do the same.',
  plaintext: 'A file of plain text does the same.',
  rb: '<ruby> takes the text itself.',
  rtc: 'A <ruby> in another one does the same.',
  strike: '<s> or <del> do the same where it has a meaning; else it belongs into the sheet.',
  xmp: '<pre> with <code> does the same.',
}

/** What does the same as something obsolete, an attribute by its name or an element in angle brackets. */
export function insteadOf(about: string): string {
  return about.startsWith('<') ? insteadOfElement(about.slice(1, -1)) : insteadOfAttribute(about)
}

function insteadOfElement(tag: string): string {
  return INSTEAD[tag] ?? IN_THE_SHEET
}

/** Obsolete attributes that say how something looks (HTML standard, 16.2, those with a rule of the sheet in their place). */
const PRESENTATIONAL = new Set(
  (
    'align alink allowtransparency background bgcolor border bordercolor bottommargin cellpadding cellspacing clear color ' +
    'compact face frame frameborder framespacing height hspace leftmargin link marginheight marginwidth noshade nowrap ' +
    'rightmargin rules scrolling size text topmargin type valign vlink vspace width'
  ).split(' '),
)

function insteadOfAttribute(name: string): string {
  if (PRESENTATIONAL.has(name)) return IN_THE_SHEET
  return name === 'name' ? 'An id does the same.' : 'Browsers need it no longer; it can go.'
}
