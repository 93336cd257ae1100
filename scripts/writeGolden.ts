// Writes tests/golden/evaluations.json: run it only to explain a difference, entry by entry.
import { writeFileSync } from 'node:fs'
import { evaluated, goldenSets } from '../tests/golden/evaluated'

const all: Record<string, unknown> = {}
for (const { name, isReady, set } of goldenSets()) all[name] = await evaluated(set, isReady)
writeFileSync(new URL('../tests/golden/evaluations.json', import.meta.url), `${JSON.stringify(all, null, 1)}\n`)
