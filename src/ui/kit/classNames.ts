/** How every dialog looks: a sheet in the middle, the page dim behind it. Size, padding and scrolling are its own. */
export const DIALOG = 'm-auto border border-base-content bg-base-100 text-base-content shadow-lg backdrop:bg-black/40'

/** A numbered pin that stands with its middle on a place of the piece; its size is its own. */
export const PIN =
  'numbers absolute flex -translate-1/2 items-center justify-center rounded-full border border-base-100 ' +
  'bg-base-content font-bold text-base-100'
