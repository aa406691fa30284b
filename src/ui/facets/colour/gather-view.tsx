'use client'
import { CircleCheck } from 'lucide-react'
import { useMemo, useState } from 'react'
import type { Gathered, GatheredColor, GatherPlan } from '../../../core/color/gather-colors.ts'
import { lineIn, settledSheets, showInSheet } from '../../state/sheets.ts'
import { useAsk } from '../../state/use-answer.ts'
import { count } from '../../words.ts'
import { useRoom, useWorkroom } from '../../state/context.tsx'
import { LongList } from '../../controls/long-list.tsx'
import { Group } from '../../controls/parts.tsx'

/** How far apart colours may lie to be shown together, in OKLab: just seen, and clearly different. */
const THRESHOLDS = { least: 0, most: 0.12, usual: 0.03 } as const

/** Colours written directly in the sheet; equal and nearly equal ones become a swatch. */
export function GatherView() {
  const set = useRoom((state) => state.set)
  const [threshold, setThreshold] = useState<number>(THRESHOLDS.usual)
  // While colours are put together anew those from before stay to be seen, and nothing is made of them.
  const { answer: groups, current } = useAsk('gathered', { threshold }, { keep: true })
  // Colours that several names are fit for get them in turn.
  const planned = useMemo(() => planAll(groups ?? []), [groups])
  if (!groups) return <p className="px-4 py-3.5 text-quiet">Looking for colours …</p>
  if (groups.length === 0)
    return (
      <p className="flex items-center gap-2 px-4 py-3.5">
        <CircleCheck aria-hidden className="size-4 text-accent" />
        No colour is written directly: all come from swatches.
      </p>
    )
  return (
    <>
      <div className="border-b border-line px-4 py-3">
        <label className="flex items-center gap-2">
          <span className="shrink-0">Nearly equal up to</span>
          <input
            type="range"
            className="min-w-0 flex-1"
            min={THRESHOLDS.least}
            max={THRESHOLDS.most}
            step={0.005}
            value={threshold}
            aria-valuetext={`${threshold} in OKLab`}
            onChange={(event) => setThreshold(Number(event.target.value))}
          />
          <span className="w-10 text-right font-mono text-[12px]">{threshold.toFixed(3)}</span>
        </label>
        <p className="mt-1 text-[12px] text-quiet">
          Difference in OKLab; about 0.02 is just seen side by side (common practice).
        </p>
        {groups.length > 1 && (
          <button
            type="button"
            className="btn mt-2"
            disabled={!current}
            onClick={() => set({ asking: { kind: 'gather', plans: planned.map(({ plan }) => plan) } })}
          >
            Make swatches of all …
          </button>
        )}
      </div>
      <LongList
        label="Colours written directly"
        items={planned}
        keyOf={({ group }) => group.members[0]!.value}
        rowHeight={56}
        row={({ group, plan }) => (
          <GroupRow
            group={group}
            plan={plan}
            current={current}
            onMerge={() => set({ asking: { kind: 'gather', plans: [plan] } })}
          />
        )}
      />
      <Group title="How it works">
        <p className="text-[12px] text-quiet">
          Before anything is written, Attire proves what each element on each page would look like, and lists what
          changes and by how much.
        </p>
      </Group>
    </>
  )
}

interface Planned {
  readonly group: Gathered
  readonly plan: GatherPlan & { readonly names: readonly string[] }
}

function planAll(groups: readonly Gathered[]): Planned[] {
  const taken = new Set<string>()
  return groups.map((group) => {
    const { names, swatch, value, members } = group
    const name = swatch ?? names.find((each) => !taken.has(each)) ?? `${names[0] ?? '--colour'}-${taken.size + 1}`
    taken.add(name)
    return { group, plan: { name, names, value, members: members.map((member) => member.value) } }
  })
}

function GroupRow({
  group,
  plan,
  current,
  onMerge,
}: {
  group: Gathered
  plan: GatherPlan
  current: boolean
  onMerge: () => void
}) {
  const [open, setOpen] = useState(false)
  return (
    <div className="border-b border-line px-4 py-2.5">
      <div className="flex items-center gap-2">
        <span aria-hidden className="flex h-[30px] w-14 shrink-0 overflow-hidden rounded-[3px] border border-edge">
          {(group.swatch ? [{ hex: group.hex, value: group.value }, ...group.members] : group.members)
            .slice(0, 5)
            .map(({ hex, value }, at) => (
              <span key={`${value} ${at}`} className="flex-1" style={{ backgroundColor: hex }} />
            ))}
        </span>
        <button type="button" aria-expanded={open} className="min-w-0 flex-1 text-left" onClick={() => setOpen(!open)}>
          <span className="block truncate font-mono text-[12px]">
            {group.members.map(({ value }) => value).join(', ')}
          </span>
          <span className="block text-[12px] text-quiet">
            {count(group.uses, 'use')}
            {group.swatch
              ? `; ${group.members.every(({ difference }) => difference < 1e-4) ? 'equals' : 'close to'} the swatch ${group.swatch}`
              : ''}
          </span>
        </button>
        <button type="button" className="btn h-7 px-2 text-[12px]" disabled={!current} onClick={onMerge}>
          {group.swatch ? `Use ${plan.name}` : 'To swatch'} …
        </button>
      </div>
      {open && (
        <ul className="mt-2 flex flex-col gap-1 border-l-2 border-edge pl-2 text-[12px]">
          {group.members.map((member) => (
            <li key={member.value}>
              <Member member={member} lead={group.swatch ?? group.value} />
            </li>
          ))}
        </ul>
      )}
    </div>
  )
}

/** One colour as it is written, with its places. */
function Member({ member, lead }: { member: GatheredColor; lead: string }) {
  const { store } = useWorkroom()
  const sheets = useRoom(settledSheets)
  return (
    <>
      <p className="flex items-center gap-1.5">
        <span
          aria-hidden
          className="size-3.5 rounded-[2px] border border-edge"
          style={{ backgroundColor: member.hex }}
        />
        <code className="font-mono">{member.value}</code>
        {member.difference >= 1e-4 && (
          <span className="text-quiet">
            {member.difference.toFixed(3)} from {lead}
          </span>
        )}
      </p>
      <LongList
        items={member.uses}
        keyOf={({ file, from }) => `${file} ${from}`}
        rowHeight={18}
        row={({ file, from, to, rule, property }) => (
          <button
            type="button"
            className="block w-full truncate text-left text-quiet hover:text-ink hover:underline"
            onClick={() => showInSheet(store.getState(), file, { from, to })}
          >
            {lineIn(sheets, file, from)} <code className="font-mono text-ink">{rule.replace(/\s+/g, ' ')}</code>{' '}
            {property}
          </button>
        )}
      />
      {member.more > 0 && <p className="text-quiet">and {member.more.toLocaleString('en')} more</p>}
    </>
  )
}
