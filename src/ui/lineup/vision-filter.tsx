'use client'
import { filterValues, VISION_MATRICES, VISIONS } from '../../core/color/vision.ts'
import { useRoom } from '../workroom/context.tsx'

/** The filters that frames are looked through, by name. */
export function VisionFilters() {
  return (
    <svg aria-hidden width="0" height="0" className="absolute">
      {VISIONS.map((vision) => (
        <filter key={vision} id={`seen-by-${vision}`} colorInterpolationFilters={VISION_MATRICES[vision].linear ? 'linearRGB' : 'sRGB'} x="0" y="0" width="100%" height="100%">
          <feColorMatrix type="matrix" values={filterValues(vision)} />
        </filter>
      ))}
    </svg>
  )
}

/** The CSS filter of the way of seeing that is chosen. */
export function useVisionFilter(): string | undefined {
  const vision = useRoom((state) => state.vision)
  return vision === null ? undefined : `url(#seen-by-${vision})`
}
