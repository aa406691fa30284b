'use client'
import type { SheetAt } from '../../../core/edit/sheets.ts'
import { docOfSheet, settledSheets, showInSheet } from '../../state/sheets.ts'
import { DropArea } from '../../controls/drop-area.tsx'
import { ChevronRight, FileType2 } from 'lucide-react'
import { useMemo, useRef, useState } from 'react'
import { removeRules } from '../../../core/sheet/remove.ts'
import { facesOf, filesOf, type Face } from '../../../core/type/faces.ts'
import type { FontFacts } from '../../../core/type/facts.ts'
import {
  fallbackMetrics,
  fallbackName,
  frequencies,
  LOCAL_FONTS,
  nearestLocal,
  planFallback,
  type LocalFont,
} from '../../../core/type/fallback.ts'
import { addFace, FAMILIES } from '../../../core/type/families.ts'
import { familyLists } from '../../../core/type/lists.ts'
import { editInTurn } from '../../../core/sheet/edit.ts'
import { freePath, plainName } from '../../../core/paths/file-names.ts'
import { lookDoc, type FileChange } from '../../../core/site/step.ts'
import { diffTexts } from '../../../core/text/splice.ts'
import { api } from '../../state/api.ts'
import { settledSheetText } from '../../state/document.ts'
import { count, listed } from '../../words.ts'
import { useNotice, useRoom, useWorkroom } from '../../state/context.tsx'
import { useAnswer } from '../../state/use-answer.ts'
import { Group } from '../../controls/parts.tsx'
import { useSheetFaces, useShippedFaces } from './bench-fonts.ts'
import { useSiteFonts } from './use-site-fonts.ts'

/** The families of the sheet with their files, own fonts, and what shows until they arrive. */
export function FontsView() {
  const sheets = useRoom(settledSheets)
  const set = useRoom((state) => state.set)
  const arrive = useRoom((state) => state.fontsArrive)
  const facts = useSiteFonts()
  // They stay out of the hand-off.
  const unused = new Set(useAnswer('unusedFaces', {}) ?? [])
  useShippedFaces()
  useSheetFaces()
  const families = sheets.flatMap((at) => {
    const faces = facesOf(at.sheet).filter(({ urls }) => urls.length > 0)
    return [...new Set(faces.map(({ family }) => family))].map((family) => ({
      family,
      at,
      faces: faces.filter((face) => face.family === family),
    }))
  })
  return (
    <>
      <div className="border-b border-line px-4 py-3">
        <label className="flex items-start gap-2">
          <input
            type="checkbox"
            className="mt-0.5 accent-(--accent)"
            checked={!arrive}
            onChange={(event) => set({ fontsArrive: !event.target.checked })}
          />
          <span>
            Show all pages as if the fonts never arrived
            <span className="block text-[12px] text-quiet">
              So they look until a font is there, and to whoever blocks it.
            </span>
          </span>
        </label>
      </div>
      {families.length === 0 && (
        <p className="border-b border-line px-4 py-3 text-quiet">
          The sheet brings no font of its own. Choose a family under Roles, or drop a font here.
        </p>
      )}
      {families.map(({ family, at, faces }) => (
        <FamilyCard
          key={`${at.path} ${family}`}
          family={family}
          at={at}
          faces={faces}
          facts={facts}
          unused={at === sheets.at(-1) ? unused : NOTHING}
        />
      ))}
      <DropFonts />
      <Group title="Families that ship with Attire">
        <p className="-mt-2 text-[12px] text-quiet">
          {FAMILIES.length} under open licences, there without a network. Choosing one under Roles puts its files and
          faces into the site.
        </p>
        <button type="button" className="btn self-start" onClick={() => set({ asking: { kind: 'licences' } })}>
          Families and licences …
        </button>
      </Group>
    </>
  )
}

/** What the hand-off leaves out are faces of the sheet itself. */
const NOTHING: ReadonlySet<number> = new Set()

