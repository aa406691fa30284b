'use client'
import { Plus } from 'lucide-react'
import { useState } from 'react'
import type { LinkKind } from '../../../core/links/kinds.ts'
import { parseSelectorList } from '../../../core/selectors/parse.ts'
import { Choice } from '../../controls/choice.tsx'
import { useDraft } from '../../controls/use-draft.ts'
import { useRoom } from '../../state/context.tsx'
import { useShowReach } from '../../state/outline.ts'
import { count } from '../../words.ts'

/** The kinds of link of the site, to choose one; groups by selectors of one's own can be added. */
export function KindChoice({ kinds, kind }: { kinds: readonly LinkKind[]; kind: LinkKind }) {
  const chooseKind = useRoom((state) => state.chooseKind)
  const show = useShowReach()
  const [adding, setAdding] = useState(false)
  const at = (key: string) => kinds.find((each) => each.key === key)
  return (
    <div className="flex flex-col gap-2 border-b border-line px-4 py-3">
      <div className="flex items-center gap-2" onMouseEnter={() => show(kind.selector)} onMouseLeave={() => show('')}>
        <Choice
          label="Kind of link"
          className="min-w-0 flex-1"
          value={kind.key}
          onChange={(key) => chooseKind(at(key)!)}
          onActive={(key) => show(at(key)?.selector ?? '')}
          options={kinds.map((each) => ({
            value: each.key,
            label: nameOf(each, kinds),
            hint: `${each.count} on ${count(each.pages.length, 'page')}`,
          }))}
        />
        <button
          type="button"
          className="btn size-8 p-0"
          aria-label="Add a group of links of your own"
          title="Add a group of links of your own"
          aria-expanded={adding}
          onClick={() => setAdding(!adding)}
        >
          <Plus aria-hidden className="size-4" />
        </button>
      </div>
      <KindWords kinds={kinds} kind={kind} />
      {adding && <AddGroup onAdded={() => setAdding(false)} />}
    </div>
  )
}

/** The name of a kind; with what its links stand on where another kind has the same name. */
export function nameOf({ name, selector, ground, own, key }: LinkKind, kinds: readonly LinkKind[]): string {
  if (own) return selector
  const alike = kinds.filter((each) => !each.own && each.name === name && each.key !== key)
  if (alike.length === 0) return name
  return alike.some((each) => each.ground === ground) ? `${name}, ${selector}` : `${name}, on ${ground ?? 'a picture'}`
}

function KindWords({ kinds, kind }: { kinds: readonly LinkKind[]; kind: LinkKind }) {
  const { linkGroups, setLinkGroups } = useRoom((state) => state)
  const others = kinds.filter((each) => !each.own && each.key !== kind.key && each.selector === kind.selector)
  return (
    <p className="text-[12px] text-quiet">
      {kind.own ? 'Your own group. ' : ''}
      Edits go to <code className="font-mono text-ink">{kind.selector}</code>
      {others.length > 0 &&
        `, which also finds ${others.length === 1 ? 'the links' : `${count(others.length, 'kind')} of links`} ${
          others.length === 1 ? `on ${others[0]!.ground ?? 'a picture'}` : 'on other grounds'
        }`}
      .{' '}
      {kind.own && (
        <button
          type="button"
          className="text-ink underline decoration-edge underline-offset-2"
          onClick={() => setLinkGroups(linkGroups.filter((each) => each !== kind.selector))}
        >
          Let the group go
        </button>
      )}
    </p>
  )
}

function AddGroup({ onAdded }: { onAdded: () => void }) {
  const { linkGroups, setLinkGroups } = useRoom((state) => state)
  const { draft, bad, input } = useDraft({
    value: '',
    refuses: (text) => parseSelectorList(text) === null,
    onCommit: (text) => {
      if (text.trim() === '') return
      setLinkGroups([...linkGroups.filter((each) => each !== text.trim()), text.trim()])
      onAdded()
    },
  })
  return (
    <div className="flex flex-col gap-1">
      <input
        aria-label="Selector of the group"
        className="field w-full font-mono text-[12px]"
        placeholder="main .teaser a"
        autoFocus
        {...input}
      />
      {bad && (
        <p className="text-[12px] text-alarm">
          “{draft}” is no selector that browsers read. Try <code className="font-mono">main .teaser a</code>.
        </p>
      )}
    </div>
  )
}
