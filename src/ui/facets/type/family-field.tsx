'use client'
import { docOfSheet, settledSheets } from '../../state/sheets.ts'
import {
  FAMILIES,
  firstFamily,
  fontPath,
  hasFace,
  addFace,
  shippedFace,
  stackOf,
  SYSTEM_STACKS,
} from '../../../core/type/families.ts'
import { editInTurn } from '../../../core/sheet/edit.ts'
import { planEdit } from '../../../core/edit/decide.ts'
import { diffTexts } from '../../../core/text/splice.ts'
import { facesOf } from '../../../core/type/faces.ts'
import { genericOf, writeFamily } from '../../../core/type/stack.ts'
import { Choice } from '../../controls/choice.tsx'
import { useRoom, useWorkroom } from '../../state/context.tsx'
import type { Field } from '../../controls/use-field.ts'

const KIND = { serif: 'serif', 'sans-serif': 'sans', slab: 'slab', monospace: 'mono', display: 'display' } as const

const GENERIC = {
  serif: 'Georgia, "Times New Roman", serif',
  'sans-serif': '"Helvetica Neue", Arial, sans-serif',
  monospace: '"Courier New", monospace',
} as const

/** A family with its fallback stack. Choosing one that ships with Attire puts its files and faces into the site. */
export function FamilyField({ field, computed }: { field: Field; computed: string | undefined }) {
  const { store, fonts } = useWorkroom()
  const current = field.value || computed || ''
  const name = firstFamily(current)
  const settled = useRoom(settledSheets)
  const shipped = new Set(FAMILIES.map((family) => family.name))
  // Families the sheet brings itself: own fonts, and those that came with the site.
  const own = [
    ...new Set(
      settled
        .flatMap(({ sheet }) => facesOf(sheet))
        .filter(({ family, urls }) => urls.length > 0 && !shipped.has(family))
        .map(({ family }) => family),
    ),
  ].map((family) => ({ family, stack: `${writeFamily(family)}, ${GENERIC[genericOf(family)]}` }))
  const known =
    own.some(({ family }) => family === name) ||
    FAMILIES.some((family) => family.name === name) ||
    SYSTEM_STACKS.some(({ stack }) => stack === current)
  const options = [
    ...(known || current === '' ? [] : [{ value: current, label: name, hint: 'in the sheet' }]),
    ...own.map(({ family, stack }) => ({
      value: stack,
      label: family,
      hint: 'of the site',
      sample: (
        <span style={{ fontFamily: `"${family}"` }} className="text-[15px]">
          {family}
        </span>
      ),
    })),
    ...FAMILIES.map((family) => ({
      value: stackOf(family),
      label: family.name,
      hint: KIND[family.kind],
      sample: (
        <span style={{ fontFamily: `"Attire ${family.name}"` }} className="text-[15px]">
          {family.name}
        </span>
      ),
    })),
    ...SYSTEM_STACKS.map(({ name: label, stack }) => ({
      value: stack,
      label,
      hint: 'no file',
      sample: (
        <span style={{ fontFamily: stack }} className="text-[15px]">
          {label}
        </span>
      ),
    })),
  ]
  const selected =
    options.find((option) => option.value === current) ?? options.find((option) => firstFamily(option.value) === name)

  const choose = (stack: string) => {
    const family = FAMILIES.find((each) => stackOf(each) === stack)
    if (!family) return field.commit(stack)
    const state = store.getState()
    const { path, sheet } = field.at
    const isThere = settled.some(({ sheet }) => hasFace(sheet, family.name))
    const after = editInTurn(sheet.text, [
      (sheet) =>
        planEdit(
          sheet,
          field.scope === 'swatch' && field.swatch
            ? { selector: ':root', property: field.swatch.name, value: stack }
            : {
                selector: field.selector,
                property: field.property,
                value: stack,
                scope: field.scope === 'only' ? 'only' : 'group',
              },
        ),
      ...(isThere ? [] : family.files).map(
        (file) => (sheet: Parameters<typeof addFace>[0]) =>
          addFace(sheet, path, shippedFace(family, file), fontPath(file.file)),
      ),
    ])
    const added = family.files
      .map(({ file }) => ({
        path: fontPath(file),
        before: state.files.find((each) => each.path === fontPath(file))?.hash ?? null,
        after: fonts[file] ?? null,
      }))
      .filter(({ before, after: hash }) => before === null && hash !== null && !isThere)
    state.edit({
      label: `Font family of ${field.selector}: ${family.name}`,
      texts: [{ doc: docOfSheet(state, path), splices: diffTexts(sheet.text, after) }],
      files: added,
    })
  }

  return (
    <div className="flex items-center gap-2">
      <span className="w-[92px] shrink-0 text-quiet">Family</span>
      <Choice
        label="Family"
        className="min-w-0 flex-1"
        value={selected?.value ?? current}
        options={options}
        onChange={choose}
      />
    </div>
  )
}
