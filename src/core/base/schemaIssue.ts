import { counted } from './words'
import type * as z from './zod'
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
  const shown =
    actual === undefined
      ? 'missing'
      : typeof actual === 'number'
        ? String(actual)
        : (JSON.stringify(actual) ?? typeof actual)
  return {
    code: 'bad-value',
    path: [...before, ...first.path].join('.') || 'the file',
    actual: cut(shown, SHOWN),
    expected: expectation(first),
  }
}

const KINDS: Readonly<Record<string, string>> = {
  string: 'a text',
  number: 'a number',
  int: 'a whole number',
  boolean: 'yes or no',
  array: 'a list',
  tuple: 'a list',
  object: 'a record',
  record: 'a record',
  null: 'nothing',
  undefined: 'left out',
}

const FORMATS: Readonly<Record<string, string>> = {
  datetime: 'an instant such as 2026-03-04T18:30Z',
  date: 'a day such as 2026-03-04',
  time: 'a time such as 18:30',
  regex: 'written otherwise (letters, digits, hyphens)',
}

/** What a value should have been, in words of ours. */
function expectation(issue: z.core.$ZodIssue): string {
  switch (issue.code) {
    case 'unrecognized_keys':
      return `without the unknown entry “${cut(issue.keys[0], SHOWN)}”`
    case 'invalid_type':
      return KINDS[issue.expected] ?? 'another value'
    case 'invalid_value':
      return oneOf(issue.values.map(String))
    case 'too_small':
      return bound(issue.origin, Number(issue.minimum), issue.inclusive === false ? 'more than' : 'at least')
    case 'too_big':
      return bound(issue.origin, Number(issue.maximum), issue.inclusive === false ? 'less than' : 'at most')
    case 'invalid_format':
      return FORMATS[issue.format] ?? 'written otherwise'
    case 'invalid_key':
    case 'invalid_element':
      return issue.issues[0] ? expectation(issue.issues[0]) : 'another name'
    case 'invalid_union':
      return 'of a kind that Vernice knows'
    case 'not_multiple_of':
      return `a multiple of ${issue.divisor}`
    case 'custom':
      return cut(issue.message ?? 'another value', SAID)
  }
}

function bound(origin: string, limit: number, how: string): string {
  if (origin === 'string') return limit === 1 && how === 'at least' ? 'not empty' : `${how} ${limit} letters long`
  if (origin === 'array' || origin === 'set' || origin === 'map')
    return `a list of ${how} ${counted(limit, 'entry', 'entries')}`
  return `${how} ${limit}`
}

const oneOf = (values: readonly string[]): string =>
  values.length === 1 ? `“${values[0]}”` : cut(`one of ${values.map((value) => `“${value}”`).join(', ')}`, SAID)

const cut = (text: string, length: number) => (text.length > length ? `${text.slice(0, length - 3)}…` : text)
