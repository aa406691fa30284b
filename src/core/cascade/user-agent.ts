import { parseSheet } from '../sheet/parse.ts'

/**
 * How HTML looks without an author sheet: the HTML standard, section 15 "Rendering", as style rules, with what Chromium
 * does where the standard leaves room or Chromium goes its own way (form controls, replaced elements, fonts). Applies to
 * HTML elements only.
 */
const HTML = `
area, base, basefont, datalist, head, link, meta, noembed, noframes, param, rp, script, style, template, title { display: none }
[hidden]:not([hidden="until-found" i]) { display: none }
input[type="hidden" i] { display: none !important }
audio:not([controls]) { display: none }
html, body, address, blockquote, center, dialog, div, figure, figcaption, footer, form, header, hr, legend, listing, main, p, plaintext, pre, search, xmp,
article, aside, h1, h2, h3, h4, h5, h6, hgroup, nav, section, dir, dd, dl, dt, menu, ol, ul, fieldset, details, summary, optgroup, option { display: block }
address, blockquote, center, div, figure, figcaption, footer, form, header, hr, legend, listing, main, p, plaintext, pre, search, xmp,
article, aside, h1, h2, h3, h4, h5, h6, hgroup, nav, section, dir, dd, dl, dt, menu, ol, ul, li, summary,
table, caption, colgroup, col, thead, tbody, tfoot, tr, td, th, bdi, output, [dir="ltr" i], [dir="rtl" i] { unicode-bidi: isolate }
[dir="auto" i], bdi:not([dir]) { unicode-bidi: isolate }
textarea[dir="auto" i], pre[dir="auto" i] { unicode-bidi: plaintext }
bdo, bdo[dir] { unicode-bidi: isolate-override }
[dir="ltr" i] { direction: ltr }
[dir="rtl" i] { direction: rtl }

body { margin: 8px }
blockquote, figure { margin: 1em 40px }
p, dl, dir, menu, ol, ul { margin-block: 1em }
address, cite, dfn, em, i, var { font-style: italic }
b, strong { font-weight: bolder }
big { font-size: larger }
small, sub, sup { font-size: smaller }
sub { vertical-align: sub }
sup { vertical-align: super }
code, kbd, samp, tt, listing, plaintext, pre, xmp { font-family: monospace }
listing, plaintext, pre, xmp { margin-block: 1em; white-space: pre }
listing[wrap], plaintext[wrap], pre[wrap], xmp[wrap] { white-space: pre-wrap }
mark { background-color: yellow; color: black }
abbr[title], acronym[title] { text-decoration: dotted underline }
ins, u { text-decoration: underline }
del, s, strike { text-decoration: line-through }
nobr { white-space: nowrap }
center { text-align: -webkit-center }
q::before { content: open-quote }
q::after { content: close-quote }
ruby { display: ruby }
rt { display: ruby-text; font-size: 50% }
slot { display: contents }

h1 { font-size: 2em; font-weight: bold; margin-block: 0.67em }
h2 { font-size: 1.5em; font-weight: bold; margin-block: 0.83em }
h3 { font-size: 1.17em; font-weight: bold; margin-block: 1em }
h4 { font-weight: bold; margin-block: 1.33em }
h5 { font-size: 0.83em; font-weight: bold; margin-block: 1.67em }
h6 { font-size: 0.67em; font-weight: bold; margin-block: 2.33em }

dd { margin-inline-start: 40px }
dir, menu, ol, ul { padding-inline-start: 40px }
ol { list-style-type: decimal }
li { display: list-item }
dir, menu, ul { list-style-type: disc }
:is(dir, menu, ol, ul) :is(dir, menu, ul) { list-style-type: circle }
:is(dir, menu, ol, ul) :is(dir, menu, ol, ul) :is(dir, menu, ul) { list-style-type: square }
:is(dir, dl, menu, ol, ul) :is(dir, dl, menu, ol, ul) { margin-block: 0 }

a:any-link { color: LinkText; text-decoration: underline; cursor: pointer }
a:visited { color: VisitedText }
a:any-link:active { color: ActiveText }
:focus-visible { outline: auto 1px #101010 }
a:any-link:focus-visible { outline-offset: 1px }
:is(input[type='checkbox' i], input[type='radio' i]):focus-visible { outline-offset: 2px }

table { display: table; box-sizing: border-box; border-spacing: 2px; border-collapse: separate; text-indent: initial }
caption { display: table-caption; text-align: -webkit-center }
colgroup { display: table-column-group }
col { display: table-column }
thead { display: table-header-group; vertical-align: middle }
tbody { display: table-row-group; vertical-align: middle }
tfoot { display: table-footer-group; vertical-align: middle }
tr { display: table-row; vertical-align: inherit }
thead, tbody, tfoot, tr { border-color: inherit }
td, th { display: table-cell; padding: 1px; vertical-align: inherit }
th { font-weight: bold; text-align: -internal-center }

hr { color: gray; border: 1px inset; margin: 0.5em auto; overflow: hidden }
fieldset { margin-inline: 2px; border: 2px groove ButtonFace; padding: 0.35em 0.75em 0.625em; min-inline-size: min-content }
legend { padding-inline: 2px }
details > summary:first-of-type { display: list-item; counter-increment: list-item 0; list-style: disclosure-closed inside }
details[open] > summary:first-of-type { list-style-type: disclosure-open }
dialog { position: absolute; inset-inline: 0; width: fit-content; height: fit-content; margin: auto; border: solid; padding: 1em; background-color: Canvas; color: CanvasText }
dialog:not([open]) { display: none }
[popover] { position: fixed; inset: 0; width: fit-content; height: fit-content; margin: auto; border: solid; padding: 0.25em; overflow: auto; background-color: Canvas; color: CanvasText }
[popover]:not(dialog[open]) { display: none }
marquee { display: inline-block; overflow: hidden; white-space: nowrap }
iframe { border: 2px inset; overflow: clip; overflow-clip-margin: content-box }
img, video, canvas, embed, object { overflow: clip; overflow-clip-margin: content-box }
video { object-fit: contain }
label { cursor: default }
[inert] { interactivity: inert }
[contenteditable]:not([contenteditable="false" i]) { overflow-wrap: break-word; line-break: after-white-space }
[draggable="true" i] { user-select: none }

input, textarea, select, button, meter, progress { display: inline-block }
input, textarea, select, button {
  margin: 0; font: 400 13.333333px Arial; letter-spacing: initial; word-spacing: initial; line-height: initial; text-transform: none; text-indent: 0; text-shadow: none; text-align: start; text-rendering: auto; color: FieldText; cursor: default
}
input, textarea, select, button, meter, progress { appearance: auto }
input { background-color: Field; border: 2px inset rgb(118, 118, 118); padding: 1px 2px; cursor: text; overflow: clip !important }
input[type="search" i] { box-sizing: border-box }
textarea { background-color: Field; border: 1px solid rgb(118, 118, 118); padding: 2px; font-family: monospace; cursor: text; resize: both; overflow: auto; white-space: pre-wrap; overflow-wrap: break-word }
input:is([type="date" i], [type="month" i], [type="week" i], [type="time" i], [type="datetime-local" i]) { padding: 0 0 0 1px; font-family: monospace; cursor: default }
input[type="range" i] { border: 0; padding: 0; margin: 2px; color: rgb(157, 150, 142); cursor: default; overflow: visible !important }
input:is([type="checkbox" i], [type="radio" i]) { box-sizing: border-box; border: 0; padding: 0; margin: 3px 3px 3px 4px; background-color: transparent; cursor: default; overflow: visible !important }
input[type="radio" i] { margin: 3px 3px 0 5px; border-radius: 50% }
input[type="file" i] { appearance: none; align-items: baseline; border: 0; padding: 0; background-color: transparent; cursor: default; text-overflow: ellipsis; white-space: pre }
input[type="hidden" i] { appearance: none; border: 0; padding: 0; background-color: transparent; cursor: default }
input[type="image" i] { appearance: none; border: 0; padding: 0; background-color: transparent; cursor: pointer; overflow-clip-margin: content-box }
input[type="color" i] { box-sizing: border-box; border: 1px solid ButtonBorder; background-color: ButtonFace; cursor: default }
input:is([type="submit" i], [type="reset" i], [type="button" i]), button {
  box-sizing: border-box; background-color: ButtonFace; color: ButtonText; border: 2px outset ButtonBorder; padding: 1px 6px; text-align: center; cursor: default
}
input:is([type="submit" i], [type="reset" i], [type="button" i]) { white-space: pre; user-select: none }
select { user-select: auto; align-items: center; box-sizing: border-box; background-color: ButtonFace; border: 1px solid rgb(118, 118, 118); white-space: pre; overflow: clip; overflow-clip-margin: content-box }
select:is([multiple], [size]:not([size="1"], [size="0"], [size=""])) { align-items: flex-start; background-color: Field; border-radius: 2px; white-space: nowrap; overflow: hidden scroll; overflow-clip-margin: 0; vertical-align: text-bottom }
optgroup { font-weight: bolder }
select optgroup { line-height: initial !important; white-space: normal }
option { padding: 0 2px 1px; min-height: 1.2em; white-space: nowrap }
select option { font-weight: normal }
select option { align-items: center; gap: 0.5em; min-width: 24px; min-height: 24px }
select:is([multiple], [size]:not([size="1"], [size="0"], [size=""])) option { align-items: normal; gap: normal; min-width: auto; min-height: 1.2em }
select:is([multiple], [size]:not([size="1"], [size="0"], [size=""])) optgroup { white-space: nowrap }
select:is([multiple], [size]:not([size="1"], [size="0"], [size=""])) optgroup > option { padding-inline-start: 20px }
meter, progress { box-sizing: border-box; vertical-align: -0.2em }
input:disabled, textarea:disabled { color: rgb(84, 84, 84); background-color: rgba(239, 239, 239, 0.3); border-color: rgba(118, 118, 118, 0.3); cursor: default }
textarea:disabled { cursor: default }
select:disabled { color: GrayText; opacity: 0.7; border-color: rgba(118, 118, 118, 0.3) }
button:disabled, input:is([type="submit" i], [type="reset" i], [type="button" i]):disabled { color: rgba(16, 16, 16, 0.3); background-color: rgba(239, 239, 239, 0.3); border-color: rgba(118, 118, 118, 0.3) }
input:is([type="checkbox" i], [type="radio" i], [type="range" i], [type="file" i], [type="image" i]):disabled { background-color: transparent }
::marker { unicode-bidi: isolate; font-variant-numeric: tabular-nums; text-transform: none; text-indent: 0; text-align: start }
::placeholder { color: darkgray; text-overflow: inherit; cursor: text }
input::placeholder { line-height: initial }
`

/** What a page without a doctype that asks for standards gets besides (HTML standard, sections 15.3.10 and 15.3.11; Quirks Mode 3). */
const QUIRKS = `
table { font-weight: initial; font-style: initial; font-variant: initial; font-size: initial; line-height: initial; white-space: initial; text-align: initial }
form { margin-block-end: 1em }
input:not([type="image" i]), textarea { box-sizing: border-box }
img[align="left" i] { margin-right: 3px }
img[align="right" i] { margin-left: 3px }
`

/** SVG and MathML elements (SVG 2, section 6.10 and Chromium). */
const FOREIGN = `
svg:not(:root), foreignObject { overflow: hidden }
svg { text-underline-offset: auto }
svg:not(:root) { overflow-clip-margin: content-box }
text, foreignObject { display: block }
:not(svg):not(math):not(math *), svg svg { transform-origin: 0 0 }
foreignObject > svg { transform-origin: 50% 50% }
text { white-space: nowrap }
math { display: math; font-family: math }
`

export const USER_AGENT = { html: parseSheet(HTML), quirks: parseSheet(QUIRKS), foreign: parseSheet(FOREIGN) }
