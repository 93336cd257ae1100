import { describe, expect, it } from 'vitest'
import { levelRun } from '#support/levelRun'
import { rigSet } from '#support/rigSet'
import { GRID_IDS, hallSet, spread } from '#support/roughHall'
import { MOST_ROUNDS } from '../thresholds'
import { NO_RIG_FAULTS, rigFaultsOf } from '#core/bench/trueRig'
import { changeAreas, changeGrid } from '#core/edits/edits'
import { worstOf } from '#wording/rig'

const SEEDS = Array.from({ length: 10 }, (_, index) => index + 1)

const worst = (numbers: readonly number[]) => Math.max(...numbers.map(Math.abs))

/** All ten rigs with every fault by both: `npm run rigs`. A picture of the bench takes its time. */
const SEEDS_OF = { meter: SEEDS, camera: SEEDS.slice(0, 3) }

describe('levelling rough rigs', () => {
  it.each(['meter', 'camera'] as const)(
    'by %s holds every target in truth, in six rounds, and suspects nobody',
    async by => {
      const seeds = SEEDS_OF[by]
      const found: number[] = []
      for (const seed of seeds) {
        const run = await levelRun(rigSet(), seed, { faults: NO_RIG_FAULTS, by })
        expect(run.answers.length).toBeLessThanOrEqual(MOST_ROUNDS)
        expect(run.answers.map(({ suspicion }) => suspicion)).toEqual(run.answers.map(() => undefined))
        // It began far off, or there was nothing to show.
        expect(worstOf(run.answers[0]!)).toBeGreaterThan(0.2)
        found.push(worst(run.errors))
      }
      process.stdout.write(`level by ${by}: worst of each rig ${found.map(stops => stops.toFixed(2)).join(' ')}\n`)
      expect(found.filter(stops => stops > LIMITS[by])).toEqual([])
    },
  )

  it('names the pair that hangs at each other’s addresses, and goes on with the patch turned round', async () => {
    let named = 0
    for (const seed of SEEDS) {
      const faults = { ...NO_RIG_FAULTS, swapped: true }
      const run = await levelRun(rigSet(), seed, { faults })
      const said = run.answers.flatMap(({ suspicion }) => suspicion ?? [])
      expect(said.every(({ kind }) => kind === 'swapped')).toBe(true)
      const [first] = said
      if (first?.kind === 'swapped') {
        named += 1
        expect([...first.lightIds].sort()).toEqual([...rigFaultsOf(rigSet(), seed, faults).swapped!].sort())
      }
      expect(worst(run.errors)).toBeLessThanOrEqual(2 * LIMITS.meter)
    }
    process.stdout.write(`swapped pairs named by meter: ${named} of ${SEEDS.length}\n`)
    expect(named).toBeGreaterThanOrEqual(0.8 * SEEDS.length - 1e-9)
  })

  it('names a lamp that does not follow, and says what it could not reach', async () => {
    for (const seed of SEEDS) {
      const faults = { ...NO_RIG_FAULTS, stuck: true }
      const run = await levelRun(rigSet(), seed, { faults })
      expect(run.answers.at(-1)!.suspicion).toEqual({
        kind: 'stuck',
        lightId: rigFaultsOf(rigSet(), seed, faults).stuckId,
      })
      // What it says is off is off.
      const { misses } = run.answers.at(-1)!
      expect(Math.abs(worst(misses.map(({ stops }) => stops)) - worst(run.errors))).toBeLessThan(0.2)
    }
  })

  it('holds an area that is wanted, at places that nobody read', async () => {
    const found: number[] = []
    for (const seed of SEEDS.slice(0, 5)) {
      const even = changeAreas(rigSet(), 'white', [{ kind: 'even', withinStops: EVEN_STOPS }])
      const run = await levelRun(even, seed, { faults: NO_RIG_FAULTS })
      const { grid } = hallSet().looks[0]!
      found.push(spread(await run.truthAt(GRID_IDS, changeGrid(run.shown, 'white', grid!))))
      expect(worst(run.errors)).toBeLessThanOrEqual(LIMITS.meter)
    }
    process.stdout.write(`even within ${EVEN_STOPS}: ${found.map(stops => stops.toFixed(2)).join(' ')}\n`)
    expect(found.filter(stops => stops > EVEN_STOPS)).toEqual([])
  })

  it('is not led astray by a lamp that drifts and one that steps', async () => {
    for (const seed of SEEDS) {
      const run = await levelRun(rigSet(), seed, { faults: { ...NO_RIG_FAULTS, drift: true, steps: true } })
      expect(run.answers.flatMap(({ suspicion }) => suspicion ?? [])).toEqual([])
      expect(worst(run.errors)).toBeLessThanOrEqual(0.25)
    }
  })
})

const EVEN_STOPS = 0.3
/** What is to be held in truth, whatever the meter strays by, stops. */
const LIMITS = { meter: 0.1, camera: 0.1 } as const
