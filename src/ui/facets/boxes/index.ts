import { SquareDashed } from 'lucide-react'
import type { Facet } from '../facet.ts'
import { BoxesFacet } from './boxes-facet.tsx'

/** What the pages are made of. */
export const boxes: Facet = { id: 'boxes', name: 'Boxes', icon: SquareDashed, views: [], body: BoxesFacet }
