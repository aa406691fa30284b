'use client'
import { useAnswer } from './use-answer.ts'
import { Combobox, ComboboxInput, ComboboxOption, ComboboxOptions } from '@headlessui/react'
import { useEffect, useState } from 'react'
import { useShallow } from 'zustand/react/shallow'
import { VISIONS } from '../../core/color/vision.ts'
import { parseSelectorList } from '../../core/selectors/parse.ts'
import { useViewport, WIDTHS } from '../lineup/viewport.ts'
import { pagePaths, type ColourView, type Facet, type PagesView, type TypeView } from '../state/store.ts'
import { attachTo } from './attach.ts'
import { useNotice, useRoom, useWorkroom } from './context.tsx'
import { useShowReach } from './outline.ts'
import { reachInWords } from './reach-words.ts'
import { COMMAND_FIELD } from './shortcuts.ts'

/** Something that can be done from the command field. */
interface Command {
  readonly name: string
  readonly hint: string
  readonly run: () => void
}

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
  const found = commands
    .filter(({ name, hint }) =>
      typed.split(/\s+/).every((word) => `${name} ${hint}`.toLowerCase().includes(word.toLowerCase())),
    )
    .slice(0, typed === '' ? MOST : MOST - 2)

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
    command.run()
  }
  return (
    <Combobox<Command | 'reach' | null> value={null} onChange={choose} immediate>
      <div className="relative min-w-0 flex-1">
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
        {found.map((command) => (
          <ComboboxOption
            key={command.name}
            value={command}
            className="flex items-baseline gap-3 rounded-sm px-2 py-1.5 data-focus:bg-accent-wash"
          >
            <span className="min-w-0 flex-1 truncate">{command.name}</span>
            <span className="shrink-0 text-[12px] text-quiet">{command.hint}</span>
          </ComboboxOption>
        ))}
      </ComboboxOptions>
    </Combobox>
  )
}

const FACETS: readonly (readonly [Facet, string])[] = [
  ['pages', 'Pages'],
  ['colour', 'Colour'],
  ['type', 'Type'],
  ['boxes', 'Boxes'],
  ['links', 'Links'],
]

const VIEWS: readonly (readonly [PagesView, string])[] = [
  ['wear', 'Who wears the sheet'],
  ['files', 'Files and images'],
  ['links', 'Navigation links'],
  ['parts', 'Shared parts'],
  ['lift', 'Styles to lift'],
]

const COLOUR_VIEWS: readonly (readonly [ColourView, string])[] = [
  ['swatches', 'Swatches'],
  ['gather', 'Gather colours written in the sheet'],
  ['contrast', 'Contrast of all pages'],
  ['sight', 'Pages as others see them'],
  ['ground', 'Ground: background layers'],
]

const TYPE_VIEWS: readonly (readonly [TypeView, string])[] = [
  ['roles', 'Roles of text'],
  ['fonts', 'Fonts and fallbacks'],
  ['scale', 'Scale of sizes'],
]

