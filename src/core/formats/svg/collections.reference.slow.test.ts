import { readdirSync, readFileSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import { sentence } from '../../base/issue'
import { readSvgScene } from '../svgDrawing'
import { inkOfReference, inkOfScene, overlap } from './fixtures/ink'

/* Drawings of four general icon collections of the registry, against the raster of another renderer (resvg). */

const FOLDERS: Readonly<Record<string, readonly string[]>> = {
  'bootstrap-icons': ['icons'],
  'eva-icons': ['fill/svg', 'outline/svg'],
  'feather-icons': ['dist/icons'],
  heroicons: ['24/outline', '24/solid', '20/solid', '16/solid'],
}

/** Subjects that a potter might draw; signs of firms are none. */
const WORDS =
  'leaf flower plant tree fish bird feather shell moon sun star cloud wave waves drop droplet cup bowl ' +
  'clock key heart house home anchor map scissors eye gift book sunrise wind butterfly cat cactus bell boat ' +
  'sailboat snow snowflake umbrella apple ' +
  'cherry grape egg rabbit snail shrimp turtle carrot clover wheat mountain mountains campfire fire ' +
  'flame'
const SUBJECTS = new RegExp(`^(${WORDS.replaceAll(' ', '|')})\\b(?!.*(logo|brand))`)

const files = Object.entries(FOLDERS).flatMap(([collection, folders]) => {
  const found = folders.flatMap((folder) =>
    readdirSync(`node_modules/${collection}/${folder}`)
      .filter((file) => file.endsWith('.svg') && SUBJECTS.test(file))
      .map((file) => `node_modules/${collection}/${folder}/${file}`),
  )
  return Array.from({ length: 25 }, (_, i) => found[Math.floor((i * found.length) / 25)])
})

describe('drawings of four collections', () => {
  it('at least 95 of 100 are drawn as another renderer draws them, the others refused with a reason', () => {
    const wrong: string[] = []
    const refused: string[] = []
    for (const file of files) {
      const text = readFileSync(file, 'utf8')
      const read = readSvgScene(text)
      if (!read.ok) refused.push(`${file}: ${sentence(read.issue)}`)
      else {
        const same = overlap(inkOfScene(read.value, 256), inkOfReference(text, 256))
        if (same < 0.95) wrong.push(`${file}: ${same.toFixed(3)}`)
      }
    }
    expect(new Set(files).size).toBe(100)
    expect(wrong).toEqual([])
    expect(refused.length, refused.join('\n')).toBeLessThanOrEqual(5)
  })
})
