// Compiles the loops over rays to WebAssembly and writes them down as a module: npm run loops
import { writeFileSync } from 'node:fs'
import { fileURLToPath } from 'node:url'
import { compileLoops } from './support/compileLoops'

const { bytes, text } = await compileLoops()
writeFileSync(fileURLToPath(new URL('../core/physics/loops/loops.wasm.ts', import.meta.url)), text)
console.log(`The loops take ${bytes} bytes.`)
