'use client'

import { LAYER_MM } from '@/core/sheets/sheet'
import type { ScreenItem, ScreenSheet } from '@/core/formats/sheets/screenSheet'
import type { Tiling } from '@/core/formats/sheets/tiles'

const CUT = '#9c2a12'

/** A sheet as it will be printed: black on white by any light, cut lines red, pages dashed where it goes on several. */
export function SheetPicture({
  sheet,
  tiled,
  pxMm,
  label,
}: {
  sheet: ScreenSheet
  tiled: Tiling
  /** Points to a millimetre for true size; null to fit the room. */
  pxMm: number | null
  label: string
}) {
  const { shown, tiles } = tiled
  // What fits on a page is shown by itself, as large as there is room.
  const alone = tiles.length === 1 && !pxMm
  const width = alone ? sheet.widthMm + 4 : Math.max(sheet.widthMm, ...tiles.map(({ left }) => left + shown[0]))
  const height = alone ? sheet.heightMm + 4 : Math.max(sheet.heightMm, ...tiles.map(({ top }) => top + shown[1]))
  const begin = alone ? -2 : 0
  const size = pxMm ? { width: width * pxMm, height: height * pxMm } : {}
  return (
    <svg
      role="img"
      aria-label={label}
      data-testid="sheet-picture"
      viewBox={`${begin} ${begin} ${width} ${height}`}
      className={pxMm ? 'block max-w-none' : 'block h-full max-h-full w-full max-lg:h-auto max-lg:max-h-[70vh]'}
      style={size}
      preserveAspectRatio="xMidYMid meet"
    >
      {alone ? (
        <rect x={begin} y={begin} width={width} height={height} fill="#ffffff" />
      ) : (
        tiles.map(({ left, top, column, row }) => (
          <rect key={`${column}.${row}`} x={left} y={top} width={shown[0]} height={shown[1]} fill="#ffffff" />
        ))
      )}
      {sheet.items.map((item, i) => (
        <Item key={i} item={item} />
      ))}
      {tiles.length > 1 &&
        tiles.map(({ left, top, column, row }, i) => (
          <g key={`${column}.${row}`}>
            <rect
              x={left}
              y={top}
              width={shown[0]}
              height={shown[1]}
              fill="none"
              stroke="#1f5f8b"
              strokeWidth={0.4}
              strokeDasharray="3 2"
            />
            <text x={left + shown[0] / 2} y={top + shown[1] - 3} fontSize={6} fill="#1f5f8b" textAnchor="middle">
              page {i + 1}
            </text>
          </g>
        ))}
    </svg>
  )
}

/** Lines are drawn a little bolder than they are printed: a screen is coarser than paper. */
const BOLDER = 1.6

function Item({ item }: { item: ScreenItem }) {
  if (item.kind === 'text') {
    const [x, y] = item.at
    return (
      <text
        x={x}
        y={y}
        fontSize={item.sizeMm}
        textAnchor={item.anchor}
        fontWeight={item.bold ? 700 : 400}
        fill="#161616"
        transform={item.turn ? `rotate(${item.turn} ${x} ${y})` : undefined}
      >
        {item.text}
      </text>
    )
  }
  const wide = item.widthMm ?? LAYER_MM[item.layer] * BOLDER
  return (
    <path
      d={item.d}
      fill={item.fill ?? 'none'}
      fillRule={item.rule}
      stroke={
        wide === 0
          ? 'none'
          : (item.colour ?? (item.layer === 'cut' ? CUT : item.layer === 'guide' ? '#8a8a8a' : '#161616'))
      }
      strokeWidth={wide}
      strokeDasharray={item.dash?.join(' ')}
      strokeLinecap="round"
      strokeLinejoin="round"
    />
  )
}
