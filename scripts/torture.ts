// Random use of two tabs against a model of what has to be there: npm run torture [-- SECONDS [SEED]]
import { torture } from '#support/torture'

const [seconds = 60, first = 1] = process.argv.slice(2).map(Number)
const STEPS_A_RUN = 500
// A kill closes the database under whatever was asked of it.
for (const event of ['unhandledRejection', 'uncaughtException'] as const) {
  process.on(event, (error: Error) => {
    if (error.name === 'DatabaseClosedError') return
    console.error(error)
    process.exit(1)
  })
}
const deadline = performance.now() + seconds * 1000
const total = { steps: 0, acknowledged: 0, runs: 0 }
const counts: Record<string, number> = {}
let isLost = false
for (let seed = first; performance.now() < deadline && !isLost; seed++) {
  const { steps, acknowledged, lost, counts: own } = await torture(STEPS_A_RUN, seed, deadline)
  total.steps += steps
  total.acknowledged += acknowledged
  total.runs += 1
  for (const [name, count] of Object.entries(own)) counts[name] = (counts[name] ?? 0) + count
  isLost = lost.length > 0
  if (process.env.ALOUD) console.log(`seed ${seed}: ${steps} steps`)
  if (isLost) console.log(`seed ${seed}:\n${lost.join('\n')}`)
}
console.log(
  `${total.steps} steps in ${total.runs} runs, ${total.acknowledged} times something was said to be saved, ${isLost ? 'SOMETHING WAS LOST' : 'nothing lost'}`,
)
console.log(
  Object.entries(counts)
    .sort(([, a], [, b]) => b - a)
    .map(([name, count]) => `${name} ${count}`)
    .join(', '),
)
process.exit(isLost ? 1 : 0)
