import { create } from 'zustand'

/** Counts up with each photograph that is kept or deleted, for whoever counts them. */
export const usePhotoChanges = create<{ readonly changes: number }>()(() => ({ changes: 0 }))

export const photosChanged = (): void => usePhotoChanges.setState(({ changes }) => ({ changes: changes + 1 }))
