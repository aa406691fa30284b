'use client'
import { ImageUp } from 'lucide-react'
import { useEffect, useRef, useState } from 'react'
import type { MainColor } from '../../../core/color/cluster.ts'
import { isImage } from '../../../core/paths/paths.ts'
import { picturePalette } from '../../../workers/picture-palette.ts'
import { useRoom, useWorkroom } from '../../state/context.tsx'
import { DropArea } from '../drop-area.tsx'

/** A loaded picture: its pixels as shown, and its main colours once they are found. */
interface Picture {
  readonly name: string
  readonly bitmap: ImageBitmap
}

/** The most that a picture is shown at, px; where there is less room it is shown smaller. */
const WIDTH = 284
const HEIGHT = 220
/** Pixels to each side of the one under the loupe. */
const AROUND = 4

/** Takes colours from a picture: drop one, choose one, or take one of the site's; its main colours, or a pixel under the loupe. */
export function PictureColors({ onPick }: { onPick: (color: string) => void }) {
  const { frames, store } = useWorkroom()
  const files = useRoom((state) => state.files)
  const images = files.map(({ path }) => path).filter(isImage)
  const [picture, setPicture] = useState<Picture | null>(null)
  const [colors, setColors] = useState<readonly MainColor[] | null>(null)
  const [fault, setFault] = useState('')
  const input = useRef<HTMLInputElement>(null)

  const load = async (blob: Blob, name: string) => {
    setFault('')
    setColors(null)
    try {
      // A vector picture has no pixels of its own: it is drawn as wide as it is shown here.
      const bitmap = blob.type.includes('svg') ? await drawn(blob) : await createImageBitmap(blob)
      setPicture({ name, bitmap })
      setColors(await picturePalette(await asBlob(bitmap)))
    } catch {
      setPicture(null)
      setFault(`${name} cannot be read as a picture. Try a PNG, JPEG, WebP or SVG.`)
    }
  }
  const fromSite = async (path: string) => {
    if (path === '') return
    try {
      await load(await (await fetch(frames.addressOf(store.getState().lookId, path))).blob(), path)
    } catch {
      setFault(`${path} could not be loaded.`)
    }
  }
  return (
    <section aria-label="Colours from a picture">
      <DropArea
        className="flex flex-col gap-2 rounded-[3px] border border-dashed border-edge p-2"
        onFiles={([file]) => file && void load(file, file.name)}
      >
        <div className="flex items-center gap-1.5">
          <button type="button" className="btn h-7 px-2 text-[12px]" onClick={() => input.current?.click()}>
            <ImageUp aria-hidden className="size-3.5" />
            Open …
          </button>
          <input
            ref={input}
            hidden
            type="file"
            accept="image/*"
            aria-label="Picture to take colours from"
            onChange={(event) => {
              const [file] = event.target.files ?? []
              if (file) void load(file, file.name)
              event.target.value = ''
            }}
          />
          {images.length > 0 && (
            <select
              aria-label="A picture of the site"
              className="field h-7 min-w-0 flex-1 px-1 text-[12px]"
              value={images.includes(picture?.name ?? '') ? picture!.name : ''}
              onChange={(event) => void fromSite(event.target.value)}
            >
              <option value="">of the site …</option>
              {images.map((path) => (
                <option key={path}>{path}</option>
              ))}
            </select>
          )}
        </div>
        {!picture && <p className="text-[12px] text-quiet">Or drop a picture here. It stays on this machine.</p>}
        {fault && (
          <p role="alert" className="text-[12px] text-alarm">
            {fault}
          </p>
        )}
        {picture && <Loupe picture={picture} onPick={onPick} />}
        {picture &&
          (colors === null ? (
            <p className="text-[12px] text-quiet">Looking for its main colours …</p>
          ) : (
            <ul aria-label="Main colours" className="flex overflow-hidden rounded-[3px] border border-edge">
              {colors.map(({ hex, share }) => (
                <li key={hex} style={{ flexGrow: Math.max(share, 0.06) }}>
                  <button
                    type="button"
                    className="h-7 w-full focus-visible:-outline-offset-2"
                    style={{ backgroundColor: hex }}
                    title={`${hex}, ${Math.round(share * 100)} % of the picture`}
                    aria-label={`Use ${hex}, ${Math.round(share * 100)} % of the picture`}
                    onClick={() => onPick(hex)}
                  />
                </li>
              ))}
            </ul>
          ))}
      </DropArea>
    </section>
  )
}

/** Width a vector picture is drawn at, in px. */
const DRAWN = 600

