'use client'
import { useRoomPlan } from '../state/room.ts'
import { FACETS } from '../facets/index.ts'
import type { Command } from '../facets/facet.ts'
import { useAnswer } from '../state/use-answer.ts'
import { Combobox, ComboboxInput, ComboboxOption, ComboboxOptions } from '@headlessui/react'
import { useEffect, useMemo, useState } from 'react'
import { useShallow } from 'zustand/react/shallow'
import { parseSelectorList } from '../../core/selectors/parse.ts'
import { useViewport, WIDTHS } from '../state/viewport.ts'
import { styleRules } from '../../core/sheet/walk.ts'
import { placeOf } from '../../core/text/place.ts'
import { outlineOf } from '../../core/writing/outline.ts'
import { pagePaths, settledSheetText } from '../state/document.ts'
import { sheetOf } from '../state/texts.ts'
import { useRoom, useWorkroom } from '../state/context.tsx'
import { useShowReach } from '../state/outline.ts'
import { reachInWords } from '../state/reach-words.ts'
import { COMMAND_FIELD } from '../state/shortcuts.ts'

/** What the field can do that others do. */
interface Outside {
  readonly onImport: () => void
  readonly onNew: () => void
  readonly onTheme: () => void
  readonly onHandOff: () => void
}

/** A pause in typing before a selector is tried. */
const TRY_AFTER_MS = 90
const MOST = 8

/** Everything can be done from here; what is no command is tried as a selector, and its reach is outlined. */
export function CommandField({ onImport, onNew, onTheme, onHandOff }: Outside) {
  const [query, setQuery] = useState('')
  const show = useShowReach()
  const commands = useCommands({ onImport, onNew, onTheme, onHandOff })
  const typed = query.trim()
  const places = useSheetPlaces(typed)
  const found =
    typed === ''
      ? commands.slice(0, MOST)
      : [...commands, ...places]
          .filter(({ name, hint }) =>
            typed.split(/\s+/).every((word) => `${name} ${hint}`.toLowerCase().includes(word.toLowerCase())),
          )
          .slice(0, MOST - 2)

  const reach = useAnswer('reach', typed === '' ? null : { selector: typed }, { pause: TRY_AFTER_MS }) ?? null
  useEffect(() => {
    if (typed === '') return
    const timer = setTimeout(() => show(parseSelectorList(typed) ? typed : ''), TRY_AFTER_MS)
    return () => clearTimeout(timer)
  }, [typed, show])

  const leave = () => {
    setQuery('')
    show('')
  }
  const choose = (command: Command | 'reach' | null) => {
    if (command === null || command === 'reach') return
    leave()
    // The field takes the focus back when its list closes. It gives it to the pages before anything is run: a dialog returns it to where
    // it was, and in the field that would open the list again.
    const run = () => {
      document.querySelector<HTMLElement>('main')?.focus({ preventScroll: true })
      command.run()
    }
    requestAnimationFrame(() => setTimeout(run))
  }
  const options = found.map((command) => (
    <ComboboxOption
      key={`${command.name} ${command.hint}`}
      value={command}
      className="flex items-baseline gap-3 rounded-sm px-2 py-1.5 data-focus:bg-accent-wash"
    >
      <span className="min-w-0 flex-1 truncate">{command.name}</span>
      <span className="shrink-0 text-[12px] text-quiet">{command.hint}</span>
    </ComboboxOption>
  ))
  // A word that names no element is meant for a command, where there is one.
  const selectorFirst = found.length === 0 || !/^[a-z][a-z ]+$/i.test(typed) || isElementName(typed)
  return (
    <Combobox<Command | 'reach' | null> value={null} onChange={choose} immediate>
      <div className="relative min-w-[190px] flex-1">
        <ComboboxInput
          id={COMMAND_FIELD}
          aria-label="Command, or a selector to try"
          autoComplete="off"
          spellCheck={false}
          placeholder="Command, or a selector to try"
          className="field w-full max-w-[340px] pr-14 text-[13px]"
          value={query}
          displayValue={() => query}
          onChange={(event) => setQuery(event.target.value)}
          onKeyDown={(event) => {
            if (event.key === 'Escape' && query !== '') {
              event.stopPropagation()
              leave()
            }
          }}
        />
        {query === '' && (
          <kbd
            aria-hidden
            className="pointer-events-none absolute right-2 top-1.5 font-mono text-[11px] text-quiet [@media(max-width:1100px)]:hidden"
            style={{ right: 'max(8px, calc(100% - 332px))' }}
          >
            Ctrl+K
          </kbd>
        )}
      </div>
      <ComboboxOptions
        anchor={{ to: 'bottom start', gap: 4 }}
        className="z-50 w-[420px] rounded-[3px] border border-edge bg-raised p-1 shadow-lg outline-none empty:invisible"
      >
        {!selectorFirst && options}
        {typed !== '' && (
          <ComboboxOption
            value="reach"
            className="rounded-sm px-2 py-1.5 data-focus:bg-accent-wash"
            aria-label={reach ? `${typed} ${reachInWords(reach)}` : typed}
          >
            <p className="break-words">
              <code className="font-mono text-[12px] font-semibold">{typed}</code>{' '}
              <span className="text-quiet">{reach && reach.selector === typed ? reachInWords(reach) : '…'}</span>
            </p>
            {reach && reach.selector === typed && reach.total > 0 && (
              <p className="mt-0.5 text-[12px] text-quiet">
                {reach.pages
                  .slice(0, 9)
                  .map(({ page, count }) => `${page} ${count}`)
                  .join(' · ')}
                {reach.pages.length > 9 && ' …'}
              </p>
            )}
          </ComboboxOption>
        )}
        {selectorFirst && options}
      </ComboboxOptions>
    </Combobox>
  )
}

