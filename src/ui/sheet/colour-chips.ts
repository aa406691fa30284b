import { RangeSetBuilder, type Extension } from '@codemirror/state'
import { Decoration, EditorView, ViewPlugin, WidgetType, type DecorationSet, type ViewUpdate } from '@codemirror/view'
import { literalsOf } from '../../core/color/literals.ts'
import { swatchNames } from '../../core/color/swatches.ts'
import { alone, type SheetAt } from '../../core/edit/sheets.ts'
import { resolveVarsAmong } from '../../core/edit/variables.ts'
import type { Sheet } from '../../core/sheet/parse.ts'
import type { Range } from '../../core/text/splice.ts'
import { isColor } from '../../core/values/color-notation.ts'
import { sheetOf } from '../state/texts.ts'
import { docText, fromEditor, toEditor } from './editor-text.ts'

/** A colour as the text says it, in the text's own counting, and the chip that stands for it. */
export interface ChosenColour extends Range {
  readonly value: string
  readonly chip: HTMLElement
}

/** Chips in front of the colours in view, literal ones and swatches; one that is pressed is given to `onChoose`. */
export function colourChips(imports: () => readonly SheetAt[], onChoose: (chosen: ChosenColour) => void): Extension {
  const plugin = ViewPlugin.fromClass(
    class {
      decorations: DecorationSet
      private timer: ReturnType<typeof setTimeout> | undefined

      constructor(view: EditorView) {
        this.decorations = chipsIn(view, imports())
      }

      update({ docChanged, viewportChanged, changes, view }: ViewUpdate) {
        if (docChanged) {
          // What is typed comes first: a long sheet takes its time to be read.
          this.decorations = this.decorations.map(changes)
          this.timer ??= setTimeout(() => this.lookAnew(view))
        } else if (viewportChanged) this.decorations = chipsIn(view, imports())
      }

      private lookAnew(view: EditorView) {
        this.timer = undefined
        this.decorations = chipsIn(view, imports())
        view.dispatch()
      }

      destroy() {
        clearTimeout(this.timer)
      }
    },
    {
      decorations: ({ decorations }) => decorations,
      eventHandlers: {
        // The cursor stays where it is.
        mousedown: (event) => {
          if (isChip(event.target)) event.preventDefault()
          return isChip(event.target)
        },
        click: (event, view) => {
          if (!isChip(event.target)) return false
          const found = colourAt(view, view.posAtDOM(event.target), imports())
          if (found) onChoose({ ...found, chip: event.target })
          return found !== null
        },
      },
    },
  )
  return plugin
}

const isChip = (target: EventTarget | null): target is HTMLElement =>
  target instanceof HTMLElement && target.classList.contains('cm-chip')

class Chip extends WidgetType {
  constructor(private readonly color: string) {
    super()
  }

  override eq(other: Chip): boolean {
    return other.color === this.color
  }

  toDOM(): HTMLElement {
    const chip = document.createElement('span')
    chip.className = 'cm-chip'
    chip.style.backgroundColor = this.color
    chip.title = `${this.color}: pick another (Alt+P)`
    chip.setAttribute('aria-hidden', 'true')
    return chip
  }

  override ignoreEvent(): boolean {
    return false
  }
}

interface Coloured extends Range {
  readonly value: string
  readonly color: string
}

/** Swatches that hold each other twice grow to hundreds of thousands of characters, and are read with every key. */
const LONGEST_COLOUR = 1000

/** The colours of a sheet in their order: those that are written, and uses of swatches. */
function coloursOf(sheet: Sheet, imports: readonly SheetAt[], from: number, to: number): Coloured[] {
  const sheets = imports.length === 0 ? alone(sheet) : [...imports, ...alone(sheet)]
  const swatches = swatchNames(sheets)
  const within = (range: Range) => range.from < to && range.to > from
  const uses = [...sheet.text.slice(from, to).matchAll(/var\(\s*(--[\w-]+)\s*\)/g)].flatMap(
    ({ index, 0: value, 1: name }) => {
      // Only those in view are worked out: this is asked with every key.
      const color = swatches.has(name!) ? resolveVarsAmong(sheets, value) : ''
      return color.length > LONGEST_COLOUR || !isColor(color)
        ? []
        : [{ from: from + index, to: from + index + value.length, value, color }]
    },
  )
  const written = literalsOf(sheet, { from, to })
    .filter(within)
    .map((literal) => ({ from: literal.from, to: literal.to, value: literal.value, color: literal.value }))
  return [...uses, ...written].sort((a, b) => a.from - b.from)
}

function chipsIn(view: EditorView, imports: readonly SheetAt[]): DecorationSet {
  const { state, visibleRanges } = view
  const sheet = sheetOf(docText(state))
  const builder = new RangeSetBuilder<Decoration>()
  let last = -1
  for (const range of visibleRanges)
    for (const { from, color } of coloursOf(
      sheet,
      imports,
      fromEditor(state, range.from),
      fromEditor(state, range.to),
    )) {
      const at = toEditor(state, { from, to: from, insert: '' }).from
      if (at <= last) continue
      last = at
      builder.add(at, at, Decoration.widget({ widget: new Chip(color), side: 1 }))
    }
  return builder.finish()
}

/** The colour at a place of the editor, or on its line the next one. */
export function colourAt(
  view: EditorView,
  at: number,
  imports: readonly SheetAt[],
): (Range & { readonly value: string }) | null {
  const { state } = view
  const line = state.doc.lineAt(at)
  const sheet = sheetOf(docText(state))
  const offset = fromEditor(state, at)
  const found = coloursOf(sheet, imports, fromEditor(state, line.from), fromEditor(state, line.to))
  return found.find(({ to }) => to >= offset) ?? found.at(-1) ?? null
}
