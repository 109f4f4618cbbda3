import { expect, it } from 'vitest'
import { jsonSchemas } from '../formats/verniceFile'

/* What a document may hold at most and at least. A limit that moves is a change of the format, and is seen here. */

const LIMITS = [
  'minLength',
  'maxLength',
  'minimum',
  'maximum',
  'exclusiveMinimum',
  'exclusiveMaximum',
  'minItems',
  'maxItems',
]
const OTHERS = ['pattern', 'enum', 'const', 'required']

interface Schema {
  readonly [key: string]: unknown
}

const isSchema = (value: unknown): value is Schema => typeof value === 'object' && value !== null

/** Each limit of a schema, with where it stands; what stands in several places is told once. */
function limitsOf(schema: Schema, at: string, known: Set<string>): void {
  const own = [...LIMITS, ...OTHERS].flatMap((key) => {
    const value = schema[key]
    return value === undefined || isSchema(value) === (LIMITS.includes(key) as boolean)
      ? []
      : [`${key} ${Array.isArray(value) ? value.join(' ') : String(value)}`]
  })
  if (own.length) known.add(`${at.split('.').slice(-2).join('.')}: ${own.join(', ')}`)
  for (const [key, value] of Object.entries(schema)) {
    if (!isSchema(value) || LIMITS.includes(key) || OTHERS.includes(key)) continue
    const named = ['properties', '$defs', 'anyOf', 'allOf', 'oneOf', 'items', 'prefixItems'].includes(key)
    if (Array.isArray(value)) value.forEach((one) => isSchema(one) && limitsOf(one, at, known))
    else limitsOf(value, named || /^(__schema)?\d+$/.test(key) ? at : `${at}.${key}`, known)
  }
}

it('the limits of a studio are what they were', () => {
  const known = new Set<string>()
  limitsOf(jsonSchemas().studio as Schema, 'studio', known)
  const lines = [...known].sort()
  expect(lines.length).toBeGreaterThan(120)
  expect(lines.join('\n')).toMatchSnapshot()
})
