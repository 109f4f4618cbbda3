import dynamic from 'next/dynamic'

/* What a plan shows beside its steps is loaded when one turns to it. */

const Opening = () => (
  <p className="px-5 py-4 text-sm text-base-content/75" role="status">
    Opening…
  </p>
)

// Next reads these options before anything runs: each has to be written out.

export const DrawingsSheet = dynamic(
  () => import('@/ui/drawings/DrawingsSheet').then((module) => module.DrawingsSheet),
  { ssr: false, loading: Opening },
)

export const DrynessSheet = dynamic(() => import('@/ui/dryness/DrynessSheet').then((module) => module.DrynessSheet), {
  ssr: false,
  loading: Opening,
})

export const SetSheet = dynamic(() => import('@/ui/set/SetSheet').then((module) => module.SetSheet), {
  ssr: false,
  loading: Opening,
})

export const ColoursSheet = dynamic(() => import('./ColoursSheet').then((module) => module.ColoursSheet), {
  ssr: false,
  loading: Opening,
})
