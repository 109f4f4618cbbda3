import type { z } from './zod'
import type { Issue } from './issue'

type BadValue = Extract<Issue, { code: 'bad-value' }>

const SHOWN = 60
const SAID = 150

/** What the first fault of a schema’s check means for a person: where, what stands there, what is wanted. */
export function schemaIssue(error: z.ZodError, value: unknown, before: readonly string[] = []): BadValue {
  const [first] = error.issues
  let actual: unknown = value
  for (const key of first.path)
    actual = typeof actual === 'object' && actual !== null ? (actual as Record<PropertyKey, unknown>)[key] : undefined
  // NaN is written as null otherwise.
  const shown = actual === undefined ? 'missing' : typeof actual === 'number' ? String(actual) : JSON.stringify(actual)
  return {
    code: 'bad-value',
    path: [...before, ...first.path].join('.') || 'the file',
    actual: cut(shown, SHOWN),
    expected: expectation(first),
  }
}

/** What a value should have been, without the library's opening words. */
function expectation(issue: z.core.$ZodIssue): string {
  if (issue.code === 'unrecognized_keys') return `without the unknown entry “${issue.keys[0]}”`
  if (issue.code === 'invalid_type' && issue.expected === 'boolean') return 'yes or no'
  const words = issue.message
    .replace(/^Invalid (input|option|string|key)[^:]*: ?(expected )?/i, '')
    .replace(/, received .*$/, '')
    .replace(/^Too (big|small): expected \w+ to be/i, 'a value')
  return cut(words || 'another value', SAID)
}

const cut = (text: string, length: number) => (text.length > length ? `${text.slice(0, length - 3)}…` : text)
