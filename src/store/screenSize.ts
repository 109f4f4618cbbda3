import { create } from 'zustand'
import { persist } from 'zustand/middleware'

/** Points of the screen to a millimetre, as browsers take it to be: 96 to the inch. */
export const USUAL_PX_MM = 96 / 25.4

/** How large a millimetre is on this screen; it belongs to the machine and not to the studio. */
export const useScreenSize = create<{
  /** Null while it was not measured. */
  readonly pxMm: number | null
  readonly measure: (pxMm: number | null) => void
}>()(persist((set) => ({ pxMm: null, measure: (pxMm) => set({ pxMm }) }), { name: 'vernice.screen' }))
