// Damaged files for every reader, made from whole ones: npm run fuzz [-- COUNT [SEED]]
import { fuzz, READERS } from '#support/fuzz'

// The table reader says aloud that it renames columns of one name.
console.warn = () => {}

const [count = 10_000, seed = 1] = process.argv.slice(2).map(Number)
let isWell = true
for (const reader of READERS) {
  const start = performance.now()
  const { faults, taken, longestMs, count: done } = await fuzz(reader, count, seed)
  isWell &&= faults.length === 0
  console.log(
    `${reader}: ${done} files, ${taken} taken, longest ${longestMs.toFixed(0)} ms, ${((performance.now() - start) / 1000).toFixed(0)} s, memory ${Math.round(process.memoryUsage().rss / 1e6)} MB${faults.length > 0 ? `\n${faults.join('\n')}` : ''}`,
  )
}
process.exit(isWell ? 0 : 1)
