// The documentation that nobody here wrote: Debian packages made by different tools, downloaded and unpacked, never installed.
import { execFileSync, spawnSync } from 'node:child_process'
import { existsSync, mkdirSync, readdirSync } from 'node:fs'
import os from 'node:os'
import path from 'node:path'

/** Package, folder of its pages in it; what made them. */
const PACKAGES = [
  // Style sheets of its own over XML.
  ['apache2-doc', 'usr/share/doc/apache2-doc/manual'],
  // A generator from reStructuredText.
  ['python-django-doc', 'usr/share/doc/python-django-doc/html'],
  // A generator from comments in C, over DocBook.
  ['libglib2.0-doc', 'usr/share/gtk-doc/html'],
]
/** More for those measurements that need many kinds of markup: old HTML out of TeX, out of a text of its own, and by hand. */
const MORE = [
  ['gnuplot-doc', 'usr/share/doc/gnuplot/htmldocs'],
  ['exim4-doc-html', 'usr/share/doc/exim4-doc-html'],
]
const cache = path.join(process.env.XDG_CACHE_HOME ?? path.join(os.homedir(), '.cache'), 'attire-bench')

/** Names and folders of the packages, downloaded where they are not there yet. Ends the run where there is no apt. */
export function packages({ more = false } = {}) {
  if (spawnSync('apt-get', ['--version']).error) {
    console.log('There is no apt here, so these packages cannot be downloaded. This bench runs on Debian only.')
    process.exit(0)
  }
  return [...PACKAGES, ...(more ? MORE : [])].map(([name, folder]) => [name, fetched(name, folder)])
}

function fetched(name, folder) {
  const into = path.join(cache, name)
  if (!existsSync(path.join(into, folder))) {
    mkdirSync(into, { recursive: true })
    execFileSync('apt-get', ['download', '-q', name], { cwd: into, stdio: 'ignore' })
    const archive = readdirSync(into).find((file) => file.endsWith('.deb'))
    execFileSync('dpkg-deb', ['-x', archive, '.'], { cwd: into })
  }
  return path.join(into, folder)
}

/** This many of a list, from all over it. */
export function spread(list, most) {
  const step = Math.max(1, list.length / most)
  return Array.from({ length: Math.min(most, list.length) }, (_, at) => list[Math.floor(at * step)])
}
