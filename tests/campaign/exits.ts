/** A page of a site that tries to get out, and what of it is touched by hand. */
export interface Exit {
  readonly name: string
  readonly body: string
  readonly head?: string
  /** What is pressed; an element by this selector in the frame's light tree. */
  readonly at?: string
}

const BLOCK = 'display:block;padding:20px;background:#ddd'
const link = (to: string, more = '') => `<a href="${to}" style="${BLOCK}" ${more}>leave</a>`
const shadow = (mode: string, inside: string, host = 'div') =>
  `<${host} class="t" style="display:block"><template shadowrootmode=${mode}>${inside}</template></${host}>`

/** Where other.html is given out with its scripts running, if anything a page can write brings that about. */
const INSIDE = 'other.html?scripts=run'

/** Every way known in which something within a page leads somewhere when it is pressed, chosen, sent or dragged. */
export function exits(outside: string): Exit[] {
  const t = (body: string) => body.replace(/<(\w[\w-]*)/, '<$1 class="t"')
  const kinds: [string, string][] = [
    ['link', link(INSIDE)],
    ['outside link', link(`${outside}/a`)],
    ['link without a scheme', link(`${outside.slice(5)}/b`)],
    ['target top', link(INSIDE, 'target="_top"')],
    ['target parent', link(INSIDE, 'target="_parent"')],
    ['target blank', link(`${outside}/blank`, 'target="_blank" rel="opener"')],
    ['target by the name of the frame', link(INSIDE, 'target="attire-1"')],
    ['ping', link(INSIDE, `ping="${outside}/ping"`)],
    ['download', link(`${outside}/d`, 'download')],
    ['javascript address', link('javascript:parent.postMessage(1,`*`)')],
    ['data address', link('data:text/html,<h1>data')],
    ['policy of referrers', link(`${outside}/r`, 'referrerpolicy="unsafe-url"')],
    ['attribution', link(`${outside}/att`, `attributionsrc="${outside}/src"`)],
    ['link of SVG', `<svg width="200" height="60"><a href="${INSIDE}"><rect width="200" height="60"/></a></svg>`],
    [
      'link of SVG, old spelling',
      `<svg width="200" height="60"><a xlink:href="${INSIDE}"><rect width="200" height="60"/></a></svg>`,
    ],
    [
      'link that is used',
      `<svg width="300" height="60"><defs><a id="a" href="${INSIDE}"><rect width="200" height="60"/></a></defs><use href="#a"/></svg>`,
    ],
    [
      'link that is used twice',
      `<svg width="300" height="60"><defs><a id="a" href="${INSIDE}"><rect width="200" height="60"/></a><g id="g"><use href="#a"/></g></defs><use xlink:href="#g"/></svg>`,
    ],
    [
      'symbol with a link',
      `<svg width="300" height="60"><symbol id="s"><a href="${INSIDE}"><rect width="200" height="60"/></a></symbol><use href="#s"/></svg>`,
    ],
    [
      'address set by an animation',
      `<svg width="200" height="60"><a><set attributeName="href" to="${INSIDE}"/><rect width="200" height="60"/></a></svg>`,
    ],
    [
      'markup in SVG',
      `<svg width="300" height="80"><foreignObject width="300" height="80">${link(INSIDE)}</foreignObject></svg>`,
    ],
    ['MathML', `<math href="${INSIDE}"><mi style="font-size:60px">x</mi></math>`],
    ['MathML, old spelling', `<math><mrow xlink:href="${INSIDE}"><mi style="font-size:60px">x</mi></mrow></math>`],
    ['button of a form', `<form action="${INSIDE}"><button style="${BLOCK}">go</button></form>`],
    ['form to the outside', `<form action="${outside}/f" method="post"><button style="${BLOCK}">go</button></form>`],
    ['button with an address of its own', `<form><button formaction="${INSIDE}" style="${BLOCK}">go</button></form>`],
    [
      'button far from its form',
      `<form id="f" action="${INSIDE}"></form><button form="f" style="${BLOCK}">go</button>`,
    ],
    ['picture that sends', `<form action="${INSIDE}"><input type="image" alt="go" style="${BLOCK}"></form>`],
    ['form in a dialog', `<dialog open><form method="dialog" action="${INSIDE}"><button>go</button></form></dialog>`],
    [
      'label of a sending button',
      `<form action="${INSIDE}"><label style="${BLOCK}">go<button></button></label></form>`,
    ],
    [
      'area of a map',
      `<map name="m"><area href="${INSIDE}" shape="default"></map><img usemap="#m" alt="go" style="width:200px;height:60px" src="data:image/gif;base64,R0lGODlhAQABAAAAACw=">`,
    ],
    ['summary with a link', `<details><summary>${link(INSIDE)}</summary>x</details>`],
    [
      'link around a summary',
      `<a href="${INSIDE}"><details open><summary style="${BLOCK}">go</summary>x</details></a>`,
    ],
    ['popover', `<button popovertarget="p" style="${BLOCK}">open</button><div popover id="p">${link(INSIDE)}</div>`],
    [
      'command',
      `<button command="show-modal" commandfor="d" style="${BLOCK}">open</button><dialog id="d">${link(INSIDE)}</dialog>`,
    ],
    ['interest', `<a interestfor="p" href="${INSIDE}" style="${BLOCK}">open</a><div popover id="p">x</div>`],
    ['open shadow tree', shadow('open', link(INSIDE))],
    ['closed shadow tree', shadow('closed', link(INSIDE))],
    ['closed in closed', shadow('closed', shadow('closed', link(INSIDE)))],
    ['closed in open', shadow('open', shadow('closed', link(INSIDE)))],
    ['open in closed', shadow('closed', shadow('open', link(INSIDE)))],
    ['closed, spelt otherwise', shadow('"&#99;LOSED"', link(INSIDE), 'section')],
    ['closed, outside', shadow('closed', link(`${outside}/closed`))],
    ['form in a closed tree', shadow('closed', `<form action="${INSIDE}"><button style="${BLOCK}">go</button></form>`)],
    [
      'area in a closed tree',
      shadow('closed', `<svg width="200" height="60"><a href="${INSIDE}"><rect width="200" height="60"/></a></svg>`),
    ],
    [
      'box slotted into a closed link',
      `<div><template shadowrootmode=closed><a href="${INSIDE}"><slot></slot></a></template><input type="checkbox" class="t" style="width:60px;height:60px"></div>`,
    ],
    [
      'words slotted into a closed link',
      `<div><template shadowrootmode=closed><a href="${INSIDE}"><slot></slot></a></template><p class="t" style="${BLOCK}">go</p></div>`,
    ],
    [
      'summary slotted into a closed link',
      `<div><template shadowrootmode=closed><a href="${INSIDE}"><slot></slot></a></template><details><summary class="t" style="${BLOCK}">go</summary></details></div>`,
    ],
    [
      'area to write in, slotted into a closed link',
      `<div><template shadowrootmode=closed><a href="${INSIDE}"><slot></slot></a></template><textarea class="t"></textarea></div>`,
    ],
    ['link that can be edited', `<div contenteditable>${link(INSIDE, 'contenteditable=false')}</div>`],
    ['link with a key of its own', link(INSIDE, 'accesskey="x" autofocus')],
    ['history', link('javascript:history.back()')],
    ['old page in the address', link('?scripts=run')],
    ['fragment with a text', link('#:~:text=leave')],
  ]
  return [
    ...kinds.map(([name, body]) => ({ name, body: /class="t"/.test(body) ? body : t(body) })),
    { name: 'base', head: `<base href="${outside}/">`, body: t(link('deep')) },
    { name: 'base with a target', head: '<base target="_top">', body: t(link(INSIDE)) },
    { name: 'base that says who runs', head: '<base href="other.html?scripts=run">', body: t(link('')) },
  ].map((exit) => ({ at: '.t', ...exit }))
}