function FamilyCard({
  family,
  at: { path: sheetPath, sheet },
  faces,
  facts,
  unused,
}: {
  family: string
  at: SheetAt
  faces: readonly Face[]
  facts: Readonly<Record<string, FontFacts | null>> | undefined
  unused: ReadonlySet<number>
}) {
  const { store } = useWorkroom()
  const sheets = useRoom(settledSheets)
  const asking = sheets
    .map((each) => ({
      in: each.sheet,
      lists: familyLists(each.sheet).filter(({ families }) => families.some(({ name }) => name === family)),
    }))
    .filter(({ lists }) => lists.length > 0)
  const lists = asking.flatMap((each) => each.lists)
  const regular =
    faces
      .map((face) => filesOf(face, sheetPath)[0])
      .map((path) => (path === undefined ? null : (facts?.[path] ?? null)))
      .find((each) => each && !each.italic) ?? null
  const none = faces.every(({ rule }) => unused.has(rule.from))
  const remove = () =>
    store.getState().edit({
      label: `Took out the faces of ${family}`,
      texts: [
        {
          doc: docOfSheet(store.getState(), sheetPath),
          splices: removeRules(
            sheet,
            faces.map(({ rule }) => rule),
          ),
        },
      ],
    })
  return (
    <section className="border-b border-line px-4 py-3.5" aria-label={family}>
      <h3 className="truncate text-[18px] leading-tight" style={{ fontFamily: `"${family}"` }}>
        {family}
      </h3>
      <p className="text-[12px] text-quiet">
        {none
          ? 'Nothing uses it: it stays out of the hand-off.'
          : `Asked for by ${listed([...new Set(lists.map(({ rule }) => rule.replace(/\s+/g, ' ')))], 4) || 'a page itself'}.`}
      </p>
      <ul className="mt-1.5 flex flex-col gap-1">
        {faces.map((face) => (
          <FaceRow
            key={face.rule.from}
            face={face}
            sheetPath={sheetPath}
            path={filesOf(face, sheetPath)[0]}
            facts={facts}
            unused={unused.has(face.rule.from)}
          />
        ))}
      </ul>
      {none ? (
        <button type="button" className="btn mt-2 h-7" onClick={remove}>
          Take its faces out of the sheet
        </button>
      ) : (
        // The stacks that name it and its faces are written together.
        regular &&
        asking.every((each) => each.in === sheet) && (
          <Fallback family={family} at={{ path: sheetPath, sheet }} facts={regular} />
        )
      )}
    </section>
  )
}

function FaceRow({
  face,
  sheetPath,
  path,
  facts,
  unused,
}: {
  face: Face
  sheetPath: string
  path: string | undefined
  facts: Readonly<Record<string, FontFacts | null>> | undefined
  unused: boolean
}) {
  const { store } = useWorkroom()
  const [open, setOpen] = useState(false)
  const own = path === undefined ? undefined : facts?.[path]
  const said =
    face.weight[0] === face.weight[1] ? `weight ${face.weight[0]}` : `weights ${face.weight[0]} to ${face.weight[1]}`
  return (
    <li className="text-[12px]">
      <button
        type="button"
        aria-expanded={open}
        className="flex w-full items-center gap-1 text-left"
        onClick={() => setOpen(!open)}
      >
        <ChevronRight aria-hidden className={`size-3.5 shrink-0 text-quiet ${open ? 'rotate-90' : ''}`} />
        <span className="min-w-0 flex-1 truncate">
          {said}
          {face.style === 'normal' ? '' : `, ${face.style}`}
          {unused && <span className="text-quiet"> – not used</span>}
        </span>
      </button>
      {open && (
        <div className="ml-[18px] mt-1 border-l-2 border-edge pl-2 text-quiet">
          <p>
            <button
              type="button"
              className="text-left text-ink hover:underline"
              onClick={() => showInSheet(store.getState(), sheetPath, face.rule)}
            >
              {path ?? face.urls[0]}
            </button>
          </p>
          {path === undefined ? (
            <p>It lies elsewhere, so it cannot be read.</p>
          ) : facts === undefined ? (
            <p>Reading …</p>
          ) : own === null || own === undefined ? (
            <p className="text-alarm">There is no font at this place, or it cannot be read.</p>
          ) : (
            <Facts facts={own} />
          )}
        </div>
      )}
    </li>
  )
}

