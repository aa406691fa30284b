import { createRequire } from 'node:module'
import { describe, expect, it } from 'vitest'
import { definitionOf, isLogical, LONGHANDS, physicalName, SIDE_PATTERNS } from '../../src/core/properties/longhands.ts'
import { longhandsOf } from '../../src/core/properties/shorthands.ts'

interface Entry {
  readonly inherited: boolean
  readonly initial: string | string[]
}

/** The open data of mdn-data, by property. */
const DATA: Record<string, Entry> = createRequire(import.meta.url)('mdn-data').css.properties

/** Chromium 156 inherits these where the data says otherwise, or the other way round; e2e/cascade.spec.ts holds it. */
const DIFFERENT_IN_CHROMIUM = ['shape-rendering', 'text-box-edge', 'user-select', 'object-position']

/** Where the data is ahead of Chromium 156, or behind: CSS Grid 2, section 7.8 no longer resets gaps. */
const OTHERWISE = new Set(['columns column-height', 'grid column-gap', 'grid row-gap'])

describe('the table of longhands', () => {
  it('says of inheritance what the open data of mdn-data says, except where Chromium differs', () => {
    const differs = LONGHANDS.filter(({ name, inherited }) => DATA[name] && DATA[name].inherited !== inherited)
    expect(differs.map(({ name }) => name)).toEqual(DIFFERENT_IN_CHROMIUM)
  })

  it('lists for each shorthand the longhands that mdn-data lists, in places without a gap', () => {
    const shorthands = Object.entries(DATA).filter(
      ([name, { initial }]) =>
        Array.isArray(initial) && longhandsOf(name).length > 1 && !/^(?:all|border-(?:block|inline).*)$/.test(name),
    )
    expect(shorthands.length).toBeGreaterThan(40)
    for (const [name, { initial }] of shorthands) {
      const members = longhandsOf(name)
      expect(
        members.every((member) => typeof member === 'string'),
        name,
      ).toBe(true)
      const known = (initial as string[])
        .flatMap((member) => longhandsOf(member))
        .filter((member) => definitionOf(member) && !OTHERWISE.has(`${name} ${member}`))
      expect([name, known.filter((member) => !members.includes(member))]).toEqual([name, []])
    }
  })

  it('has every flow-relative name that mdn-data has, and puts each on a side', () => {
    const names = Object.keys(DATA).filter((name) => /^(?!corner).*-(?:block|inline)-(?:start|end)(?:-|$)/.test(name))
    const longhands = names.filter((name) => longhandsOf(name).length === 1)
    expect(longhands.length).toBeGreaterThan(25)
    for (const name of longhands) {
      expect(isLogical(name), name).toBe(true)
      expect(definitionOf(physicalName(name, 'vertical-rl', 'rtl')), name).toBeDefined()
    }
    for (const pattern of SIDE_PATTERNS)
      expect(
        new Set(
          ['block-start', 'block-end', 'inline-start', 'inline-end'].map((star) =>
            physicalName(pattern.replace('*', star), 'sideways-lr', 'ltr'),
          ),
        ).size,
      ).toBe(4)
  })
})
