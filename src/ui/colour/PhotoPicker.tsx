'use client'

import { useEffect, useRef, useState } from 'react'
import type { Triple } from '@/core/colour/colourSpaces'
import { correctedLab, GREY_CARD, sampledLinear } from '@/core/colour/photoColour'
import { tell } from '@/store/studioStore'
import { NumberInput, Segments } from '@/ui/kit/fields'

interface PhotoPoint {
  readonly x: number
  readonly y: number
}

const WIDTH = 340
const RADIUS = 9

/** A photograph of a tile: a ring over the grey card, a ring over the colour; the colour comes out corrected. */
export function PhotoPicker({ onPick }: { onPick: (lab: Triple) => void }) {
  const canvas = useRef<HTMLCanvasElement>(null)
  const [picture, setPicture] = useState<ImageBitmap | null>(null)
  const [asking, setAsking] = useState<'grey' | 'colour'>('grey')
  const [grey, setGrey] = useState<PhotoPoint | null>(null)
  const [colour, setColour] = useState<PhotoPoint | null>(null)
  const [cursor, setCursor] = useState<PhotoPoint>({ x: WIDTH / 2, y: 100 })
  const [percent, setPercent] = useState(Math.round(GREY_CARD * 100))
  const height = picture ? Math.round((WIDTH * picture.height) / picture.width) : 0

  useEffect(() => {
    const context = canvas.current?.getContext('2d')
    if (!context || !picture) return
    context.drawImage(picture, 0, 0, WIDTH, height)
    for (const [spot, dash] of [
      [grey, [3, 2]],
      [colour, []],
    ] as const) {
      if (!spot) continue
      for (const [style, width] of [
        ['#000', 3],
        ['#fff', 1.2],
      ] as const) {
        context.beginPath()
        context.setLineDash([...dash])
        context.arc(spot.x, spot.y, RADIUS, 0, 7)
        context.strokeStyle = style
        context.lineWidth = width
        context.stroke()
      }
    }
  }, [picture, grey, colour, height])

  const sampled = (spot: PhotoPoint): Triple => {
    const copy = new OffscreenCanvas(WIDTH, height).getContext('2d')
    if (!copy || !picture) return [0, 0, 0]
    copy.drawImage(picture, 0, 0, WIDTH, height)
    const { data } = copy.getImageData(
      Math.max(0, spot.x - RADIUS),
      Math.max(0, spot.y - RADIUS),
      2 * RADIUS,
      2 * RADIUS,
    )
    return sampledLinear(data)
  }
  const pick = (spot: PhotoPoint) => {
    if (asking === 'grey') {
      setGrey(spot)
      setAsking('colour')
      return
    }
    setColour(spot)
    if (!grey) return tell('problem', 'No grey is chosen in the photograph; put the ring on the grey card first.')
    const lab = correctedLab(sampled(spot), sampled(grey), percent / 100)
    if (lab) onPick(lab.map((v) => Number(v.toFixed(2))) as unknown as Triple)
    else
      tell(
        'problem',
        'The grey in this photograph is blown out or black, so nothing can be corrected by it; take ' +
          'the picture again with less light on the card.',
      )
  }
  const at = (event: React.MouseEvent<HTMLCanvasElement>): PhotoPoint => {
    const box = event.currentTarget.getBoundingClientRect()
    return { x: ((event.clientX - box.left) * WIDTH) / box.width, y: ((event.clientY - box.top) * height) / box.height }
  }
  const onKeyDown = (event: React.KeyboardEvent) => {
    const by = { ArrowLeft: [-6, 0], ArrowRight: [6, 0], ArrowUp: [0, -6], ArrowDown: [0, 6] }[event.key]
    if (by)
      setCursor((c) => ({
        x: Math.min(WIDTH, Math.max(0, c.x + by[0])),
        y: Math.min(height, Math.max(0, c.y + by[1])),
      }))
    else if (event.key === 'Enter') pick(cursor)
    else return
    event.preventDefault()
  }
  return (
    <div className="space-y-2">
      <input
        type="file"
        accept="image/*"
        aria-label="Photograph of the tile"
        className="file-input w-full file-input-sm"
        onChange={(event) => {
          const [file] = event.target.files ?? []
          if (file)
            createImageBitmap(file).then(
              (made) => {
                setPicture(made)
                setGrey(null)
                setColour(null)
                setAsking('grey')
              },
              () => tell('problem', `“${file.name}” is not a picture this browser can read; choose a JPEG or PNG.`),
            )
        }}
      />
      {picture && (
        <>
          <div className="flex flex-wrap items-center gap-3">
            <Segments
              small
              label="What the ring is on"
              value={asking}
              choices={[
                ['grey', 'grey card'],
                ['colour', 'the colour'],
              ]}
              onChange={setAsking}
            />
            <span className="w-36">
              <NumberInput
                label="The card reflects"
                value={percent}
                min={5}
                max={95}
                step={1}
                unit="% reflects"
                onCommit={setPercent}
              />
            </span>
          </div>
          <div className="relative w-full max-w-[340px]">
            <canvas
              ref={canvas}
              width={WIDTH}
              height={height}
              tabIndex={0}
              role="application"
              aria-label={
                asking === 'grey'
                  ? 'Photograph: choose the grey card; arrows move, Enter picks'
                  : 'Photograph: choose the colour; arrows move, Enter picks'
              }
              className="w-full cursor-crosshair border border-base-content"
              onClick={(event) => pick(at(event))}
              onKeyDown={onKeyDown}
            />
            <span
              aria-hidden
              className="pointer-events-none absolute h-3 w-3 -translate-1/2 rounded-full border border-base-content mix-blend-difference"
              style={{ left: `${(100 * cursor.x) / WIDTH}%`, top: `${(100 * cursor.y) / Math.max(1, height)}%` }}
            />
          </div>
          <p className="text-xs text-base-content/75">
            {asking === 'grey'
              ? 'First the grey card, lying beside the tile in the same light.'
              : 'Now the colour, away from shine and edges.'}
          </p>
        </>
      )}
    </div>
  )
}
