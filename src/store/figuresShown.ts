import { create } from 'zustand'
import { persist } from 'zustand/middleware'

/** Figures beside the picture of a plan that open below their line. */
type Figures = 'cut' | 'light'

/** Which figures are open; it belongs to this browser and not to the studio. */
export const useFiguresShown = create<
  Readonly<Record<Figures, boolean>> & { readonly show: (figures: Figures, open: boolean) => void }
>()(
  persist((set) => ({ cut: false, light: false, show: (figures, open) => set({ [figures]: open }) }), {
    name: 'vernice.figures',
  }),
)
