// Compiles the innermost loops of the simulator (src/core/skin/loops/loops.as) into loopsBytes.ts.
import { readFileSync, writeFileSync } from 'node:fs'
import asc from 'assemblyscript/asc'

const folder = new URL('../src/core/skin/loops/', import.meta.url)

/** The WebAssembly module of a source, as bytes. */
export async function compiled(source = readFileSync(new URL('loops.as', folder), 'utf8')) {
  let bytes = null
  const { error, stderr } = await asc.main(['loops.ts', '-O3', '--runtime', 'stub', '--importMemory', '--noAssert', '--outFile', 'loops.wasm'], {
    readFile: (name) => (name === 'loops.ts' ? source : null),
    writeFile: (name, content) => {
      if (name === 'loops.wasm') bytes = content
    },
    listFiles: () => [],
  })
  if (error || !bytes) throw new Error(`the loops could not be compiled: ${stderr.toString()}`)
  return bytes
}

if (process.argv[1] === new URL(import.meta.url).pathname) {
  const bytes = await compiled()
  writeFileSync(new URL('loopsBytes.ts', folder), `/** loops.as, compiled by scripts/loops.mjs. */\nexport const LOOP_BYTES = Uint8Array.of(${bytes.join(', ')})\n`)
  console.log(`${bytes.length} bytes`)
}
