import definitions from 'css-tree/definition-syntax-data'
import { Lexer, type Syntax } from 'css-tree/lexer'

/** A type that nothing is of. */
export const NEVER = 'never'

/**
 * Where the grammars of css-tree, which follow the specifications, and what browsers take part ways. Written in the value
 * definition syntax (CSS Values 4, section 2). `e2e/agreement.spec.ts` holds the result against Chromium.
 */
const TYPES: Readonly<Record<string, string>> = {
  color:
    '<color-base> | currentColor | <system-color> | <deprecated-system-color> | -webkit-link | -webkit-activelink | <light-dark()> | <contrast-color()> | <relative-color>',
  'relative-color': [
    ...['rgb', 'rgba', 'hsl', 'hsla', 'hwb', 'lab', 'lch', 'oklab', 'oklch'].map(
      (name) => `${name}( from <color> <channel>{3} [ / <channel> ]? )`,
    ),
    'color( from <color> [ <predefined-rgb> | <xyz-space> ] <channel>{3} [ / <channel> ]? )',
  ].join(' | '),
  channel: '<number> | <percentage> | <angle> | none | r | g | b | h | s | l | w | a | c | x | y | z | alpha',
  'contrast-color()': 'contrast-color( <color> )',
  'color-mix()': 'color-mix( [ <color-interpolation-method> , ]? [ <color> && <percentage [0,100]>? ]#{2} )',
  'custom-color-space': `<${NEVER}>`,
  [NEVER]: 'nothing-is-called-so',
  image: '<url> | <image()> | <image-set()> | <-webkit-image-set()> | <-webkit-cross-fade()> | <gradient>',
  'image()': 'image( <color> )',
  'image-set()': 'image-set( <image-set-option># )',
  'image-set-option': '[ <url> | <gradient> | <string> ] [ <resolution> || type( <string> ) ]?',
  '-webkit-image-set()': '-webkit-image-set( <image-set-option># )',
  '-webkit-cross-fade()': '-webkit-cross-fade( <image> , <image> , [ <percentage> | <number> ] )',
  'linear()': 'linear( <linear-point> , <linear-point># )',
  'linear-point': '<number> && <percentage>{0,2}',
  'steps()':
    'steps( <integer [1,∞]> [ , [ jump-start | jump-end | jump-both | start | end ] ]? ) | steps( <integer [2,∞]> , jump-none )',
  '-non-standard-size': '-webkit-fill-available | -webkit-fit-content | -webkit-min-content | -webkit-max-content',
  '-non-standard-overflow': `<${NEVER}>`,
  '-non-standard-font': `<${NEVER}>`,
  '-non-standard-display': '-webkit-flex | -webkit-inline-flex | -webkit-box | -webkit-inline-box',
  '-non-standard-image-rendering': '-webkit-optimize-contrast',
  'generic-script-specific': `<${NEVER}>`,
  'display-outside': 'block | inline',
  'display-inside': 'flow | flow-root | table | flex | grid | ruby | math',
  'display-legacy': 'inline-block | inline-table | inline-flex | inline-grid',
  'display-internal':
    'table-row-group | table-header-group | table-footer-group | table-row | table-cell | table-column-group | table-column | table-caption | ruby-text',
  'spread-shadow': 'inset? && [ <length>{2} [ <length [0,∞]> <length>? ]? ] && <color>?',
  'shadow-t': '[ <length>{2} <length [0,∞]>? ] && <color>?',
  'bg-clip': '<visual-box> | [ border-area || text ]',
  'line-width': '<length [0,∞]> | thin | medium | thick',
  'single-animation':
    '[ auto | <time [0,∞]> ] || <easing-function> || <time> || <single-animation-iteration-count> || <single-animation-direction> || <single-animation-fill-mode> || <single-animation-play-state> || [ none | <keyframes-name> ]',
  'mask-layer':
    '<mask-reference> || <position> [ / <bg-size> ]? || <repeat-style> || <coord-box> || [ <coord-box> | no-clip ] || <compositing-operator> || <masking-mode>',
  'position-area': [
    '[ left | center | right | span-left | span-right | x-start | x-end | span-x-start | span-x-end | self-x-start | self-x-end | span-self-x-start | span-self-x-end | span-all ] || [ top | center | bottom | span-top | span-bottom | y-start | y-end | span-y-start | span-y-end | self-y-start | self-y-end | span-self-y-start | span-self-y-end | span-all ]',
    '[ block-start | center | block-end | span-block-start | span-block-end | span-all ] || [ inline-start | center | inline-end | span-inline-start | span-inline-end | span-all ]',
    '[ self-block-start | center | self-block-end | span-self-block-start | span-self-block-end | span-all ] || [ self-inline-start | center | self-inline-end | span-self-inline-start | span-self-inline-end | span-all ]',
    '[ start | center | end | span-start | span-end | span-all ]{1,2}',
    '[ self-start | center | self-end | span-self-start | span-self-end | span-all ]{1,2}',
  ].join(' | '),
  'grid-line':
    'auto | <custom-ident> | [ [ <integer [-∞,-1]> | <integer [1,∞]> ] && <custom-ident>? ] | [ span && [ <integer [1,∞]> || <custom-ident> ] ]',
  autospace: 'no-autospace',
  'text-edge': 'text | [ text | cap | ex ] [ text | alphabetic ]',
  ...Object.fromEntries(
    ['brightness', 'contrast', 'grayscale', 'invert', 'opacity', 'saturate', 'sepia'].map((name) => [
      `${name}()`,
      `${name}( [ <number [0,∞]> | <percentage [0,∞]> ]? )`,
    ]),
  ),
  'calc-size()': 'calc-size( <any-value> )',
  'counter-style': '<counter-style-name>',
  '-webkit-gradient()': '-webkit-gradient( <any-value> )',
  'drop-shadow()': 'drop-shadow( [ <color>? && [ <length>{2} <length [0,∞]>? ] ] )',
  'blur()': 'blur( <length [0,∞]>? )',
  'circle()': 'circle( [ <length-percentage [0,∞]> | closest-side | farthest-side ]? [ at <position> ]? )',
  'ellipse()': 'ellipse( [ [ <length-percentage [0,∞]> | closest-side | farthest-side ]{2} ]? [ at <position> ]? )',
  'bg-layer':
    '<bg-image> || <bg-position> [ / <bg-size> ]? || <repeat-style> || <attachment> || <visual-box> || <bg-clip>',
  'final-bg-layer':
    "<'background-color'> || <bg-image> || <bg-position> [ / <bg-size> ]? || <repeat-style> || <attachment> || <visual-box> || <bg-clip>",
  'inset-value': '<length-percentage> | overlap-join',
  'polygon()': "polygon( [ <'fill-rule'> || round <length [0,∞]> ]? , [ <length-percentage> <length-percentage> ]# )",
  'shape()': "shape( <'fill-rule'>? from <position> , <shape-command># )",
  'shape-command': [
    'close',
    '[ move | line ] [ by <length-percentage>{2} | to <position> ]',
    '[ hline | vline ] [ by <length-percentage> | to [ <length-percentage> | left | center | right | top | bottom ] ]',
    'curve [ by <length-percentage>{2} | to <position> ] with <control-point> [ / <control-point> ]?',
    'smooth [ by <length-percentage>{2} | to <position> ] [ with <control-point> ]?',
    'arc [ by <length-percentage>{2} | to <position> ] of <length-percentage>{1,2} [ [ cw | ccw ] || [ large | small ] || rotate <angle> ]?',
  ].join(' | '),
  'control-point': '[ <position> | <length-percentage>{2} ] [ from [ start | end | origin ] ]?',
  'try-tactic': 'flip-block || flip-inline || flip-start || flip-x || flip-y',
  'palette-mix()': "palette-mix( <color-interpolation-method> , [ <'font-palette'> && <percentage [0,100]>? ]#{2} )",
  'dynamic-range-limit-mix()': "dynamic-range-limit-mix( [ <'dynamic-range-limit'> && <percentage [0,100]> ]# )",
  'gap-rule': '<line-width> || <line-style> || <color>',
  'timeline-range': 'normal | <length-percentage> | <timeline-range-name> <length-percentage>?',
}

