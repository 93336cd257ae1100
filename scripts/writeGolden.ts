// Writes tests/golden/evaluations.json: run it only to explain a difference, entry by entry.
import { writeFileSync } from 'node:fs'
import { lightingSolver } from '#core/evaluation/lightingSolver'
import { onPlainCode } from '#core/physics/loops/loops'
import { evaluated, goldenSets } from '../tests/golden/evaluated'

const all: Record<string, unknown> = {}
for (const one of goldenSets()) all[one.name] = await onPlainCode(() => evaluated(one, lightingSolver()))
writeFileSync(new URL('../tests/golden/evaluations.json', import.meta.url), `${JSON.stringify(all, null, 1)}\n`)
