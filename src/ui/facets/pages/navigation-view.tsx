'use client'
import { askOnce } from '../../state/use-answer.ts'
import {
  closestCenter,
  DndContext,
  KeyboardSensor,
  PointerSensor,
  useSensor,
  useSensors,
  type DragEndEvent,
} from '@dnd-kit/core'
import { restrictToVerticalAxis } from '@dnd-kit/modifiers'
import {
  SortableContext,
  sortableKeyboardCoordinates,
  useSortable,
  verticalListSortingStrategy,
} from '@dnd-kit/sortable'
import { CSS } from '@dnd-kit/utilities'
import { GripVertical, Trash2, TriangleAlert } from 'lucide-react'
import { useState } from 'react'
import type { NavEdit, NavLinkView, NavView } from '../../../core/site/nav-edit.ts'
import { titleFor } from '../../../core/paths/file-names.ts'
import { NO_CHANGE } from '../../../core/site/change.ts'
import { fileDoc } from '../../../core/site/step.ts'
import { Choice } from '../../controls/choice.tsx'
import { pagePaths } from '../../state/document.ts'
import { count } from '../../words.ts'
import { carryOut } from '../../state/carry-out.ts'
import { useNotice, useRoom, useWorkroom } from '../../state/context.tsx'
import { useAnswer } from '../../state/use-answer.ts'

/** The links of a page's navigations, to be put in order, led to pages, worded, added and taken away. */
export function NavigationView() {
  const files = useRoom((state) => state.files)
  const closeUp = useRoom((state) => state.closeUp)
  const showFindings = useRoom((state) => state.showFindings)
  const pages = pagePaths(files)
  const [chosen, setChosen] = useState<string | null>(null)
  const page = chosen !== null && pages.includes(chosen) ? chosen : (closeUp ?? pages[0] ?? '')
  const navigations = useAnswer('navigations', page === '' ? null : { page })
  return (
    <>
      <div className="flex items-center gap-2 border-b border-line px-4 py-3">
        <span className="w-[60px] shrink-0 text-quiet">On page</span>
        <Choice
          label="Page"
          mono
          className="min-w-0 flex-1"
          value={page}
          options={pages.map((path) => ({ value: path, label: path }))}
          onChange={setChosen}
        />
      </div>
      {navigations?.length === 0 && (
        <div className="px-4 py-3">
          <p className="text-quiet">
            This page has no <code className="font-mono text-ink">&lt;nav&gt;</code>. Wrap its links in one, or insert
            the navigation of another page from the findings.
          </p>
          <button type="button" className="btn mt-2 h-7" onClick={() => showFindings()}>
            See findings
          </button>
        </div>
      )}
      {navigations?.map((navigation) => (
        <NavigationEditor key={`${page} ${navigation.index}`} page={page} navigation={navigation} />
      ))}
    </>
  )
}

function NavigationEditor({ page, navigation }: { page: string; navigation: NavView }) {
  const workroom = useWorkroom()
  const notice = useNotice()
  const set = useRoom((state) => state.set)
  const pages = pagePaths(useRoom((state) => state.files))
  const sensors = useSensors(
    useSensor(PointerSensor, { activationConstraint: { distance: 4 } }),
    useSensor(KeyboardSensor, { coordinateGetter: sortableKeyboardCoordinates }),
  )
  const { links, label, part, index } = navigation
  const name = label || 'navigation'

  const edit = async (change: NavEdit, what: string) => {
    const outcomes = await askOnce(workroom, 'navEdit', { page, index, edit: change })
    if (!outcomes) return
    const changed = outcomes.filter(({ splices }) => splices.length > 0)
    if (changed.length === 0)
      return notice('Nothing was changed: the links of this navigation stand inside one another.')
    const skipped = outcomes.filter(({ state }) => state === 'skipped')
    carryOut(
      workroom,
      `${what} in the ${name} of ${changed.length === 1 ? changed[0]!.page : count(changed.length, 'page')}`,
      { ...NO_CHANGE, texts: changed.map(({ page: path, splices }) => ({ doc: fileDoc(path), splices })) },
    )
    if (skipped.length > 0) notice(`${count(skipped.length, 'page')} skipped: ${skipped[0]!.page}. ${skipped[0]!.why}`)
    else if (part !== '') notice(`${what} on ${count(changed.length, 'page')} that share “${part}”.`)
  }
  const ids = links.map((_, at) => `${at}`)
  const drop = ({ active, over }: DragEndEvent) => {
    if (!over || active.id === over.id) return
    void edit(
      { kind: 'move', from: Number(active.id), to: Number(over.id) },
      `Moved “${links[Number(active.id)]?.words ?? ''}”`,
    )
  }
  return (
    <section className="border-b border-line py-3" aria-label={`Links of the ${name}`}>
      <div className="px-4">
        <h3 className="font-semibold">
          {label || 'Navigation'} <span className="font-normal text-quiet">{count(links.length, 'link')}</span>
        </h3>
        {part !== '' ? (
          <p className="text-[12px] text-quiet">
            It is in the shared part “{part}”: each change goes to every page that shares it.
          </p>
        ) : (
          <p className="text-[12px] text-quiet">
            A change goes to this page alone.{' '}
            <button
              type="button"
              className="text-ink underline decoration-edge underline-offset-2"
              onClick={() => set({ asking: { kind: 'share', page, index } })}
            >
              Share it with the other pages …
            </button>
          </p>
        )}
      </div>
      <DndContext
        accessibility={spoken(links)}
        sensors={sensors}
        collisionDetection={closestCenter}
        modifiers={[restrictToVerticalAxis]}
        onDragEnd={drop}
      >
        <SortableContext items={ids} strategy={verticalListSortingStrategy}>
          <ul className="mt-2">
            {links.map((link, at) => (
              <LinkRow
                key={`${at} ${link.words} ${link.href}`}
                id={ids[at]!}
                link={link}
                pages={pages}
                onWords={(words) => void edit({ kind: 'words', at, words }, `Worded “${words}”`)}
                onTarget={(file) => void edit({ kind: 'target', at, file }, `Led “${link.words}” to ${file}`)}
                onRemove={() => void edit({ kind: 'remove', at }, `Took “${link.words}” out`)}
              />
            ))}
          </ul>
        </SortableContext>
      </DndContext>
      <AddLink
        pages={pages.filter((path) => !links.some(({ file }) => file === path))}
        onAdd={(file, words) => void edit({ kind: 'add', file, words }, `Added “${words}”`)}
      />
    </section>
  )
}