/** A list of decorations of gaps (CSS Gap Decorations 1, section 3.6): some of them may stand in `repeat()`. */
const gapList = (each: string) => `[ ${each} | repeat( [ <integer [1,∞]> | auto ] , ${each}# ) ]#`

const SIZE =
  '<length-percentage [0,∞]> | min-content | max-content | fit-content | <calc-size()> | <anchor-size()> | stretch | <-non-standard-size>'

const PROPERTIES: Readonly<Record<string, string>> = {
  width: `auto | ${SIZE}`,
  height: `auto | ${SIZE}`,
  'min-width': `auto | ${SIZE}`,
  'min-height': `auto | ${SIZE}`,
  'max-width': `none | ${SIZE}`,
  'max-height': `none | ${SIZE}`,
  'flex-wrap': 'nowrap | [ wrap | wrap-reverse ] || balance',
  'align-items': 'normal | stretch | <baseline-position> | [ <overflow-position>? <self-position> ]',
  overflow: '[ visible | hidden | clip | scroll | auto | overlay ]{1,2}',
  'overflow-x': 'visible | hidden | clip | scroll | auto | overlay',
  'overflow-y': 'visible | hidden | clip | scroll | auto | overlay',
  'overflow-block': 'visible | hidden | clip | scroll | auto | overlay',
  'overflow-inline': 'visible | hidden | clip | scroll | auto | overlay',
  'accent-color': 'auto | <color>',
  'align-content': 'normal | first? baseline | <content-distribution> | <overflow-position>? <content-position>',
  'animation-duration': '[ auto | <time [0,∞]> ]#',
  'animation-trigger': '[ none | <dashed-ident> <animation-action>{1,2} ]#',
  appearance:
    'none | auto | base-select | button | checkbox | listbox | menulist | menulist-button | meter | progress-bar | radio | searchfield | slider-vertical | textarea | textfield',
  ...Object.fromEntries(
    ['column-rule', 'row-rule', 'rule'].flatMap((rule) => [
      [rule, gapList('<gap-rule>')],
      [`${rule}-color`, gapList('<color>')],
      [`${rule}-style`, gapList('<line-style>')],
      [`${rule}-width`, gapList('<line-width>')],
      [`${rule}-break`, 'none | normal | intersection'],
      [`${rule}-visibility-items`, 'all | around | between | normal'],
      [`${rule}-inset`, '<inset-value>{1,2} [ / <inset-value>{1,2} ]?'],
      ...['-cap', '-junction'].map((part) => [`${rule}-inset${part}`, '<inset-value>{1,2}']),
      ...['-start', '-end', '-cap-start', '-cap-end', '-junction-start', '-junction-end'].map((part) => [
        `${rule}-inset${part}`,
        '<inset-value>',
      ]),
    ]),
  ),
  'rule-overlap': 'row-over-column | column-over-row',
  all: 'initial | inherit | unset | revert | revert-layer | revert-rule',
  'animation-iteration-count': '[ infinite | <number [0,∞]> ]#',
  'background-position-x': '[ center | [ [ left | right ]? <length-percentage>? ]! ]#',
  'background-position-y': '[ center | [ [ top | bottom ]? <length-percentage>? ]! ]#',
  'backdrop-filter': 'none | [ <filter-function> | <url> ]+',
  'border-shape': 'none | [ <basic-shape> <geometry-box>? ]{1,2}',
  'border-spacing': '<length [0,∞]>{1,2}',
  'box-shadow': 'none | <spread-shadow>#',
  'break-after': 'auto | avoid | avoid-page | page | left | right | recto | verso | avoid-column | column',
  'break-before': 'auto | avoid | avoid-page | page | left | right | recto | verso | avoid-column | column',
  'break-inside': 'auto | avoid | avoid-page | avoid-column',
  'clip-path': 'none | <url> | [ [ <basic-shape> | <shape()> ] || <geometry-box> ]',
  'color-interpolation': 'auto | sRGB | linearRGB',
  'color-interpolation-filters': 'auto | sRGB | linearRGB',
  'column-count': 'auto | <integer [1,∞]>',
  columns: '[ [ auto | <length [0,∞]> ] || [ auto | <integer [1,∞]> ] ] [ / [ auto | <length [0,∞]> ] ]?',
  ...Object.fromEntries(
    ['width', 'height', 'block-size', 'inline-size'].map((side) => [
      `contain-intrinsic-${side}`,
      'auto? [ none | <length [0,∞]> ]',
    ]),
  ),
  'contain-intrinsic-size': '[ auto? [ none | <length [0,∞]> ] ]{1,2}',
  contain: 'none | strict | content | [ [ size | inline-size ] || layout || style || paint ]',
  'container-type': 'normal | [ [ size | inline-size ] || scroll-state || anchored ]',
  content: 'normal | none | [ <string> | <counter> | <quote> | <image> ]+ [ / [ <string> | <counter> ]+ ]?',
  'counter-reset': '[ <counter-name> <integer>? ]+ | none',
  cursor:
    '[ [ <url> | <image-set()> | <-webkit-image-set()> | <gradient> ] <number>{0,2} , ]* [ auto | default | none | context-menu | help | pointer | progress | wait | cell | crosshair | text | vertical-text | alias | copy | move | no-drop | not-allowed | grab | grabbing | e-resize | n-resize | ne-resize | nw-resize | s-resize | se-resize | sw-resize | w-resize | ew-resize | ns-resize | nesw-resize | nwse-resize | col-resize | row-resize | all-scroll | zoom-in | zoom-out | -webkit-grab | -webkit-grabbing | -webkit-zoom-in | -webkit-zoom-out ]',
  cx: '<length-percentage> | <number>',
  cy: '<length-percentage> | <number>',
  'field-sizing': 'content | fixed',
  'frame-sizing': 'auto | content-width | content-height | content-block-size | content-inline-size',
  'scroll-axis-lock': 'auto | none',
  'window-drag': 'none | move',
  'margin-trim': 'none | block | [ block-start || block-end ]',
  'ruby-overhang': 'auto | none | spaces',
  'position-anchor': 'normal | none | auto | <anchor-name>',
  'scroll-snap-type': 'none | [ x | y | block | inline | both | pair ] [ mandatory | proximity ]?',
  filter: 'none | [ <filter-function> | <url> ]+',
  'fill-opacity': '<number> | <percentage>',
  'flex-basis':
    'content | auto | <length-percentage [0,∞]> | min-content | max-content | fit-content | <calc-size()> | stretch',
  'flex-grow': '<number [0,∞]>',
  'flex-shrink': '<number [0,∞]>',
  'flex-line-count': '<integer [1,∞]>',
  'font-feature-settings': 'normal | [ <string> [ <integer> | on | off ]? ]#',
  'font-synthesis': 'none | [ weight || style || small-caps ]',
  'hyphenate-limit-chars': '[ auto | <integer [1,∞]> ]{1,3}',
  'image-orientation': 'from-image | none',
  'image-rendering': 'auto | crisp-edges | pixelated | -webkit-optimize-contrast',
  'initial-letter': 'normal | [ <number [1,∞]> [ <integer [1,∞]> | raise | drop ]? ]',
  'justify-items':
    'normal | stretch | <baseline-position> | <overflow-position>? [ <self-position> | left | right ] | legacy | [ legacy && [ left | right | center ] ]',
  'line-break': 'auto | loose | normal | strict | anywhere | after-white-space',
  'list-style-type': 'none | <counter-style-name> | <string>',
  'mix-blend-mode': '<blend-mode> | plus-lighter',
  orphans: '<integer [1,∞]>',
  'outline-color': '<color>',
  'mask-clip': '[ <coord-box> | no-clip ]#',
  'mask-origin': '<coord-box>#',
  'overscroll-behavior': '[ contain | none | auto | chain ]{1,2}',
  'overscroll-behavior-block': 'contain | none | auto | chain',
  'overscroll-behavior-inline': 'contain | none | auto | chain',
  'overscroll-behavior-x': 'contain | none | auto | chain',
  'overscroll-behavior-y': 'contain | none | auto | chain',
  'page-break-after': 'auto | always | avoid | left | right',
  'page-break-before': 'auto | always | avoid | left | right',
  'page-break-inside': 'auto | avoid',
  'pointer-events':
    'auto | none | visiblePainted | visibleFill | visibleStroke | visible | painted | fill | stroke | all | bounding-box',
  position: 'static | relative | absolute | sticky | fixed',
  'position-visibility': 'always | [ anchors-visible || no-overflow ]',
  r: '<length-percentage [0,∞]> | <number [0,∞]>',
  rx: 'auto | <length-percentage [0,∞]> | <number [0,∞]>',
  ry: 'auto | <length-percentage [0,∞]> | <number [0,∞]>',
  resize: 'none | both | horizontal | vertical | block | inline | auto',
  'ruby-position': 'over | under',
  speak: 'none | normal | spell-out | digits | literal-punctuation | no-punctuation',
  'scroll-marker-group': 'none | [ [ before | after ] [ links | tabs ]? ]',
  'stop-opacity': '<number> | <percentage>',
  'stroke-dasharray': 'none | [ [ <length-percentage [0,∞]> | <number [0,∞]> ]+ ]#',
  'stroke-miterlimit': '<number [0,∞]>',
  'stroke-opacity': '<number> | <percentage>',
  'tab-size': '<number [0,∞]> | <length [0,∞]>',
  'text-align':
    'start | end | left | right | center | justify | -webkit-center | -webkit-left | -webkit-right | -webkit-auto | -internal-center',
  'text-autospace': 'normal | no-autospace',
  'text-combine-upright': 'none | all',
  'text-emphasis-position': '[ over | under ] && [ right | left ]?',
  'text-fit': '[ none | grow | shrink ] [ consistent | per-line | per-line-all ]? <percentage>?',
  'text-overflow': 'clip | ellipsis',
  'text-shadow': 'none | <shadow-t>#',
  'text-size-adjust': 'auto | none | <percentage [0,∞]>',
  'text-wrap-style': 'auto | balance | stable | pretty | avoid-orphans',
  'text-transform': 'none | capitalize | uppercase | lowercase | math-auto',
  'text-underline-position': 'auto | [ [ from-font | under ] || [ left | right ] ]',
  'transform-origin':
    '[ left | center | right | top | bottom | <length-percentage> ] | [ left | center | right | <length-percentage> ] [ top | center | bottom | <length-percentage> ] <length>? | [ [ center | left | right ] && [ center | top | bottom ] ] <length>?',
  transition: 'none | <single-transition>#',
  'unicode-bidi':
    'normal | embed | isolate | bidi-override | isolate-override | plaintext | -webkit-isolate | -webkit-isolate-override | -webkit-plaintext',
  'user-select': 'auto | none | text | all',
  'vector-effect': 'none | non-scaling-stroke',
  'timeline-trigger-activation-range-start': '<timeline-range>#',
  'timeline-trigger-activation-range-end': '<timeline-range>#',
  'timeline-trigger-active-range-start': '[ auto | <timeline-range> ]#',
  'timeline-trigger-active-range-end': '[ auto | <timeline-range> ]#',
  'timeline-trigger-activation-range': '[ <timeline-range>{1,2} ]#',
  'timeline-trigger-active-range': '[ [ auto | <timeline-range> ]{1,2} ]#',
  'view-transition-group': 'normal | contain | nearest | <custom-ident>',
  'view-transition-scope': 'none | all',
  'white-space-collapse': 'collapse | preserve | preserve-breaks | break-spaces',
  'letter-spacing': 'normal | <length-percentage>',
  'word-spacing': 'normal | <length-percentage>',
  widows: '<integer [1,∞]>',
  x: '<length-percentage> | <number>',
  y: '<length-percentage> | <number>',
  zoom: 'normal | <number [0,∞]> | <percentage [0,∞]>',
  '-webkit-mask-composite':
    '[ clear | copy | source-over | source-in | source-out | source-atop | destination-over | destination-in | destination-out | destination-atop | xor | plus-lighter ]#',
  '-webkit-mask-clip': '[ <visual-box> | border | padding | content | text ]#',
  '-webkit-mask-origin': '[ <visual-box> | border | padding | content ]#',
  '-webkit-mask-position-x': '[ left | center | right | <length-percentage> ]#',
  '-webkit-mask-position-y': '[ top | center | bottom | <length-percentage> ]#',
  '-webkit-perspective': 'none | <length [0,∞]> | <number [0,∞]>',
  '-webkit-text-stroke-width': '<length [0,∞]> | thin | medium | thick',
  '-webkit-box-align': 'stretch | start | end | center | baseline',
  '-webkit-box-direction': 'normal | reverse',
  '-webkit-box-flex': '<number>',
  '-webkit-box-ordinal-group': '<integer [1,∞]>',
  '-webkit-box-orient': 'horizontal | vertical | inline-axis | block-axis',
  '-webkit-box-pack': 'start | end | center | justify',
  '-webkit-mask':
    '[ <mask-reference> || <position> [ / <bg-size> ]? || <repeat-style> || [ <visual-box> | border | padding | content ] || [ <visual-box> | border | padding | content | text ] || <compositing-operator> || <masking-mode> ]#',
  '-webkit-text-stroke': '<line-width> || <color>',
  '-webkit-box-reflect': "none | [ above | below | left | right ] [ <length-percentage> <'-webkit-mask-box-image'>? ]?",
  ...Object.fromEntries(
    ['outset', 'repeat', 'slice', 'source', 'width'].map((part) => [
      `-webkit-mask-box-image-${part}`,
      `<'border-image-${part}'>`,
    ]),
  ),
  '-webkit-mask-box-image': "<'border-image'>",
  '-webkit-border-before-color': '<color>',
  '-webkit-border-before-style': '<line-style>',
  '-webkit-border-before-width': '<line-width>',
  '-webkit-border-before': '<line-width> || <line-style> || <color>',
  '-webkit-column-break-after': 'auto | always | avoid | left | right',
  '-webkit-column-break-before': 'auto | always | avoid | left | right',
  '-webkit-column-break-inside': 'auto | avoid',
  '-webkit-line-clamp': 'none | <integer [1,∞]>',
}

