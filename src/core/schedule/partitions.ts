import type { Session } from './sessions'
import type { Job } from './task'

/** Lots of a set as sizes, in the order in which they are planned. */
export type Sizes = readonly number[]

/** No set is divided into more lots than this. */
const MOST_LOTS = 8

/** Sizes of `lots` lots of `pots` pots that differ by one at most, greater ones first. */
const even = (pots: number, lots: number): Sizes =>
  Array.from({ length: lots }, (_, i) => Math.floor(pots / lots) + (i < pots % lots ? 1 : 0))

/** A set cut into as many lots of one size as it holds, and what is left. */
function cut(pots: number, size: number): Sizes {
  const whole = Math.floor(pots / size)
  return [...Array.from({ length: whole }, () => size), ...(pots % size ? [pots % size] : [])]
}

/**
 * Ways to divide a set that may be worth trying: evenly, and cut at what the longest session holds of its making and of the work that
 * the clay does not let wait; the latter also in turns of two lots, a greater and a smaller. None for a single pot.
 */
export function partitions(job: Job, sessions: readonly Session[]): Sizes[] {
  const pots = job.pots.length
  if (pots < 2) return []
  const minutes = Math.max(0, ...sessions.map((s) => (s.hands * (s.endMs - s.startMs)) / 60_000))
  const holds = (each: number) => (each > 0 ? Math.min(pots, Math.floor(minutes / each)) : pots)
  const making = job.tasks.reduce((sum, task) => sum + (task.kind === 'make' ? task.each : 0), 0)
  const clay = job.tasks.reduce((sum, task) => sum + (task.kind === 'work' && task.within ? task.each : 0), 0)
  const [makes, works] = [holds(making), holds(clay)]
  const ways: Sizes[] = []
  for (let lots = 2; lots <= Math.min(pots, MOST_LOTS); lots++) ways.push(even(pots, lots))
  for (const size of new Set([makes, works, Math.floor(works / 2)]))
    if (size > 0 && size < pots) ways.push(cut(pots, size))
  // What is made at one visit is worked on at two: 6 of 12 as 4 and 2, then again.
  for (const [whole, part] of [
    [makes, works],
    [makes, Math.ceil(makes / 2)],
  ])
    if (whole > part && part > 0 && whole <= pots)
      ways.push(cut(pots, whole).flatMap((size) => (size > part ? [part, size - part] : [size])))
  const seen = new Set<string>()
  return ways.filter((sizes) => {
    const key = sizes.join()
    if (sizes.length > MOST_LOTS || seen.has(key)) return false
    seen.add(key)
    return true
  })
}
