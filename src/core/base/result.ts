import type { Issue } from './issue'

/** An expected failure is a value: either the wanted thing or an issue a person can read. */
export type Result<T> = { readonly ok: true; readonly value: T } | { readonly ok: false; readonly issue: Issue }

export const ok = <T>(value: T): Result<T> => ({ ok: true, value })

export const fail = <T = never>(issue: Issue): Result<T> => ({ ok: false, issue })
