'use client'

/** The line between two pictures of one form, to be dragged or moved by the arrow keys. */
export function SplitLine({
  split,
  onSplit,
  left,
  right,
}: {
  split: number
  onSplit: (share: number) => void
  left: string
  right: string
}) {
  return (
    <>
      <span
        aria-hidden
        className="pointer-events-none absolute top-14 bottom-12 w-px bg-white mix-blend-difference"
        style={{ left: `${100 * split}%` }}
      />
      <div className="absolute right-[26%] bottom-3 left-[26%] flex items-center gap-2 text-[0.8125rem]">
        <span className="shrink-0 bg-base-100/80 px-1 text-base-content">{left}</span>
        <input
          type="range"
          aria-label={`Split between ${left} and ${right}`}
          className="range range-xs"
          min={0}
          max={100}
          value={Math.round(100 * split)}
          onChange={(event) => onSplit(Number(event.target.value) / 100)}
        />
        <span className="shrink-0 bg-base-100/80 px-1 text-base-content">{right}</span>
      </div>
    </>
  )
}
