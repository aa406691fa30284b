import { readFileSync } from 'node:fs'
import { expect, it } from 'vitest'
import packageJson from '../package.json' with { type: 'json' }
import lock from '../package-lock.json' with { type: 'json' }
import { licencesText } from '../scripts/licences.mjs'

it('the list of licences names every package that ships, in the version that does', () => {
  const list = readFileSync('docs/licences.md', 'utf8')
  expect(list).toBe(licencesText(lock))
  for (const [name, version] of Object.entries(packageJson.dependencies)) expect(list).toContain(`${name} ${version}`)
})
