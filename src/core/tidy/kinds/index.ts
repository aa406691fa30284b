import type { Tidier } from '../proposal.ts'
import type { TidyKind } from '../words.ts'
import { apart } from './apart.ts'
import { colours } from './colours.ts'
import { drop } from './drop.ts'
import { empty } from './empty.ts'
import { flat } from './flat.ts'
import { format } from './format.ts'
import { group } from './group.ts'
import { media } from './media.ts'
import { merge } from './merge.ts'
import { nest } from './nest.ts'
import { numbers } from './numbers.ts'
import { parts } from './parts.ts'
import { prefixes } from './prefixes.ts'
import { repeats } from './repeats.ts'
import { shorthand } from './shorthand.ts'
import { sides } from './sides.ts'
import { sort } from './sort.ts'
import { unmatched } from './unmatched.ts'

/** What finds the proposals of each kind. */
export const TIDIERS: Readonly<Record<TidyKind, Tidier>> = {
  empty,
  unmatched,
  drop,
  repeats,
  flat,
  media,
  merge,
  sides,
  shorthand,
  apart,
  prefixes,
  group,
  parts,
  colours,
  numbers,
  nest,
  sort,
  format,
}
