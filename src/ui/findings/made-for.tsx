'use client'
import { useState } from 'react'
import { targetInWords, type Target } from '../../core/browsers/target.ts'
import type { Browser } from '../../core/browsers/browsers.ts'
import { carryOut } from '../state/carry-out.ts'
import { useNotice, useWorkroom } from '../state/context.tsx'
import { askOnce, useAnswer } from '../state/use-answer.ts'

/** What is asked for in one number each: a phone's browser goes by the number of its desk's. */
const ASKED: readonly { readonly name: string; readonly browsers: readonly Browser[] }[] = [
  { name: 'Chrome', browsers: ['chrome', 'chrome_android'] },
  { name: 'Edge', browsers: ['edge'] },
  { name: 'Firefox', browsers: ['firefox', 'firefox_android'] },
  { name: 'Safari', browsers: ['safari', 'safari_ios'] },
]

const OWN = 'own'

/** For which browsers the site is made: what not all of them take is a finding. */
export function MadeFor() {
  const workroom = useWorkroom()
  const notice = useNotice()
  const target = useAnswer('madeFor', {}, { keep: true })
  const [asking, setAsking] = useState(false)
  if (target === undefined) return null
  const choose = async (next: Target) => {
    const change = await askOnce(workroom, 'planMadeFor', { target: next })
    if (change && carryOut(workroom, `Made for ${targetInWords(next)}`, change))
      notice(`The check goes by ${targetInWords(next)} now. Undo takes it back.`)
  }
  const isOwn = typeof target !== 'string'
  return (
    <section aria-label="Browsers" className="border-t border-line px-4 py-3 text-[12px]">
      <label className="flex items-center gap-2">
        <span className="shrink-0 font-semibold">Made for</span>
        <select
          className="field h-7 min-w-0 flex-1 py-0 text-[12px]"
          value={asking || isOwn ? OWN : target}
          onChange={({ target: { value } }) => {
            setAsking(value === OWN)
            if (value !== OWN) void choose(value as Target)
          }}
        >
          <option value="newly">all current browsers</option>
          <option value="widely">browsers of the last two and a half years</option>
          <option value={OWN}>own lowest versions …</option>
        </select>
      </label>
      {asking || isOwn ? (
        <OwnVersions
          key={JSON.stringify(target)}
          before={isOwn ? target : {}}
          onDone={(next) => {
            setAsking(false)
            void choose(next)
          }}
        />
      ) : (
        <p className="mt-1 text-quiet">
          What not all of them take is a note, unless it stands in @supports or has a value before it that all take. By
          the “Baseline” of the open web-features data.
        </p>
      )}
    </section>
  )
}

type Versions = Exclude<Target, string>

function OwnVersions({ before, onDone }: { before: Versions; onDone: (target: Versions) => void }) {
  const [written, setWritten] = useState<Readonly<Record<string, string>>>(() =>
    Object.fromEntries(ASKED.map(({ name, browsers }) => [name, String(before[browsers[0]!] ?? '')])),
  )
  const numbers = ASKED.map(({ name }) => (written[name] === '' ? null : Number(written[name])))
  const wrong = numbers.some((version) => version !== null && !(version > 0))
  const none = numbers.every((version) => version === null)
  return (
    <form
      className="mt-2"
      onSubmit={(event) => {
        event.preventDefault()
        if (wrong || none) return
        onDone(
          Object.fromEntries(
            ASKED.flatMap(({ browsers }, at) =>
              numbers[at] === null ? [] : browsers.map((browser) => [browser, numbers[at]!]),
            ),
          ),
        )
      }}
    >
      <div className="grid grid-cols-4 gap-2">
        {ASKED.map(({ name }) => (
          <label key={name} className="min-w-0">
            <span className="block truncate text-quiet">{name}</span>
            <input
              className="field h-7 w-full"
              inputMode="decimal"
              placeholder="any"
              value={written[name]}
              onChange={({ target: { value } }) => setWritten({ ...written, [name]: value.trim() })}
            />
          </label>
        ))}
      </div>
      <p className="mt-1 text-quiet" role={wrong ? 'alert' : undefined}>
        {wrong
          ? 'A version is a number such as 109 or 16.4.'
          : 'From this version on. A browser left empty is not asked about.'}
      </p>
      <button type="submit" className="btn mt-1.5 h-7" disabled={wrong || none}>
        Go by these
      </button>
    </form>
  )
}
