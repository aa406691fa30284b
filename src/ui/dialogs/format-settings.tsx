'use client'
import type { FormatSettings } from '../../core/tidy/formatted.ts'

type Choice = readonly [label: string, settings: Partial<FormatSettings>]

/** What can be chosen, each as a list of named settings. */
const CHOICES: readonly (readonly [name: string, choices: readonly Choice[]])[] = [
  [
    'Indented by',
    [
      ['2 spaces', { indent: 2 }],
      ['4 spaces', { indent: 4 }],
      ['a tab', { indent: 'tab' }],
      ['nothing', { indent: 0 }],
    ],
  ],
  [
    'Declarations',
    [
      ['a line each', { rules: 'lines' }],
      ['on the line of the rule', { rules: 'line' }],
    ],
  ],
  [
    'Between rules',
    [
      ['a blank line', { blank: true }],
      ['no blank line', { blank: false }],
    ],
  ],
  [
    'Hexadecimal colours',
    [
      ['as they are', { hex: 'kept' }],
      ['in small letters', { hex: 'lower' }],
      ['in capitals', { hex: 'upper' }],
    ],
  ],
  [
    'Quotes',
    [
      ['as they are', { quotes: 'kept' }],
      ['double', { quotes: 'double' }],
      ['single', { quotes: 'single' }],
    ],
  ],
]

/** How a sheet is written evenly; the site remembers it. */
export function FormatChoices({
  format,
  onChange,
}: {
  format: FormatSettings
  onChange: (next: FormatSettings) => void
}) {
  return (
    <fieldset className="mt-2 grid grid-cols-[auto_minmax(0,1fr)] items-center gap-x-3 gap-y-1 pl-6 text-[12px]">
      <legend className="sr-only">How it is written</legend>
      {CHOICES.map(([name, choices]) => (
        <label key={name} className="contents">
          <span className="text-quiet">{name}</span>
          <select
            className="field h-6 w-fit py-0 text-[12px]"
            value={choices.findIndex(([, settings]) => holds(format, settings))}
            onChange={({ target }) => onChange({ ...format, ...choices[Number(target.value)]?.[1] })}
          >
            {choices.map(([label], at) => (
              <option key={label} value={at}>
                {label}
              </option>
            ))}
          </select>
        </label>
      ))}
    </fieldset>
  )
}

const holds = (format: FormatSettings, settings: Partial<FormatSettings>): boolean =>
  Object.entries(settings).every(([name, value]) => format[name as keyof FormatSettings] === value)
