/**
 * Families that come with the systems people use (Windows, macOS, iOS, Android, common Linux desktops), in lower case. From
 * memory, and wide on purpose: a family that some visitors have is no mistake.
 */
export const SYSTEM_FONTS: ReadonlySet<string> = new Set(
  `arial|arial black|arial narrow|arial rounded mt bold|arial unicode ms|helvetica|helvetica neue|times|times new roman|georgia|garamond|palatino|palatino linotype|book antiqua|bookman old style|baskerville|didot|hoefler text|cambria|constantia|century|century gothic|century schoolbook|
  rockwell|rockwell extra bold|courier|courier new|consolas|lucida console|lucida sans|lucida sans unicode|lucida grande|lucida bright|lucida sans typewriter|monaco|menlo|sf mono|sfmono-regular|sf pro|sf pro text|sf pro display|new york|andale mono|
  verdana|geneva|tahoma|trebuchet ms|segoe ui|segoe ui variable|segoe print|segoe script|calibri|candara|corbel|franklin gothic medium|gill sans|gill sans mt|optima|futura|avenir|avenir next|impact|charcoal|copperplate|copperplate gothic light|papyrus|brush script mt|brush script std|comic sans ms|chalkboard|chalkduster|marker felt|zapfino|snell roundhand|apple chancery|
  -apple-system|blinkmacsystemfont|roboto|noto sans|noto serif|noto mono|noto sans mono|droid sans|droid serif|droid sans mono|ubuntu|ubuntu mono|cantarell|dejavu sans|dejavu serif|dejavu sans mono|liberation sans|liberation serif|liberation mono|oxygen|oxygen-sans|fira sans|bitstream vera sans|bitstream vera serif|bitstream vera sans mono|nimbus sans|nimbus roman|nimbus roman no9 l|nimbus mono ps|urw palladio l|urw gothic|free sans|freesans|freeserif|freemono|
  american typewriter|big caslon|bodoni 72|bodoni mt|bradley hand|bradley hand itc|cochin|hiragino sans|hiragino kaku gothic pro|hiragino mincho pro|ms gothic|ms mincho|ms pgothic|ms pmincho|meiryo|yu gothic|yu mincho|yugothic|yumincho|microsoft yahei|microsoft jhenghei|simsun|simhei|nsimsun|pingfang sc|pingfang tc|pingfang hk|heiti sc|heiti tc|songti sc|malgun gothic|apple sd gothic neo|batang|gulim|dotum|
  ms sans serif|ms serif|ms reference sans serif|microsoft sans serif|symbol|webdings|wingdings|apple color emoji|segoe ui emoji|segoe ui symbol|noto color emoji|twemoji mozilla|iowan old style|charter|bitstream charter|sitka text|sitka|superclarendon|athelas|seravek|bahnschrift|cascadia code|cascadia mono|aptos|goudy old style|perpetua|high tower text|californian fb|calisto mt|bell mt|footlight mt light|haettenschweiler|onyx|stencil|luminari|trattatello|source code pro|source sans pro|lato|open sans|inconsolata|hack|ui-serif`
    .split(/\s*\|\s*/)
    .map((name) => name.trim()),
)

/** Whether visitors may have a family without being sent it. */
export function isSystemFont(name: string): boolean {
  return SYSTEM_FONTS.has(name.trim().toLowerCase())
}
