// Tells noise from bias: readings by several seeds of rays against a mean of very many, and what they take: npm run
// noise [-- SETS...]
import { lightingSolver } from '#core/evaluation/lightingSolver'
import { meterPoints } from '#core/evaluation/probes/points'
import { QUALITY, type Quality } from '#core/physics/transport/stage'
import { luminance } from '#core/physics/units/rgb'
import { REFERENCE_SETS } from '../tests/reference/sets'

const SEEDS = [0, 1, 2, 3, 4, 5]
const CANDIDATES: Record<string, Partial<Quality>> = {
  '1,024 rays a point, as before': { raysPerPoint: 1024 },
  '2,048 rays a point, as it is': {},
  '4,096 rays a point': { raysPerPoint: 4096 },
  '64 samples a patch, front 8 x 8, 4,096 rays': { samplesPerPatch: 64, frontForPatches: 8, raysPerPoint: 4096 },
}
const wanted = process.argv.slice(2)
const sets = REFERENCE_SETS.filter(({ name }) => wanted.length === 0 || wanted.some(word => name.includes(word)))

const readings = async (
  quality: Quality,
  set: (typeof sets)[number]['set'],
): Promise<{ all: number[]; single: number[]; ms: number }> => {
  const begun = performance.now()
  const { layers } = (await lightingSolver(quality, meterPoints)(set))!
  const ms = performance.now() - begun
  const ids = meterPoints(set).map(({ id }) => id)
  const at = (layer: (typeof layers)[number], id: string) =>
    luminance(layer.shares[id]!.direct) + luminance(layer.shares[id]!.bounced)
  return {
    all: ids.map(id => layers.reduce((sum, layer) => sum + at(layer, id), 0)),
    single: layers.flatMap(layer => ids.map(id => at(layer, id))),
    ms,
  }
}
const off = (one: readonly number[], truth: readonly number[]) =>
  one.map((value, index) => (value > 0 && truth[index]! > 0 ? Math.log2(value / truth[index]!) : 0))
const quantile = (values: readonly number[], share: number) =>
  values.map(Math.abs).sort((a, b) => a - b)[Math.min(values.length - 1, Math.floor(share * values.length))]!

const truths = new Map<string, { all: number[]; single: number[] }>()
for (const { name, set } of sets) {
  const runs: Awaited<ReturnType<typeof readings>>[] = []
  for (const seed of [101, 102, 103, 104])
    runs.push(
      await readings(
        { ...QUALITY, samplesPerPatch: 64, frontForPatches: 8, raysPerPoint: 16384, raysPerPatch: 128, seed },
        set,
      ),
    )
  const mean = (of: 'all' | 'single') =>
    runs[0]![of].map((_, index) => runs.reduce((sum, run) => sum + run[of][index]!, 0) / runs.length)
  truths.set(name, { all: mean('all'), single: mean('single') })
}
for (const [name, changes] of Object.entries(CANDIDATES)) {
  const [all, single, times] = [[] as number[], [] as number[], [] as number[]]
  for (const { name: of, set } of sets) {
    for (const seed of SEEDS) {
      const run = await readings({ ...QUALITY, ...changes, seed }, set)
      all.push(...off(run.all, truths.get(of)!.all))
      single.push(...off(run.single, truths.get(of)!.single))
      times.push(run.ms)
    }
  }
  console.log(
    `${name}: all lights ${quantile(all, 0.95).toFixed(3)} at the 95th percentile, ${quantile(all, 1).toFixed(3)} at worst; single ${quantile(single, 0.95).toFixed(3)}, ${quantile(single, 1).toFixed(3)}; ${quantile(times, 0.5).toFixed(0)} ms`,
  )
}
