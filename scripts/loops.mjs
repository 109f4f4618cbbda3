// Compiles the innermost loops of the simulator (src/core/skin/loops/*.as) into loopsBytes.ts.
import { readdirSync, readFileSync, writeFileSync } from 'node:fs'
import asc from 'assemblyscript/asc'

const folder = new URL('../src/core/skin/loops/', import.meta.url)

/** The WebAssembly module of all sources, as bytes. */
export async function compiled() {
  const sources = new Map(
    readdirSync(folder)
      .filter((name) => name.endsWith('.as'))
      .sort()
      .map((name) => [name.replace('.as', '.ts'), readFileSync(new URL(name, folder), 'utf8')]),
  )
  let bytes = null
  const { error, stderr } = await asc.main(
    [
      ...sources.keys(),
      '-O3',
      '--enable',
      'simd',
      '--runtime',
      'stub',
      '--importMemory',
      '--noAssert',
      '--outFile',
      'loops.wasm',
    ],
    {
      readFile: (name) => sources.get(name) ?? null,
      writeFile: (name, content) => {
        if (name === 'loops.wasm') bytes = content
      },
      listFiles: () => [],
    },
  )
  if (error || !bytes) throw new Error(`the loops could not be compiled: ${stderr.toString()}`)
  return bytes
}

if (process.argv[1] === new URL(import.meta.url).pathname) {
  const bytes = await compiled()
  writeFileSync(
    new URL('loopsBytes.ts', folder),
    `/** The .as files of this folder, compiled by scripts/loops.mjs. */\nexport const LOOP_BYTES = Uint8Array.of(${bytes.join(', ')})\n`,
  )
  console.log(`${bytes.length} bytes`)
}
