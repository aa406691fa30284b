'use client'

/** Takes what a control sets out of the sheet again; nothing where that cannot be done by itself. */
export function TakeOut({ label, onClear }: { label: string; onClear?: (() => void) | null | undefined }) {
  if (!onClear) return null
  return (
    <button
      type="button"
      aria-label={`Take ${label.toLowerCase()} out of the sheet`}
      title="Take out of the sheet"
      className="btn btn-bare size-6 p-0 text-quiet"
      onClick={onClear}
    >
      ×
    </button>
  )
}
