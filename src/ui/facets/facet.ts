import type { ComponentType } from 'react'
import type { Late } from '../controls/late.tsx'
import type { Workroom } from '../state/context.tsx'
import type { WorkroomState } from '../state/store.ts'

/** Something that can be done from the command field. */
export interface Command {
  readonly name: string
  /** Where it belongs, or the keys that do the same. */
  readonly hint: string
  readonly run: () => void
}

/** One view of a facet. */
export interface FacetView {
  readonly id: string
  readonly name: string
  /** What it shows, in a sentence. */
  readonly says: string
  /** What the command field calls it; its name when left out. */
  readonly command?: string
  readonly body: Late
}

/** One side of the look, as the bench shows it. A facet is a folder that says this of itself; rail, bench and command field read it. */
export interface Facet {
  readonly id: string
  readonly name: string
  readonly icon: ComponentType<{ className?: string }>
  /** The facet itself; the views with their tabs when left out. */
  readonly body?: Late
  /** The first is shown first, where {@link opensOn} does not say otherwise. */
  readonly views: readonly FacetView[]
  /** The view that helps most on a site as it is, as long as nobody has chosen one. */
  readonly opensOn?: (state: WorkroomState) => string
  /** What it brings to the command field. */
  readonly commands?: (workroom: Workroom, state: WorkroomState) => readonly Command[]
}
