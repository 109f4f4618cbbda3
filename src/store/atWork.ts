import { create } from 'zustand'

/* What the page does at length, with how far it is and what gives it up. */

export interface AtWork {
  /** What is done, to begin a sentence: “Saving 40 photographs”. */
  readonly what: string
  readonly done: number
  readonly of: number
  /** To leave the page would lose it. */
  readonly isSaving: boolean
  readonly cancel: () => void
}

export const useAtWork = create<{ readonly work: AtWork | null }>()(() => ({ work: null }))

/** The work was given up by hand. */
export class GivenUp extends Error {
  constructor() {
    super('it was given up')
    this.name = 'GivenUp'
  }
}

/** Tells how far a work is; throws once it has been given up. */
export type Report = (done: number) => void

/** Does something long in the sight of the potter. A work begun while another is done takes its place on screen. */
export async function atLength<T>(
  { what, of, isSaving = false }: Pick<AtWork, 'what' | 'of'> & { readonly isSaving?: boolean },
  does: (report: Report) => Promise<T>,
): Promise<T> {
  let givenUp = false
  const shown = (done: number): AtWork => ({ what, done, of, isSaving, cancel })
  const cancel = () => {
    givenUp = true
  }
  const mine = () => useAtWork.getState().work?.cancel === cancel
  useAtWork.setState({ work: shown(0) })
  try {
    return await does((done) => {
      if (givenUp) throw new GivenUp()
      if (mine()) useAtWork.setState({ work: shown(done) })
    })
  } finally {
    if (mine()) useAtWork.setState({ work: null })
  }
}
