import { create } from 'zustand'
import { persist } from 'zustand/middleware'

/** How the bench is set up in this browser: it belongs to the table and not to the studio. */
interface BenchSettings {
  /** Whose hands are at the bench. */
  readonly by: string
  /** The button to go on lies under the left hand. */
  readonly leftHanded: boolean
  readonly sound: boolean
  /** Acts that leave no trace of their own and are done: uncovering, leaving. */
  readonly passed: readonly string[]
  readonly set: (changes: Partial<Pick<BenchSettings, 'by' | 'leftHanded' | 'sound'>>) => void
  readonly pass: (id: string) => void
  readonly unpass: (id: string) => void
}

const MOST_PASSED = 200

export const useBenchSettings = create<BenchSettings>()(
  persist(
    (set) => ({
      by: '',
      leftHanded: false,
      sound: true,
      passed: [],
      set,
      pass: (id) => set(({ passed }) => ({ passed: [...passed, id].slice(-MOST_PASSED) })),
      unpass: (id) => set(({ passed }) => ({ passed: passed.filter((other) => other !== id) })),
    }),
    { name: 'vernice.bench' },
  ),
)
