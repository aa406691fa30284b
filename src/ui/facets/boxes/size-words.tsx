'use client'
import type { Base, BoxSizes } from '../../../core/boxes/box-sizes.ts'
import { pxWords } from '../../../core/boxes/row-words.ts'

/** What a size that is not written in px comes to, and what a percentage is taken from. */
export function SizeWords({ value, property, sizes }: { value: string; property: string; sizes: BoxSizes | null }) {
  const px = sizes?.px[property]
  if (value === '' || /^[\d.]+px$/.test(value.trim()) || !sizes) return null
  const base: Base | null = property.endsWith('width') ? sizes.across : sizes.down
  const isShare = /%/.test(value)
  if (isShare && !base) return <p className="text-[12px] text-quiet">What it is taken from, only the page can tell.</p>
  if (px === undefined) return null
  return (
    <p className="text-[12px] text-quiet">
      {pxWords(px)} px{isShare && base && `: taken from ${base.name}, ${pxWords(base.px)} px`}.
    </p>
  )
}
