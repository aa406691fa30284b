'use client'
import { Menu, MenuButton, MenuItem, MenuItems } from '@headlessui/react'
import { ChevronDown, CircleAlert, Moon, PackageOpen, Redo2, Sun, Undo2 } from 'lucide-react'
import { useEffect, useState } from 'react'
import { useShallow } from 'zustand/react/shallow'
import type { SiteList } from '../../protocol/site-state.ts'
import { api } from '../state/api.ts'
import type { WorkroomStore } from '../state/store.ts'
import { Choice } from '../controls/choice.tsx'
import { count } from '../words.ts'
import { useInsights, useNotice, useRoom, useWorkroom } from '../state/context.tsx'
import { saveFile } from './save-file.ts'
import { CommandField } from './command-field.tsx'
import { useTheme } from '../state/theme.ts'

/** Site, look, undo and redo, keeping, findings, and the way out. */
export function TopStrip({ onImport, onNew }: { onImport: () => void; onNew: () => void }) {
  const state = useRoom(
    useShallow(({ name, lookId, looks, undoable, redoable, findings: open, set, undo, redo, wearLook }) => ({
      name,
      lookId,
      looks,
      undoable,
      redoable,
      open,
      set,
      undo,
      redo,
      wearLook,
    })),
  )
  const counts = useInsights((insights) => insights.counts)
  const total = counts.error + counts.warning + counts.note
  const checked = useInsights((insights) => insights.checked)
  const underWay = checked !== null && checked.done < checked.total
  const gone = useInsights((insights) => insights.gone !== null)
  const errors = counts.error
  const { theme, toggle } = useTheme()
  const handOff = useHandOff()
  const undo = state.undoable
  const redo = state.redoable
  return (
    <header className="flex min-h-12 shrink-0 flex-wrap items-center gap-x-2 gap-y-1 border-b border-line bg-panel px-3 py-1.5">
      <h1 className="sr-only">Attire: {state.name}</h1>
      <SiteMenu onImport={onImport} onNew={onNew} />
      <label className="flex items-center gap-1.5 text-quiet">
        <span aria-hidden>Look</span>
        <Choice
          label="Look"
          className="w-40 text-ink"
          value={state.lookId}
          options={state.looks.map(({ id, name }) => ({ value: id, label: name }))}
          onChange={state.wearLook}
        />
      </label>
      <div className="ml-2 flex items-center gap-1">
        <button
          type="button"
          className="btn btn-bare size-[30px] p-0"
          disabled={!undo}
          onClick={state.undo}
          aria-label={undo ? `Undo: ${undo.label}` : 'Undo'}
          title={undo ? `Undo: ${undo.label} (Ctrl+Z)` : 'Nothing to undo'}
        >
          <Undo2 aria-hidden className="size-4" />
        </button>
        <button
          type="button"
          className="btn btn-bare size-[30px] p-0"
          disabled={!redo}
          onClick={state.redo}
          aria-label={redo ? `Redo: ${redo.label}` : 'Redo'}
          title={redo ? `Redo: ${redo.label} (Ctrl+Shift+Z)` : 'Nothing to redo'}
        >
          <Redo2 aria-hidden className="size-4" />
        </button>
      </div>
      <KeepingNote last={undo?.label ?? null} />
      <CommandField onImport={onImport} onNew={onNew} onTheme={toggle} onHandOff={() => void handOff.run()} />
      <div className="flex items-center gap-2">
        <button
          type="button"
          className="btn btn-bare"
          aria-pressed={state.open}
          onClick={() => state.set({ findings: !state.open, findingsOf: null, picked: null })}
          title={
            underWay
              ? `${checked.done} of ${count(checked.total, 'page')} looked at`
              : errors > 0
                ? `${count(errors, 'error')} among them`
                : undefined
          }
        >
          {errors > 0 && <CircleAlert aria-hidden className="size-4 text-alarm" />}
          {total > 0
            ? `${count(total, 'finding')}${underWay && !gone ? ' …' : ''}`
            : gone
              ? 'Not checked'
              : checked && !underWay
                ? 'No findings'
                : 'Checking …'}
        </button>
        <button
          type="button"
          className="btn btn-bare size-[30px] p-0"
          onClick={toggle}
          aria-label={theme === 'dark' ? 'Light interface' : 'Dark interface'}
          title={theme === 'dark' ? 'Light interface' : 'Dark interface'}
        >
          {theme === 'dark' ? <Sun aria-hidden className="size-4" /> : <Moon aria-hidden className="size-4" />}
        </button>
        <HandOff {...handOff} />
      </div>
    </header>
  )
}