function Facts({ facts }: { facts: FontFacts }) {
  const covered = facts.coverage.filter(({ has, of }) => has === of).map(({ name }) => name)
  const partly = facts.coverage.filter(({ has, of }) => has > 0 && has < of)
  return (
    <>
      <p>
        {facts.family} {facts.subfamily}, {facts.format.toUpperCase()}, {count(facts.glyphs, 'glyph')}
      </p>
      <p>
        {facts.axes.length === 0
          ? `One weight, ${facts.weight[0]}`
          : `Axes: ${facts.axes.map(({ tag, name, min, max }) => `${name} (${tag}) ${min} to ${max}`).join(', ')}`}
      </p>
      <p>
        Covers {listed(covered, 9) || 'no writing system wholly'}
        {partly.length > 0 && `; parts of ${partly.map(({ name, has, of }) => `${name} ${has} of ${of}`).join(', ')}`}
      </p>
      {facts.copyright && <p className="break-words">{facts.copyright.slice(0, 160)}</p>}
    </>
  )
}

const percent = (share: number) => `${Math.round(share * 1000) / 10} %`

/** A local font made to take the same room, so that the page hardly moves when the font arrives late. */
function Fallback({
  family,
  at: { path, sheet },
  facts,
}: {
  family: string
  at: Pick<SheetAt, 'path' | 'sheet'>
  facts: FontFacts
}) {
  const { store } = useWorkroom()
  const notice = useNotice()
  const prose = useAnswer('prose', {})
  const [chosen, setChosen] = useState<LocalFont['name'] | null>(null)
  const often = useMemo(() => frequencies(prose ?? ''), [prose])
  const generic = familyLists(sheet)
    .find(({ families }) => families.some(({ name }) => name === family))
    ?.families.at(-1)
  const kind =
    generic?.name === 'monospace' || generic?.name === 'ui-monospace'
      ? 'monospace'
      : generic?.name === 'serif' || generic?.name === 'ui-serif'
        ? 'serif'
        : 'sans-serif'
  const local = LOCAL_FONTS.find(({ name }) => name === chosen) ?? nearestLocal(facts, kind, often)
  const metrics = fallbackMetrics(facts, local.name, false, often)
  const own = facesOf(sheet).filter((face) => face.family === fallbackName(family))
  const wanted = useMemo(() => planFallback(sheet, family, local, facts, often), [sheet, family, local, facts, often])
  const fit = () => {
    const state = store.getState()
    const texts = [{ doc: docOfSheet(state, path), splices: wanted }]
    if (state.edit({ label: `A fallback that fits ${family}`, texts }))
      notice(
        `${local.name} now stands in for ${family} with the same room.${state.fontsArrive ? ' Tick “as if the fonts never arrived” to see it.' : ''}`,
      )
  }
  const off = Math.round(Math.abs(metrics.unadjusted) * 1000) / 10
  return (
    <div className="mt-2 rounded-[3px] border border-line bg-sunken px-2.5 py-2 text-[12px]">
      <div className="flex items-center gap-2">
        <span className="font-semibold">Until it arrives</span>
        <select
          aria-label={`Local font for ${family}`}
          className="field h-6 min-w-0 flex-1 px-0.5 text-[12px]"
          value={local.name}
          onChange={(event) => setChosen(event.target.value as LocalFont['name'])}
        >
          {LOCAL_FONTS.map(({ name }) => (
            <option key={name}>{name}</option>
          ))}
        </select>
        <button type="button" className="btn h-6 px-2" onClick={fit}>
          {own.length > 0 ? 'Fit again' : 'Fit it'}
        </button>
      </div>
      <p className="mt-1 text-quiet">
        {off < 0.5
          ? `${local.name} runs as wide by itself.`
          : `By itself ${local.name} runs ${off} % ${metrics.unadjusted > 0 ? 'wider' : 'narrower'}, so lines break elsewhere.`}{' '}
        Fitted: size {percent(metrics.sizeAdjust)}, ascent {percent(metrics.ascentOverride)}, descent{' '}
        {percent(metrics.descentOverride)}, line gap {percent(metrics.lineGapOverride)}.
      </p>
      {own.length > 0 && <p className="mt-0.5">{fallbackName(family)} is in the sheet.</p>}
    </div>
  )
}

