import { mkdtempSync, readFileSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { main } from 'assemblyscript/dist/asc.js'
import { PAGES } from '#core/physics/loops/layout'

const HEAD = `// Made from the AssemblyScript in ./assembly by npm run loops. Not to be changed by hand.
/** The compiled loops, as base64. */
export const LOOPS_WASM =
  '`

/** Compiles the AssemblyScript of the loops; answers its size and the TypeScript module that holds it. */
export const compileLoops = async (): Promise<{ bytes: number; text: string }> => {
  const folder = mkdtempSync(join(tmpdir(), 'loops-'))
  try {
    const { error, stderr } = await main([
      fileURLToPath(new URL('../../core/physics/loops/assembly/index.ts', import.meta.url)),
      '--outFile',
      join(folder, 'loops.wasm'),
      ...['-O3', '--converge', '--noAssert', '--runtime', 'stub', '--enable', 'simd'],
      ...['--importMemory', '--initialMemory', String(PAGES), '--maximumMemory', String(PAGES), '--memoryBase', '64'],
    ])
    if (error) throw new Error(`The loops do not compile.\n${stderr.toString()}`)
    const wasm = readFileSync(join(folder, 'loops.wasm'))
    return { bytes: wasm.length, text: `${HEAD}${wasm.toString('base64')}'\n` }
  } finally {
    rmSync(folder, { recursive: true, force: true })
  }
}