function SiteMenu({ onImport, onNew }: { onImport: () => void; onNew: () => void }) {
  const name = useRoom((state) => state.name)
  const siteId = useRoom((state) => state.siteId)
  const [list, setList] = useState<SiteList['sites']>([])
  return (
    <Menu>
      <MenuButton
        className="btn btn-bare text-[14px] font-semibold"
        onClick={() =>
          void api.sites().then(
            ({ sites }) => setList(sites),
            () => undefined,
          )
        }
      >
        <span className="max-w-48 truncate">{name}</span>
        <ChevronDown aria-hidden className="size-4 text-quiet" />
      </MenuButton>
      <MenuItems
        anchor={{ to: 'bottom start', gap: 4 }}
        className="z-50 min-w-64 rounded-[3px] border border-edge bg-raised p-1 shadow-lg outline-none"
      >
        {list
          .filter(({ id }) => id !== siteId)
          .map((site) => (
            <MenuItem key={site.id}>
              <a
                href={`/site/${site.id}`}
                className="flex items-center gap-3 rounded-sm px-2 py-1.5 data-focus:bg-accent-wash"
              >
                <span className="min-w-0 flex-1 truncate">{site.name}</span>
                <span className="text-[12px] text-quiet">{count(site.pages, 'page')}</span>
              </a>
            </MenuItem>
          ))}
        <MenuItem>
          <button
            type="button"
            className="w-full rounded-sm px-2 py-1.5 text-left data-focus:bg-accent-wash"
            onClick={onNew}
          >
            New site …
          </button>
        </MenuItem>
        <MenuItem>
          <button
            type="button"
            className="w-full rounded-sm px-2 py-1.5 text-left data-focus:bg-accent-wash"
            onClick={onImport}
          >
            Bring in a site …
          </button>
        </MenuItem>
        <MenuItem>
          <a href="/sites" className="block rounded-sm px-2 py-1.5 data-focus:bg-accent-wash">
            All sites
          </a>
        </MenuItem>
      </MenuItems>
    </Menu>
  )
}

/** Whether the work is kept, and since when. */
function KeepingNote({ last }: { last: string | null }) {
  const keeping = useRoom((state) => state.keeping)
  const [now, setNow] = useState(() => Date.now())
  useEffect(() => {
    const timer = setInterval(() => setNow(Date.now()), 15_000)
    return () => clearInterval(timer)
  }, [])
  const text = () => {
    switch (keeping.state) {
      case 'keeping':
        return 'keeping …'
      case 'waiting':
      case 'refused':
        return keeping.message
      case 'conflict':
        return 'changed in another window'
      case 'kept':
        return keeping.at === null
          ? 'kept'
          : now - keeping.at < 60_000
            ? 'kept a moment ago'
            : `kept ${count(Math.floor((now - keeping.at) / 60_000), 'minute')} ago`
    }
  }
  const bad = keeping.state === 'waiting' || keeping.state === 'refused'
  return (
    <>
      <p
        role="status"
        data-keeping={keeping.state}
        className={`min-w-[118px] max-w-72 truncate text-[12px] ${bad ? 'text-alarm' : 'text-quiet'}`}
        title={bad ? text() : last ? `Last step: ${last}` : undefined}
      >
        {text()}
      </p>
    </>
  )
}

/** So long a hand-off waits for everything to be kept. */
const HAND_OFF_WAITS_MS = 5000

/** Waits until everything is kept; false when it is not in time. */
function keptWithin(store: WorkroomStore, ms: number): Promise<boolean> {
  const isKept = () => store.getState().keeping.state === 'kept'
  if (isKept()) return Promise.resolve(true)
  return new Promise((resolve) => {
    const end = (kept: boolean) => {
      clearTimeout(timer)
      leave()
      resolve(kept)
    }
    const timer = setTimeout(() => end(false), ms)
    const leave = store.subscribe(() => isKept() && end(true))
  })
}

function useHandOff(): { busy: boolean; run: () => Promise<void> } {
  const { store } = useWorkroom()
  const notice = useNotice()
  const [busy, setBusy] = useState(false)
  const run = async () => {
    setBusy(true)
    const { siteId, lookId, closeTyping } = store.getState()
    closeTyping()
    // What is handed off is what is kept.
    try {
      if (!(await keptWithin(store, HAND_OFF_WAITS_MS)))
        return notice('Not everything is kept yet, so nothing was handed off. Try again in a moment.')
      const { name, archive } = await api.export(siteId, lookId)
      saveFile(name, archive)
      notice('Handed off: a ZIP with pages, sheet, fonts and images.')
    } catch (error) {
      notice(`Nothing was handed off. ${error instanceof Error ? error.message : ''} Try again.`)
    } finally {
      setBusy(false)
    }
  }
  return { busy, run }
}

function HandOff({ busy, run }: { busy: boolean; run: () => Promise<void> }) {
  return (
    <button
      type="button"
      className="btn btn-main"
      disabled={busy}
      onClick={() => void run()}
      title="A ZIP with pages, sheet, fonts and images, ready for any web server"
    >
      <PackageOpen aria-hidden className="size-4" />
      Hand off
    </button>
  )
}
