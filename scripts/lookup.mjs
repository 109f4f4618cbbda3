// Compiles the innermost loop of the simulator (src/core/skin/lookup/lookup.as) into lookupBytes.ts.
import { readFileSync, writeFileSync } from 'node:fs'
import asc from 'assemblyscript/asc'

const folder = new URL('../src/core/skin/lookup/', import.meta.url)

/** The WebAssembly module of a source, as bytes. */
export async function compiled(source = readFileSync(new URL('lookup.as', folder), 'utf8')) {
  let bytes = null
  const { error, stderr } = await asc.main(['lookup.ts', '-O3', '--runtime', 'stub', '--importMemory', '--noAssert', '--outFile', 'lookup.wasm'], {
    readFile: (name) => (name === 'lookup.ts' ? source : null),
    writeFile: (name, content) => {
      if (name === 'lookup.wasm') bytes = content
    },
    listFiles: () => [],
  })
  if (error || !bytes) throw new Error(`the loop could not be compiled: ${stderr.toString()}`)
  return bytes
}

if (process.argv[1] === new URL(import.meta.url).pathname) {
  const bytes = await compiled()
  writeFileSync(new URL('lookupBytes.ts', folder), `/** lookup.as, compiled by scripts/lookup.mjs. */\nexport const LOOKUP_BYTES = Uint8Array.of(${bytes.join(', ')})\n`)
  console.log(`${bytes.length} bytes`)
}