/** Own fonts: read, put into the site, and given their faces. */
function DropFonts() {
  const { store } = useWorkroom()
  const notice = useNotice()
  const [busy, setBusy] = useState(false)
  const [faults, setFaults] = useState<readonly string[]>([])
  const input = useRef<HTMLInputElement>(null)
  const add = async (dropped: readonly File[]) => {
    if (dropped.length === 0) return
    setBusy(true)
    setFaults([])
    const { siteId, files, lookId, sheetPath, edit } = store.getState()
    const taken = new Set(files.map(({ path }) => path))
    const added: { face: Parameters<typeof addFace>[2]; path: string; change: FileChange }[] = []
    const wrong: string[] = []
    for (const file of dropped) {
      try {
        const { blob, facts } = await api.keepFont(siteId, file)
        const path = freePath(`fonts/${plainName(file.name)}`, (other) => taken.has(other))
        taken.add(path)
        added.push({
          face: {
            family: facts.family,
            weights: facts.weight,
            style: facts.italic ? 'italic' : 'normal',
            format: facts.format,
          },
          path,
          change: { path, before: null, after: blob.hash, is: { size: blob.size, pixels: null } },
        })
      } catch (error) {
        wrong.push(error instanceof Error ? error.message : `${file.name} could not be added.`)
      }
    }
    setBusy(false)
    setFaults(wrong)
    if (added.length === 0) return
    const text = settledSheetText(store.getState())
    const after = editInTurn(
      text,
      added.map(
        ({ face, path }) =>
          (sheet) =>
            addFace(sheet, sheetPath, face, path),
      ),
    )
    const names = listed([...new Set(added.map(({ face }) => face.family))])
    edit({
      label: `Added the font ${names}`,
      texts: [{ doc: lookDoc(lookId), splices: diffTexts(text, after) }],
      files: added.map(({ change }) => change),
    })
    notice(
      `${names}: ${count(added.length, 'file')} in fonts/, with ${added.length === 1 ? 'its face' : 'their faces'} in the sheet. Choose it under Roles.`,
    )
  }
  return (
    <DropArea onFiles={(files) => void add(files)}>
      <button type="button" className="btn" disabled={busy} onClick={() => input.current?.click()}>
        <FileType2 aria-hidden className="size-4" />
        {busy ? 'Reading …' : 'Add own fonts …'}
      </button>
      <input
        ref={input}
        hidden
        multiple
        type="file"
        accept=".woff2,.woff,.ttf,.otf"
        aria-label="Fonts to add"
        onChange={(event) => {
          void add([...(event.target.files ?? [])])
          event.target.value = ''
        }}
      />
      <p className="mt-1.5 text-[12px] text-quiet">
        Or drop WOFF2, WOFF, TTF or OTF files here. Name, weights and axes are read from the file.
      </p>
      {faults.map((fault) => (
        <p key={fault} role="alert" className="mt-1 text-[12px] text-alarm">
          {fault}
        </p>
      ))}
    </DropArea>
  )
}
