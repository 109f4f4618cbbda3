/* What is being typed and has not become an edit yet. */

const drafts = new Map<object, () => void>()
let changed: () => void = () => undefined

/** Whether something typed waits to become an edit. */
export const hasDrafts = (): boolean => drafts.size > 0

export const onDrafts = (listener: () => void): void => void (changed = listener)

/** Notes that a field has a draft, and how it becomes an edit. */
export function holdDraft(field: object, take: () => void): void {
  drafts.set(field, take)
  changed()
}

export function dropDraft(field: object): void {
  if (drafts.delete(field)) changed()
}

/** Makes an edit of what one field has, if it has anything. */
export const takeDraft = (field: object): void => drafts.get(field)?.()

/** Makes an edit of all that is being typed, in the same turn. */
export function takeDrafts(): void {
  for (const take of [...drafts.values()]) take()
}
