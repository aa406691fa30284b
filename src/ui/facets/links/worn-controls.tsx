'use client'
import { Shirt } from 'lucide-react'
import type { LinkKind } from '../../../core/links/kinds.ts'
import type { ProofState } from '../../../core/links/link-states.ts'
import { WEARABLE, type Wearable, type WornOn } from '../../../core/links/wearable.ts'
import { useRoom } from '../../state/context.tsx'

const isWearable = (state: ProofState): state is Wearable => (WEARABLE as readonly string[]).includes(state)

/** Puts the state that is worked on on the pages: on the links of this kind, or on all. */
export function WornControls({ kind, state }: { kind: LinkKind; state: ProofState }) {
  const worn = useRoom((room) => room.worn)
  const setLinks = useRoom((room) => room.setLinks)
  if (!isWearable(state)) return null
  const { page, index } = kind.sample
  const choices: { name: string; says: string; subject: WornOn }[] = [
    {
      name: kind.own ? 'this group' : 'this kind',
      says: `:${state} on ${kind.own ? kind.selector : `“${kind.name}”`}`,
      subject: kind.own ? { on: 'selector', selector: kind.selector } : { on: 'kind', page, index },
    },
    { name: 'all links', says: `:${state} on all links`, subject: { on: 'links' } },
  ]
  return (
    <div role="group" aria-label="Wear the state" className="flex items-center gap-2 border-b border-line px-4 py-2">
      <Shirt aria-hidden className="size-4 shrink-0 text-quiet" />
      <span className="min-w-0 flex-1 truncate text-quiet">
        Wear <code className="font-mono text-[12px]">:{state}</code> on
      </span>
      {choices.map(({ name, says, subject }) => {
        const on = worn?.says === says
        return (
          <button
            key={name}
            type="button"
            aria-pressed={on}
            className="btn h-7 aria-pressed:border-accent aria-pressed:bg-accent-wash"
            onClick={() => setLinks({ worn: on ? null : { state, subject, says } })}
          >
            {name}
          </button>
        )
      })}
    </div>
  )
}
