import { Bench } from 'tinybench'

/**
 * Something to measure: its name, its budget in milliseconds where there is one, and one run of it; what is long is
 * run three times, cold.
 */
export type Case = { name: string; budgetMs?: number; isLong?: boolean; run: () => unknown }

const LEAST_RUNS = 5
const LEAST_TIME_MS = 1000
const LONG_RUNS = 3

/** Median milliseconds of a case over several runs, after some to warm up. */
export const medianMs = async ({ name, run, isLong = false }: Case): Promise<number> => {
  if (isLong) {
    const samples: number[] = []
    for (let round = 0; round < LONG_RUNS; round++) {
      const start = performance.now()
      await run()
      samples.push(performance.now() - start)
    }
    return samples.sort((a, b) => a - b)[Math.floor(LONG_RUNS / 2)]!
  }
  const bench = new Bench({ time: LEAST_TIME_MS, iterations: LEAST_RUNS, warmupIterations: 3, warmupTime: 300 })
  bench.add(name, async () => {
    await run()
  })
  await bench.run()
  const { result } = bench.tasks[0]!
  if (result?.error) throw result.error
  const samples = [...result!.samples].sort((a, b) => a - b)
  return samples[Math.floor(samples.length / 2)]!
}

export const shownMs = (ms: number): string => {
  if (ms < 1) return `${(ms * 1000).toPrecision(2)} µs`
  return ms < 100 ? `${ms.toPrecision(3)} ms` : `${Math.round(ms)} ms`
}

/** Measures cases one after another and prints each as a line of a table. */
export const report = async (title: string, cases: readonly Case[]): Promise<void> => {
  console.log(`\n${title}\n\n| what | median | budget | |\n|---|---|---|---|`)
  for (const one of cases) {
    const ms = await medianMs(one)
    const held = ms <= (one.budgetMs ?? Infinity) ? 'met' : '**missed**'
    const verdict = one.budgetMs === undefined ? '' : held
    console.log(
      `| ${one.name} | ${shownMs(ms)} | ${one.budgetMs === undefined ? '' : `${one.budgetMs} ms`} | ${verdict} |`,
    )
  }
}