/** What screen readers say while a link is moved. */
function spoken(links: readonly NavLinkView[]) {
  const words = (id: string | number) => `“${links[Number(id)]?.words ?? ''}”`
  const place = (id: string | number) => `place ${Number(id) + 1} of ${links.length}`
  return {
    screenReaderInstructions: {
      draggable:
        'Press Space to pick the link up, the arrow keys to move it, Space again to drop it, Escape to leave it where it was.',
    },
    announcements: {
      onDragStart: ({ active }: Pick<DragEndEvent, 'active'>) => `Picked up ${words(active.id)}.`,
      onDragOver: ({ active, over }: Pick<DragEndEvent, 'active' | 'over'>) =>
        over ? `${words(active.id)} is at ${place(over.id)}.` : undefined,
      onDragEnd: ({ active, over }: Pick<DragEndEvent, 'active' | 'over'>) =>
        over ? `Dropped ${words(active.id)} at ${place(over.id)}.` : `${words(active.id)} stays where it was.`,
      onDragCancel: ({ active }: Pick<DragEndEvent, 'active'>) => `${words(active.id)} stays where it was.`,
    },
  }
}

const STATES: Readonly<Record<NavLinkView['state'], string>> = {
  fine: '',
  elsewhere: '',
  placeholder: 'A placeholder: it leads nowhere yet.',
  broken: 'Its target is not there.',
}

function LinkRow({
  id,
  link,
  pages,
  onWords,
  onTarget,
  onRemove,
}: {
  id: string
  link: NavLinkView
  pages: readonly string[]
  onWords: (words: string) => void
  onTarget: (file: string) => void
  onRemove: () => void
}) {
  const { attributes, listeners, setNodeRef, transform, transition, isDragging } = useSortable({ id })
  const [words, setWords] = useState(link.words)
  const settle = () => {
    const next = words.trim()
    if (next === '') setWords(link.words)
    else if (next !== link.words) onWords(next)
  }
  const fault = STATES[link.state]
  const known = link.file !== null && pages.includes(link.file)
  return (
    <li
      ref={setNodeRef}
      style={{ transform: CSS.Translate.toString(transform), transition: transition ?? undefined }}
      className={`flex items-start gap-1 py-1 pl-1.5 pr-3 ${isDragging ? 'relative z-10 bg-raised shadow' : ''}`}
    >
      <button
        type="button"
        className="mt-0.5 grid h-[30px] w-6 shrink-0 cursor-grab place-items-center rounded-sm text-quiet hover:text-ink"
        aria-label={`Move “${link.words}”`}
        title="Drag, or press Space and the arrow keys"
        {...attributes}
        {...listeners}
      >
        <GripVertical aria-hidden className="size-4" />
      </button>
      <div className="min-w-0 flex-1">
        <div className="flex gap-1">
          <input
            aria-label={`Words of the link to ${link.href}`}
            className="field w-[104px] px-1.5"
            value={words}
            disabled={!link.plain}
            title={link.plain ? undefined : 'This link holds more than words; change it in the page’s text.'}
            data-kept={words === link.words || undefined}
            onChange={(event) => setWords(event.target.value)}
            onBlur={settle}
            onKeyDown={(event) => {
              if (event.key === 'Enter') settle()
              if (event.key === 'Escape') {
                event.stopPropagation()
                setWords(link.words)
              }
            }}
          />
          <Choice
            label={`Target of “${link.words}”`}
            mono
            className="min-w-0 flex-1"
            value={known ? link.file! : link.href}
            options={[
              ...(known ? [] : [{ value: link.href, label: link.href || '(empty)' }]),
              ...pages.map((path) => ({ value: path, label: path })),
            ]}
            onChange={(path) => path !== link.href && path !== link.file && onTarget(path)}
          />
        </div>
        {fault && (
          <p className="mt-0.5 text-[12px] text-alarm">
            <TriangleAlert aria-hidden className="mr-1 inline size-3.5 align-[-2px]" />
            {fault}
          </p>
        )}
      </div>
      <button
        type="button"
        className="btn btn-bare mt-0.5 size-[26px] shrink-0 p-0 text-quiet"
        aria-label={`Take “${link.words}” out`}
        title="Take the link out"
        onClick={onRemove}
      >
        <Trash2 aria-hidden className="size-4" />
      </button>
    </li>
  )
}

function AddLink({ pages, onAdd }: { pages: readonly string[]; onAdd: (file: string, words: string) => void }) {
  if (pages.length === 0) return null
  return (
    <div className="mt-1 flex items-center gap-2 px-4">
      <span className="shrink-0 text-quiet">Add a link to</span>
      <Choice
        label="Add a link to"
        mono
        className="min-w-0 flex-1"
        value=""
        options={[{ value: '', label: 'a page …' }, ...pages.map((path) => ({ value: path, label: path }))]}
        onChange={(path) => path !== '' && onAdd(path, titleFor(path))}
      />
    </div>
  )
}