function useCommands({ onImport, onNew, onTheme, onHandOff }: Outside): Command[] {
  const workroom = useWorkroom()
  const notice = useNotice()
  const state = useRoom(
    useShallow(
      ({ past, future, sheetOpen, closeUp, vision, fontsArrive, files, looks, lookId, set, undo, redo, wearLook }) => ({
        past,
        future,
        sheetOpen,
        closeUp,
        vision,
        fontsArrive,
        files,
        looks,
        lookId,
        set,
        undo,
        redo,
        wearLook,
      }),
    ),
  )
  const { set } = state
  const { setWidth } = useViewport()
  const pages = pagePaths(state.files)
  return [
    ...(state.past.length > 0 ? [{ name: `Undo: ${state.past.at(-1)!.label}`, hint: 'Ctrl+Z', run: state.undo }] : []),
    ...(state.future.length > 0
      ? [{ name: `Redo: ${state.future.at(-1)!.label}`, hint: 'Ctrl+Shift+Z', run: state.redo }]
      : []),
    {
      name: state.sheetOpen ? 'Close the sheet' : 'Open the sheet',
      hint: 'Alt+S',
      run: () => set({ sheetOpen: !state.sheetOpen }),
    },
    ...FACETS.map(([facet, name]) => ({
      name: `Facet ${name}`,
      hint: 'bench',
      run: () => set({ facet, picked: null, findings: false }),
    })),
    { name: 'Fit check: all findings', hint: 'bench', run: () => set({ findings: true, picked: null }) },
    ...VIEWS.map(([view, name]) => ({
      name,
      hint: 'Pages',
      run: () => set({ facet: 'pages', pagesView: view, picked: null, findings: false }),
    })),
    ...COLOUR_VIEWS.map(([view, name]) => ({
      name,
      hint: 'Colour',
      run: () => set({ facet: 'colour', colourView: view, picked: null, findings: false }),
    })),
    ...TYPE_VIEWS.map(([view, name]) => ({
      name,
      hint: 'Type',
      run: () => set({ facet: 'type', typeView: view, picked: null, findings: false }),
    })),
    ...VISIONS.filter((vision) => vision !== state.vision).map((vision) => ({
      name: `See all pages in ${vision}`,
      hint: 'sight',
      run: () => set({ vision }),
    })),
    ...(state.vision === null
      ? []
      : [{ name: 'See all pages as they are', hint: 'sight', run: () => set({ vision: null }) }]),
    {
      name: state.fontsArrive ? 'Show pages as if the fonts never arrived' : 'Let the fonts arrive',
      hint: 'fonts',
      run: () => set({ fontsArrive: !state.fontsArrive }),
    },
    { name: 'Families and licences', hint: 'fonts', run: () => set({ asking: { kind: 'licences' } }) },
    ...(state.closeUp === null
      ? []
      : [
          {
            name: `Trace ${state.closeUp}`,
            hint: 'close-up',
            run: () => set({ picked: { page: state.closeUp!, index: 0, pseudo: '' } }),
          },
          { name: 'Back to the lineup', hint: 'Escape', run: () => set({ closeUp: null, picked: null }) },
        ]),
    ...WIDTHS.map((width) => ({ name: `Show pages ${width} px wide`, hint: 'viewport', run: () => setWidth(width) })),
    { name: 'New page', hint: 'pages', run: () => set({ asking: { kind: 'new-page', folder: '' } }) },
    ...(pages.length > 0
      ? [
          {
            name: 'Share a block with all pages',
            hint: 'parts',
            run: () => set({ asking: { kind: 'share', page: state.closeUp ?? pages[0]! } }),
          },
          {
            name: 'Lift styles into the sheet',
            hint: 'all pages',
            run: () => set({ asking: { kind: 'lift', pages } }),
          },
        ]
      : []),
    { name: 'Attach the sheet to all pages', hint: 'pages', run: () => void attachTo(workroom, pages).then(notice) },
    { name: 'Hand off', hint: 'a ZIP', run: onHandOff },
    ...pages.map((page) => ({
      name: `Close-up of ${page}`,
      hint: 'page',
      run: () => set({ closeUp: page, picked: null }),
    })),
    ...state.looks
      .filter(({ id }) => id !== state.lookId)
      .map(({ id, name }) => ({ name: `Wear the look ${name}`, hint: 'look', run: () => state.wearLook(id) })),
    ...state.files.map(({ path }) => ({
      name: `Rename or move ${path}`,
      hint: 'file',
      run: () => set({ asking: { kind: 'move', path } }),
    })),
    { name: 'New site', hint: 'from nothing', run: onNew },
    { name: 'Bring in a site', hint: 'folder or ZIP', run: onImport },
    { name: 'Light or dark interface', hint: 'interface', run: onTheme },
  ]
}
