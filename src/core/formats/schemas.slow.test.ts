import Ajv2020 from 'ajv/dist/2020'
import { readdirSync, readFileSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import { demoStudio } from '../demo/demoStudio'
import { CURRENT_VERSION } from '../model/migrations'
import { jsonSchemas, writePiece, writeStudio } from './verniceFile'

const studio = demoStudio()
const piece = studio.pieces['reed-jugs']

describe('the published schemas, held by another validator (ajv)', () => {
  const published = (name: string) =>
    JSON.parse(readFileSync(new URL(`../../../public/schema/${name}.json`, import.meta.url), 'utf8')) as object
  const held = (schema: object) => {
    const validate = new Ajv2020({ strict: false, validateFormats: false, code: { optimize: false } }).compile(schema)
    return (text: string) => (validate(JSON.parse(text)) ? [] : validate.errors)
  }

  it.each([1, 2, 3, 4, 5, 6, 7, 8])('version %i, as it was, takes the frozen document of that version', (version) => {
    const frozen = readFileSync(new URL(`../model/fixtures/studio.v${version}.json`, import.meta.url), 'utf8')
    expect(published(`studio.v${version}`)).toMatchObject({ $id: `urn:vernice:studio:${version}` })
    expect(published(`piece.v${version}`)).toMatchObject({ $id: `urn:vernice:piece:${version}` })
    const problems = held(published(`studio.v${version}`))
    expect(problems(frozen)).toEqual([])
    expect(problems(frozen.replace('"version"', '"vorsion"'))).not.toEqual([])
  })

  it('every version before this one is published', () => {
    const folder = readdirSync(new URL('../../../public/schema/', import.meta.url)).sort()
    const before = Array.from({ length: CURRENT_VERSION - 1 }, (_, i) => i + 1)
    expect(folder).toEqual(['piece', 'studio'].flatMap((kind) => before.map((v) => `${kind}.v${v}.json`)))
  })

  it('this version takes what is written now', () => {
    expect(held(jsonSchemas().studio)(writeStudio(studio))).toEqual([])
    expect(held(jsonSchemas().piece)(writePiece(piece, studio))).toEqual([])
  })
})