async function drawn(blob: Blob): Promise<ImageBitmap> {
  const image = new Image()
  const address = URL.createObjectURL(blob)
  image.src = address
  await image.decode()
  const canvas = document.createElement('canvas')
  canvas.width = DRAWN
  canvas.height = Math.max(1, Math.round(DRAWN * ((image.naturalHeight || 2) / (image.naturalWidth || 3))))
  canvas.getContext('2d')!.drawImage(image, 0, 0, canvas.width, canvas.height)
  URL.revokeObjectURL(address)
  return createImageBitmap(canvas)
}

function asBlob(bitmap: ImageBitmap): Promise<Blob> {
  const canvas = new OffscreenCanvas(bitmap.width, bitmap.height)
  canvas.getContext('2d')!.drawImage(bitmap, 0, 0)
  return canvas.convertToBlob()
}

/** The picture, with the pixels around the pointer large; a click or Enter takes the one in the middle, arrow keys move by a pixel. */
function Loupe({ picture: { bitmap, name }, onPick }: { picture: Picture; onPick: (color: string) => void }) {
  const canvas = useRef<HTMLCanvasElement>(null)
  const scale = Math.min(1, WIDTH / bitmap.width, HEIGHT / bitmap.height)
  const width = Math.max(1, Math.round(bitmap.width * scale))
  const height = Math.max(1, Math.round(bitmap.height * scale))
  const [at, setAt] = useState<{ x: number; y: number } | null>(null)
  const [cells, setCells] = useState<readonly string[]>([])
  useEffect(() => {
    const context = canvas.current!.getContext('2d', { willReadFrequently: true })!
    context.clearRect(0, 0, width, height)
    context.drawImage(bitmap, 0, 0, width, height)
  }, [bitmap, width, height, scale])
  const look = (x: number, y: number) => {
    const place = {
      x: Math.min(width - 1, Math.max(0, Math.round(x))),
      y: Math.min(height - 1, Math.max(0, Math.round(y))),
    }
    setAt(place)
    const side = AROUND * 2 + 1
    const { data } = canvas
      .current!.getContext('2d', { willReadFrequently: true })!
      .getImageData(place.x - AROUND, place.y - AROUND, side, side)
    setCells(
      Array.from({ length: side * side }, (_, cell) =>
        data[cell * 4 + 3]! < 8
          ? ''
          : `#${[0, 1, 2].map((part) => data[cell * 4 + part]!.toString(16).padStart(2, '0')).join('')}`,
      ),
    )
  }
  const middle = cells[(cells.length - 1) / 2] ?? ''
  const take = () => middle !== '' && onPick(middle)
  return (
    <div
      className="relative"
      role="application"
      aria-label={`Loupe over ${name}: arrow keys move, Enter takes the pixel`}
      tabIndex={0}
      onFocus={() => at === null && look(width / 2, height / 2)}
      onKeyDown={(event) => {
        const far = event.shiftKey ? 10 : 1
        const step = { ArrowLeft: [-far, 0], ArrowRight: [far, 0], ArrowUp: [0, -far], ArrowDown: [0, far] }[event.key]
        if (step) look((at?.x ?? width / 2) + step[0]!, (at?.y ?? height / 2) + step[1]!)
        else if (event.key === 'Enter' || event.key === ' ') take()
        else return
        event.preventDefault()
      }}
    >
      <canvas
        ref={canvas}
        width={width}
        height={height}
        className="block h-auto max-w-full cursor-crosshair rounded-[2px]"
        onPointerMove={(event) => {
          const box = event.currentTarget.getBoundingClientRect()
          const shown = box.width / width
          look((event.clientX - box.left) / shown, (event.clientY - box.top) / shown)
        }}
        onClick={take}
      />
      {at && cells.length > 0 && (
        <div
          aria-hidden
          className="pointer-events-none absolute grid rounded-[3px] border border-edge bg-panel p-0.5 shadow-lg"
          style={{
            gridTemplateColumns: `repeat(${AROUND * 2 + 1}, 8px)`,
            left: at.x > width / 2 ? 4 : undefined,
            right: at.x > width / 2 ? undefined : 4,
            top: 4,
          }}
        >
          {cells.map((color, cell) => (
            <span
              key={cell}
              className={`size-2 ${cell === (cells.length - 1) / 2 ? 'z-10 outline-2 outline-black ring-3 ring-white' : ''}`}
              style={{ backgroundColor: color || undefined }}
            />
          ))}
        </div>
      )}
      <p role="status" className="mt-1 font-mono text-[12px]">
        {middle === '' ? 'nothing there' : middle}
      </p>
    </div>
  )
}
