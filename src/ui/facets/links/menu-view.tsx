'use client'
import { useState } from 'react'
import type { Menu } from '../../../core/menu/menus.ts'
import type { MenuLook } from '../../../core/menu/menu-look.ts'
import type { MenuPlan } from '../../../core/menu/plan-menu.ts'
import { DESK } from '../../../core/values/media.ts'
import { Choice } from '../../controls/choice.tsx'
import { carryOut } from '../../state/carry-out.ts'
import { useNotice, useRoom, useWorkroom } from '../../state/context.tsx'
import { useShowReach } from '../../state/outline.ts'
import { askOnce, useAnswer, useAsk } from '../../state/use-answer.ts'
import { count } from '../../words.ts'
import { Looking } from './looking.tsx'
import { MenuColours } from './menu-colours.tsx'
import { MenuControls } from './menu-controls.tsx'

/** A menu made of a list of links, and lists read back as menus. */
export function MenuView() {
  const asked = useAsk('menus', {}, { pause: 150, keep: true })
  const [chosen, setChosen] = useState<string | null>(null)
  const menus = asked.answer
  if (menus === undefined) return <Looking asked={asked} />
  const menu = menus.find(({ selector }) => selector === chosen) ?? menus[0]
  if (!menu)
    return (
      <p className="px-4 py-3.5 text-quiet">
        No page has a list of links yet. A menu is a list whose items are links:{' '}
        <code className="font-mono text-[12px]">&lt;ul&gt;&lt;li&gt;&lt;a href="…"&gt;</code>
      </p>
    )
  return (
    <>
      <MenuChoice menus={menus} menu={menu} onChoose={setChosen} />
      <OneMenu key={menu.selector} menu={menu} onChoose={setChosen} />
    </>
  )
}

function MenuChoice({
  menus,
  menu,
  onChoose,
}: {
  menus: readonly Menu[]
  menu: Menu
  onChoose: (selector: string) => void
}) {
  const show = useShowReach()
  const alike = (name: string) => menus.filter((each) => each.name === name).length > 1
  return (
    <div className="flex flex-col gap-2 border-b border-line px-4 py-3">
      <div onMouseEnter={() => show(menu.selector)} onMouseLeave={() => show('')}>
        <Choice
          label="List of links"
          className="w-full"
          value={menu.selector}
          onChange={onChoose}
          onActive={(selector) => show(selector ?? '')}
          options={menus.map(({ selector, name, pages }) => ({
            value: selector,
            label: alike(name) ? `${name}, ${selector}` : name,
            hint: pages.length === 1 ? pages[0]! : `on ${count(pages.length, 'page')}`,
          }))}
        />
      </div>
      <p className="truncate text-[12px]" title={menu.sample.words.join(' · ')}>
        {menu.sample.words.join(' · ')}
      </p>
      <p className="text-[12px] text-quiet">
        Edits go to <code className="font-mono text-ink">{menu.selector}</code>
        {menu.lists > menu.pages.length && `, which finds ${count(menu.lists, 'list')} of links`}.
      </p>
    </div>
  )
}

function OneMenu({ menu, onChoose }: { menu: Menu; onChoose: (selector: string) => void }) {
  const { selector, sample } = menu
  const place = { selector, page: sample.page, index: sample.index }
  const read = useAnswer('menu', { menu: place, viewport: DESK }, { keep: true })
  const workroom = useWorkroom()
  const notice = useNotice()
  const [only, setOnly] = useState(false)
  const [kept, setKept] = useState<MenuPlan['kept']>([])
  if (!read) return read === null ? <p className="px-4 py-3.5 text-quiet">This list is not there any more.</p> : null
  const wish = async (look: Partial<MenuLook>, says: string) => {
    const plan = await askOnce(workroom, 'planMenu', {
      ...{ menu: place, viewport: DESK, look },
      alone: only,
    })
    if (!plan) return
    setKept(plan.kept)
    const label = `${says}: ${plan.menu.selector}`
    if (!carryOut(workroom, label, plan.change) && plan.kept.length === 0) notice('It is so already.')
    if (only) onChoose(plan.menu.selector)
  }
  return (
    <>
      <Scope menu={menu} only={only} onOnly={setOnly} />
      <KeptWords kept={kept} />
      <MenuControls read={read} menu={place} onWish={(look, says) => void wish(look, says)} draggable={!only} />
      {only ? (
        <p className="px-4 py-3.5 text-[12px] text-quiet">
          The first change gives the list on {sample.page} a class of its own; then its colours can be set here too.
        </p>
      ) : (
        <MenuColours selectors={read.selectors} />
      )}
    </>
  )
}

function Scope({ menu, only, onOnly }: { menu: Menu; only: boolean; onOnly: (only: boolean) => void }) {
  const { pages, sample } = menu
  if (pages.length < 2) return null
  return (
    <fieldset className="flex flex-wrap items-center gap-x-4 gap-y-1 border-b border-line px-4 py-2.5 text-[12px]">
      <legend className="sr-only">Where</legend>
      {[false, true].map((each) => (
        <label key={String(each)} className="flex items-center gap-1.5">
          <input
            type="radio"
            name="menu-scope"
            className="accent-(--accent)"
            checked={only === each}
            onChange={() => onOnly(each)}
          />
          {each ? `only on ${sample.page}` : `on all ${count(pages.length, 'page')}`}
        </label>
      ))}
    </fieldset>
  )
}

const PART_WORDS = { list: 'the list', item: 'its items', next: 'its items', link: 'its links' } as const

/** What another rule decides, whatever a rule for the menu says. */
function KeptWords({ kept }: { kept: MenuPlan['kept'] }) {
  const set = useRoom((state) => state.set)
  if (kept.length === 0) return null
  return (
    <ul role="alert" className="flex flex-col gap-1 border-b border-line px-4 py-2.5 text-[12px] text-alarm">
      {kept.map(({ of, property, by }) => (
        <li key={`${of} ${property}`}>
          {property} of {PART_WORDS[of]} stays:{' '}
          {by === '' ? (
            <>
              a style attribute or another condition decides it.{' '}
              <button
                type="button"
                className="text-ink underline decoration-edge underline-offset-2"
                onClick={() => set({ facet: 'pages' })}
              >
                See Pages
              </button>
            </>
          ) : (
            <>
              <code className="font-mono">{by}</code> weighs more.
            </>
          )}
        </li>
      ))}
    </ul>
  )
}
