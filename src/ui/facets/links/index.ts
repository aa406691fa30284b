import { Link2 } from 'lucide-react'
import type { Facet } from '../facet.ts'
import { LinksFacet } from './links-facet.tsx'

/** Links in all their states. */
export const links: Facet = { id: 'links', name: 'Links', icon: Link2, views: [], body: LinksFacet }
