'use client'

import { keepPreviousData, QueryClient, useQueries, useQuery } from '@tanstack/react-query'
import { sentence } from '@/core/base/issue'
import type { Answer } from '@/workers/protocol'
import { startAgain } from '@/workers/clients'

/*
 * A wrapper round TanStack Query for calls to workers. The cache key is made of the name and the argument object: records that are never
 * changed are told apart by identity, so no studio is serialized to compare it.
 */

export interface WorkerQuery<About extends object, T> {
  readonly name: string
  readonly ask: (about: About, signal: AbortSignal) => Promise<T>
  /** For how long an answer is kept once nobody looks, ms; 0 where asking does more than answer. */
  readonly keepMs?: number
  /** What could not be done, in the middle of a sentence. */
  readonly what: string
}

export interface QueryState<T> {
  /** The newest answer; it may belong to what was asked before. */
  readonly value: T | null
  /** Whether the answer is to what is asked now. */
  readonly isNow: boolean
  readonly busy: boolean
  readonly problem: string | null
  readonly again: () => void
}

const client = new QueryClient({
  defaultOptions: {
    queries: {
      networkMode: 'always',
      structuralSharing: false,
      retry: false,
      staleTime: Infinity,
      refetchOnWindowFocus: false,
      refetchOnReconnect: false,
    },
  },
})

const identities = new WeakMap<object, string>()
let counter = 0

/** A text for a value: itself, or the number of a record that is never changed. */
function identity(value: unknown): string {
  if (typeof value !== 'object' || value === null) return JSON.stringify(value) ?? 'undefined'
  let known = identities.get(value)
  if (known === undefined) {
    known = `#${counter++}`
    identities.set(value, known)
  }
  return known
}

const keyOf = (name: string, about: object): readonly string[] => [
  name,
  ...Object.entries(about).map(([key, value]) => `${key}=${identity(value)}`),
]

/** The query of a question; none while there is nothing to ask about. */
const queryOf = <About extends object, T>(
  { name, ask, keepMs = 60_000 }: WorkerQuery<About, T>,
  about: About | null,
) => ({
  queryKey: about ? keyOf(name, about) : [name, 'nothing'],
  queryFn: ({ signal }: { signal: AbortSignal }) => ask(about as About, signal),
  enabled: about !== null,
  gcTime: keepMs,
})

const problemOf = (what: string, error: Error | null): string | null =>
  error === null ? null : error instanceof Refused ? error.message : `${what} (${error.message}); try again.`

/** Asks whenever what it is about changes; keeps the last answer meanwhile. */
export function useWorkerQuery<About extends object, T>(
  question: WorkerQuery<About, T>,
  about: About | null,
): QueryState<T> {
  const query = useQuery({ ...queryOf(question, about), placeholderData: keepPreviousData }, client)
  return {
    value: (query.data as T | undefined) ?? null,
    isNow: query.isSuccess && !query.isPlaceholderData,
    busy: query.isFetching,
    problem: problemOf(question.what, query.error),
    again: () => {
      startAgain()
      void query.refetch()
    },
  }
}

/** Asks a question that is on screen again, although nothing has changed: what answered it has forgotten. */
export const refetchWorkerQuery = (name: string): void =>
  void client.refetchQueries({ predicate: ({ queryKey }) => queryKey[0] === name, type: 'active' })

/** The same for many at once; those not answered yet are null. */
export function useWorkerQueries<About extends object, T>(
  question: WorkerQuery<About, T>,
  abouts: readonly About[],
): { values: readonly (T | null)[]; busy: boolean; problem: string | null } {
  const queries = useQueries({ queries: abouts.map((about) => queryOf(question, about)) }, client)
  return {
    values: queries.map((query) => (query.data as T | undefined) ?? null),
    busy: queries.some((query) => query.isFetching),
    problem: problemOf(question.what, queries.find((query) => query.error)?.error ?? null),
  }
}

/** A worker’s answer that says in a sentence why there is none. */
class Refused extends Error {}

/** What a worker answered; a refusal is thrown with its sentence. */
export function unwrapAnswer<T>(answer: Answer<T>): T {
  if (!answer.ok) throw new Refused(sentence(answer.issue))
  return answer.value
}
