// `npm run licences`: writes docs/licences.md, the licences of all that ships with Attire, from what the lockfile says of them.
import { readFileSync, writeFileSync } from 'node:fs'
import { pathToFileURL } from 'node:url'
import { root } from './setup.mjs'

/** Packages that run in Attire, each once, by licence. Development alone needs the others. */
export function licencesOf(lock) {
  const byLicence = new Map()
  for (const [place, { license = 'not named', dev, devOptional, version }] of Object.entries(lock.packages)) {
    if (place === '' || dev || devOptional) continue
    const name = `${place.slice(place.lastIndexOf('node_modules/') + 'node_modules/'.length)} ${version}`
    byLicence.set(license, (byLicence.get(license) ?? new Set()).add(name))
  }
  return [...byLicence].sort(([a], [b]) => a.localeCompare(b)).map(([licence, names]) => [licence, [...names].sort()])
}

export function licencesText(lock) {
  const sections = licencesOf(lock).map(([licence, names]) => `## ${licence}\n\n${names.join(', ')}\n`)
  return `# Licences of what ships\n\nAttire itself is under the [MIT licence](../LICENSE). It runs with these packages, each of which brings its licence’s text
along in \`node_modules\`; the texts of the fonts are also shown in the facet Type. Written by \`npm run licences\` from \`package-lock.json\`.\n\n${sections.join('\n')}`
}

if (import.meta.url === pathToFileURL(process.argv[1] ?? '').href) {
  const lock = JSON.parse(readFileSync(`${root}/package-lock.json`, 'utf8'))
  writeFileSync(`${root}/docs/licences.md`, licencesText(lock))
}
