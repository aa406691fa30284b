/** A page with every kind of content that small general stylesheets style. Wears `sheets`, in order. */
export function richPage(sheets: readonly string[]): string {
  const inputs = [
    'text',
    'search',
    'tel',
    'url',
    'email',
    'password',
    'date',
    'month',
    'week',
    'time',
    'datetime-local',
    'number',
    'range',
    'color',
    'checkbox',
    'radio',
    'file',
    'submit',
    'image',
    'reset',
    'button',
    'hidden',
  ]
  return `<!doctype html>
<html lang="en"><head><meta charset="utf-8"><title>Everything</title>${sheets.map((href) => `<link rel="stylesheet" href="${href}">`).join('')}</head>
<body>
<header><nav><ul><li><a href="#a">One</a></li><li><a href="#b" aria-current="page">Two</a></li><li><a>Three</a></li></ul></nav><h1>Title <small>with less</small></h1><p>A <strong>lead</strong> with <em>stress</em>.</p></header>
<main>
<section id="a"><h2>Text</h2><p class="lead">Some <a href="x.html">link</a>, <abbr title="abbreviation">abbr</abbr>, <b>b</b>, <i>i</i>, <u>u</u>, <s>s</s>, <del>del</del>, <ins>ins</ins>, <mark>mark</mark>, <code>code</code>, <kbd>kbd</kbd>, <samp>samp</samp>, <var>var</var>, <q>q</q>, <cite>cite</cite>, <dfn>dfn</dfn>, <sub>sub</sub>, <sup>sup</sup>, <time>now</time>, <span>span</span>, <bdo dir="rtl">bdo</bdo>.</p>
<h3>Three</h3><h4>Four</h4><h5>Five</h5><h6>Six</h6><hr>
<pre><code>pre code</code></pre><blockquote><p>quote</p><footer>by <cite>nobody</cite></footer></blockquote><address>address</address></section>
<section id="b"><h2>Lists</h2><ul><li>one<ul><li>inner<ul><li>innermost</li></ul></li></ul></li><li>two</li></ul><ol><li>one<ol><li>inner</li></ol></li></ol><dl><dt>term</dt><dd>meaning</dd></dl><menu><li>menu</li></menu><dl><dt><dir><li>a</li></dir></dt><dd><dl><dt>inner</dt></dl><ul><li><dl><dd>deep</dd></dl></li></ul><menu><li>m</li></menu></dd></dl><svg width="16" height="50%" viewBox="0 0 9 9" stroke-width="2"><g><circle r="1" stroke-width="0.5"></circle><rect width="4" height="5"></rect></g><foreignObject width="3" height="4"><div>x</div></foreignObject></svg><center><table><caption>centred</caption><tbody><tr><td>x</td></tr></tbody></table></center><div align="right"><div><table style="text-align: inherit"><tbody><tr><td>y</td></tr></tbody></table></div></div></section>
<section><h2>Tables and pictures</h2><table><caption>Caption</caption><colgroup><col><col></colgroup><thead><tr><th scope="col">a</th><th>b</th></tr></thead><tbody><tr><td>1</td><td>2</td></tr><tr><th scope="row">3</th><td>4</td></tr></tbody><tfoot><tr><td colspan="2">foot</td></tr></tfoot></table>
<figure><img src="a.png" alt="a" width="40" height="20"><figcaption>caption</figcaption></figure><picture><img src="b.png" alt=""></picture><svg viewBox="0 0 10 10"><circle cx="5" cy="5" r="4" fill="red"/></svg><video controls></video><audio controls></audio><canvas></canvas><iframe title="t"></iframe></section>
<article><h2>Article</h2><p>text</p><details><summary>more</summary><p>inside</p></details><details open><summary>open</summary><p>inside</p></details><dialog><p>dialog</p></dialog></article>
<form><fieldset><legend>Form</legend><label>Label <input placeholder="name"></label>${inputs.map((type) => `<input type="${type}">`).join('')}<textarea rows="3" placeholder="words"></textarea><select><option>one</option><option>two</option></select><select multiple><optgroup label="group"><option>three</option></optgroup></select><button>button</button><button type="submit">submit</button><button disabled>disabled</button><input disabled><meter value="0.5"></meter><progress value="0.3"></progress><progress></progress><output>out</output></fieldset><fieldset disabled><input><button>b</button></fieldset></form>
<aside><p>aside</p></aside><div class="container grid"><div><p>one</p></div><div><p>two</p></div></div><p hidden>hidden</p><template><p>t</p></template>
</main>
<footer><p>footer <small>small</small></p></footer>
</body></html>`
}
