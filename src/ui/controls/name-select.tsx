import { useState } from 'react'

/** So many options cost nothing; more are made when somebody turns to the list. */
const AT_ONCE = 200

/** One of many names, such as those of all swatches. */
export function NameSelect({
  label,
  names,
  value,
  onChange,
}: {
  label: string
  names: readonly string[]
  value: string
  onChange: (name: string) => void
}) {
  const [turnedTo, setTurnedTo] = useState(false)
  const turn = () => setTurnedTo(true)
  return (
    <select
      aria-label={label}
      className="field h-7 min-w-0 flex-1 px-1 font-mono text-[12px]"
      value={value}
      onFocus={turn}
      onPointerDown={turn}
      onChange={(event) => onChange(event.target.value)}
    >
      {(turnedTo || names.length <= AT_ONCE ? names : [value]).map((each) => (
        <option key={each}>{each}</option>
      ))}
    </select>
  )
}
