'use client'
import { X } from 'lucide-react'
import { useEffect, useState } from 'react'
import type { Applied } from '../../core/classes/apply.ts'
import { REACH_WORDS, type Reach } from '../../core/classes/reaches.ts'
import { nameFault } from '../../core/classes/name-fault.ts'
import type { Inspection } from '../../core/trace/inspection.ts'
import { carryOut } from '../state/carry-out.ts'
import { useNotice, useRoom, useWorkroom } from '../state/context.tsx'
import { useAnswer } from '../state/use-answer.ts'
import { count } from '../words.ts'

/** The classes of the picked element: one can be given or taken, and it is shown before what that does. */
export function ClassesHere({ found }: { found: Inspection }) {
  const { page, index, classes } = found
  const also = useRoom((state) => state.pickedToo)
  const set = useRoom((state) => state.set)
  const [given, setGiven] = useState('')
  const [taken, setTaken] = useState<string | null>(null)
  const [reach, setReach] = useState<Reach>('one')
  const [typing, setTyping] = useState(false)
  // Names of a large site are many: they are looked for once somebody is about to write one.
  const names = useAnswer('names', typing ? {} : null, { keep: true })
  const add = taken === null && given !== '' && nameFault('class', given) === null ? [given] : []
  const remove = taken === null ? [] : [taken]
  const indices = [index, ...also.filter((each) => each !== index)]
  const wants = add.length + remove.length > 0
  const ask = wants || also.length > 0 ? { page, indices, add, remove, reach } : null
  const applied = useAnswer('applyClass', ask, { keep: true, pause: 80 })
  usePoints(page, also.length > 0 ? (applied?.paths.slice(1) ?? []) : [])
  const fault = given === '' ? null : nameFault('class', given)
  return (
    <section aria-label="Classes" className="flex flex-col gap-2 border-b border-line px-4 py-2.5">
      <div className="flex flex-wrap items-center gap-1.5">
        <span className="text-quiet">Classes</span>
        {classes.map((name) => (
          <span
            key={name}
            className={`flex items-center rounded-[3px] border bg-sunken pl-1.5 font-mono text-[12px] ${taken === name ? 'border-accent line-through' : 'border-line'}`}
          >
            {name}
            <button
              type="button"
              aria-label={`Take ${name}`}
              aria-pressed={taken === name}
              title={`Take ${name} from it`}
              className="btn btn-bare size-6 p-0 text-quiet"
              onClick={() => setTaken(taken === name ? null : name)}
            >
              <X aria-hidden className="size-3.5" />
            </button>
          </span>
        ))}
        <input
          aria-label="Class to give"
          placeholder="give a class"
          list="known-classes"
          spellCheck={false}
          autoComplete="off"
          className="field h-7 w-28 font-mono text-[12px]"
          value={given}
          onFocus={() => setTyping(true)}
          onChange={(event) => {
            setTaken(null)
            setGiven(event.target.value.trim())
          }}
        />
        <datalist id="known-classes">
          {names
            ?.filter(({ kind }) => kind === 'class')
            .map(({ name }) => (
              <option key={name} value={name} />
            ))}
        </datalist>
        <button
          type="button"
          className="btn btn-bare h-7 px-2"
          title="Write a class from how it looks, from its style attribute, or from a starting point"
          onClick={() => set({ asking: { kind: 'new-class', picked: { page, indices, styled: found.styled } } })}
        >
          New class …
        </button>
      </div>
      {also.length > 0 && (
        <p className="text-[12px] text-quiet">And {count(also.length, 'further element')} picked with Shift.</p>
      )}
      {fault && <p className="text-[12px] text-alarm">{fault}</p>}
      {wants && applied && (
        <Outcome
          applied={applied}
          reach={reach}
          onReach={setReach}
          label={add.length > 0 ? `Gave .${given}` : `Took .${taken}`}
          action={add.length > 0 ? 'Give it' : 'Take it'}
          onDone={() => {
            setGiven('')
            setTaken(null)
          }}
        />
      )}
    </section>
  )
}

/** Points at the further elements on the page. */
function usePoints(page: string, paths: readonly string[]): void {
  const { frames } = useWorkroom()
  const selector = paths.join(', ')
  useEffect(() => {
    if (selector === '') return
    frames.point(new Map([[page, selector]]))
    return () => frames.point(null)
  }, [frames, page, selector])
}

/** So many values are named. */
const MOST = 6

function Outcome({
  applied: { alters, count: elements, pages, paths, reaches, change },
  reach,
  onReach,
  label,
  action,
  onDone,
}: {
  applied: Applied
  reach: Reach
  onReach: (reach: Reach) => void
  label: string
  action: string
  onDone: () => void
}) {
  const workroom = useWorkroom()
  const notice = useNotice()
  const picked = paths.length
  const run = () => {
    const says = `${label} ${label.startsWith('Gave') ? 'to' : 'from'} ${count(elements, 'element')}`
    if (carryOut(workroom, says, change)) notice(`${says} on ${count(pages.length, 'page')}.`)
    onDone()
  }
  return (
    <div className="flex flex-col gap-2 text-[12px]">
      {alters.length === 0 ? (
        <p className="text-quiet">Nothing of it looks other then: no rule for the class reaches it.</p>
      ) : (
        <ul aria-label="What changes" className="flex flex-col gap-0.5">
          {alters.slice(0, MOST).map(({ property, before, after }) => (
            <li key={property} className="break-words">
              <span className="text-quiet">{property}</span> <code className="font-mono">{before}</code> becomes{' '}
              <code className="font-mono">{after}</code>
            </li>
          ))}
          {alters.length > MOST && <li className="text-quiet">and {alters.length - MOST} more</li>}
        </ul>
      )}
      <div className="flex items-center gap-2">
        <select
          aria-label="On which elements"
          className="field h-7 min-w-0 flex-1 px-1"
          value={reach}
          onChange={(event) => onReach(event.target.value as Reach)}
        >
          {reaches.map((each) => (
            <option key={each} value={each}>
              {each === 'one' && picked > 1 ? `these ${picked}` : REACH_WORDS[each]}
            </option>
          ))}
        </select>
        <button type="button" className="btn h-7" onClick={run}>
          {action}: {count(elements, 'element')}
        </button>
      </div>
    </div>
  )
}