/** Whether HTML knows elements of this name, as far as the browser says. */
const isElementName = (name: string): boolean =>
  !/\s/.test(name) && !(document.createElement(name) instanceof HTMLUnknownElement)

/** A letter alone would find nearly every rule. */
const FEWEST_LETTERS = 2

/** The sheet's sections, rules and at-rules as places to go to, while something is typed. */
function useSheetPlaces(typed: string): readonly Command[] {
  const { store } = useWorkroom()
  const wanted = typed.length >= FEWEST_LETTERS
  const text = useRoom((state) => (wanted ? settledSheetText(state) : ''))
  return useMemo(() => {
    const sheet = sheetOf(text)
    const go = (name: string, from: number, to: number): Command => ({
      name: `Go to ${name}`,
      hint: `line ${placeOf(text, from).line}`,
      run: () => store.getState().showText(null, { from, to }),
    })
    return [
      ...outlineOf(sheet).map(({ name, from }) => go(name, from, from)),
      ...styleRules(sheet).map(
        ({
          rule: {
            selector,
            selectorRange: { from, to },
          },
        }) => go(selector.replace(/\s+/g, ' '), from, to),
      ),
    ]
  }, [text, store])
}

function useCommands({ onImport, onNew, onTheme, onHandOff }: Outside): Command[] {
  const workroom = useWorkroom()
  // Whatever commands depend on; they read the state itself.
  useRoom(
    useShallow(
      ({
        undoable,
        redoable,
        sheetOpen,
        closeUp,
        vision,
        fontsArrive,
        scriptsRun,
        files,
        looks,
        lookId,
        textCursor,
      }) => [
        textCursor?.path,
        undoable,
        redoable,
        sheetOpen,
        closeUp,
        vision,
        fontsArrive,
        scriptsRun,
        files,
        looks,
        lookId,
      ],
    ),
  )
  const state = workroom.store.getState()
  const { set } = state
  const { setWidth } = useViewport()
  const plan = useRoomPlan()
  const pages = pagePaths(state.files)
  return [
    ...(state.undoable ? [{ name: `Undo: ${state.undoable.label}`, hint: 'Ctrl+Z', run: state.undo }] : []),
    ...(state.redoable ? [{ name: `Redo: ${state.redoable.label}`, hint: 'Ctrl+Shift+Z', run: state.redo }] : []),
    {
      name: state.sheetOpen ? 'Close the sheet' : 'Open the sheet',
      hint: 'Alt+S',
      run: () => set({ sheetOpen: !state.sheetOpen }),
    },
    {
      name: plan.sheetPlace === 'below' ? 'Put the sheet beside the pages' : 'Put the sheet below the pages',
      hint: 'room',
      run: () => plan.set({ sheetPlace: plan.sheetPlace === 'below' ? 'beside' : 'below' }),
    },
    {
      name: plan.benchFolded ? 'Fold the bench out' : 'Fold the bench away',
      hint: 'Alt+B',
      run: () => plan.set({ benchFolded: !plan.benchFolded }),
    },
    ...FACETS.map(({ id, name }) => ({ name: `Facet ${name}`, hint: 'bench', run: () => state.showFacet(id) })),
    { name: 'Fit check: all findings', hint: 'bench', run: state.showFindings },
    ...FACETS.flatMap(({ id, name, views }) =>
      views.map((view) => ({ name: view.command ?? view.name, hint: name, run: () => state.showFacet(id, view.id) })),
    ),
    ...FACETS.flatMap(({ commands }) => commands?.(workroom, workroom.store.getState()) ?? []),
    ...(state.closeUp === null
      ? []
      : [
          {
            name: `Trace ${state.closeUp}`,
            hint: 'close-up',
            run: () => state.pick({ page: state.closeUp!, index: 0, pseudo: '' }),
          },
          { name: 'Back to the lineup', hint: 'Escape', run: () => state.openCloseUp(null) },
        ]),
    ...WIDTHS.map((width) => ({ name: `Show pages ${width} px wide`, hint: 'viewport', run: () => setWidth(width) })),
    { name: 'Tidy the sheet …', hint: 'with proof', run: () => set({ asking: { kind: 'tidy' } }) },
    { name: 'Replace in the sheet …', hint: 'all places', run: () => set({ asking: { kind: 'replace', find: '' } }) },
    { name: 'Head of the sheet …', hint: 'a comment', run: () => set({ asking: { kind: 'head' } }) },
    {
      name: 'New section of the sheet …',
      hint: 'a comment',
      run: () => set({ asking: { kind: 'section', at: null } }),
    },
    { name: 'Hand off', hint: 'a ZIP', run: onHandOff },
    ...pages.map((page) => ({
      name: `Close-up of ${page}`,
      hint: 'page',
      run: () => state.openCloseUp(page),
    })),
    ...state.looks
      .filter(({ id }) => id !== state.lookId)
      .map(({ id, name }) => ({ name: `Wear the look ${name}`, hint: 'look', run: () => state.wearLook(id) })),
    { name: 'New site', hint: 'from nothing', run: onNew },
    { name: 'Bring in a site', hint: 'folder or ZIP', run: onImport },
    { name: 'Light or dark interface', hint: 'interface', run: onTheme },
  ]
}