/** What the grammars take and browsers refuse, by what a grammar cannot say. */
const REFUSED: Readonly<Record<string, RegExp>> = {
  ...Object.fromEntries(
    ['width', 'height', 'inline-size', 'block-size'].map((side) => [`max-${side}`, /^calc-size\(\s*auto\b/i]),
  ),
  // Tags are four ASCII characters long (CSS Fonts 4, section 6.12).
  'font-feature-settings': /(["'])(?:.{0,3}|.{5,})\1/,
  'font-variation-settings': /(["'])(?:.{0,3}|.{5,})\1/,
  // The first time of each is the duration, so "auto" is none any more.
  animation: /\dm?s\b[^,]*\sauto\b/i,
  // "none" stands alone.
  transition: /(?:^|[,\s])none\b.*,|,(?:.*\s)?\s*none\b/i,
  'view-transition-class': /\bnone\s|\snone\b/i,
  // Words with a meaning of their own are no names.
  'color-scheme': /\bnormal\s|\snormal\b|\bonly\b.*\bonly\b/i,
  'container-name': /\bnone\s|\snone\b/i,
  container: /\bnone\s+[^/\s]|[^/\s]\s+none\b/i,
  // A length with its unit, though 0 is a length elsewhere.
  'overflow-clip-margin': /^0(?:\s|$)/,
  'position-try-fallbacks': /\bnone\s*,|,\s*none\b/i,
  'position-try': /\bnone\s*,|,\s*none\b/i,
  'grid-row-start': /\bspan\b.*\bspan\b/i,
  'grid-row-end': /\bspan\b.*\bspan\b/i,
  'grid-column-start': /\bspan\b.*\bspan\b/i,
  'grid-column-end': /\bspan\b.*\bspan\b/i,
}

/** Grammars with others in their place. Without css-tree’s parsers, which take their time to come to life. */
const lexerWith = (types: Readonly<Record<string, string>>, properties: Readonly<Record<string, string>>): Lexer =>
  new Lexer({
    ...definitions,
    generic: true,
    atrules: {},
    types: { ...definitions.types, ...types },
    properties: { ...definitions.properties, ...properties },
  })

// Grammars are read when they are first asked for, which a window may never do.
let browsers: Lexer | null = null
let specifications: Lexer | null = null

/** The grammars of properties as browsers take them. */
const browserLexer = (): Lexer => (browsers ??= lexerWith(TYPES, PROPERTIES))

/** The grammars of properties as the specifications say them. */
export const specificationLexer = (): Lexer => (specifications ??= lexerWith({}, {}))

/** Whether browsers have a grammar of their own for this name, beside that of the standard name. */
export const isOwnName = (property: string): boolean => Object.hasOwn(PROPERTIES, property)

/** The grammar of a property as a tree; null where there is none. */
export const syntaxOf = (property: string): Syntax | null => browserLexer().getProperty(property, false)?.syntax ?? null

/** The grammar of a type, such as `color`; null where there is none, or a tokenizer reads it. */
export const typeSyntax = (type: string): Syntax | null => browserLexer().getType(type)?.syntax ?? null

/** Whether a property has a grammar here. Vendor prefixes are not taken off. */
export const isInGrammars = (property: string): boolean => browserLexer().getProperty(property, false) !== null

/** Whether a value matches the grammar of a property; null where there is none. */
export function matchesGrammar(property: string, value: string): boolean | null {
  if (!isInGrammars(property)) return null
  return !REFUSED[property]?.test(value) && browserLexer().matchProperty(property, value).error === null
}
