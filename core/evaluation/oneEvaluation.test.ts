import { describe, expect, it } from 'vitest'
import { demoSet } from '#core/edits/demo'
import { NOTHING_LEARNED } from '#core/calibration/calibration'
import { calibratedLighting } from '#core/evaluation/calibratedLighting'
import { evaluate } from '#core/evaluation/evaluation'
import { lightingSolver } from '#core/evaluation/lightingSolver'
import { probesOf } from '#core/evaluation/probes/probes'
import type { AreaTarget, Look, StudioSet } from '#core/model/schema'
import { DRAFT_QUALITY } from '#core/physics/transport/stage'
import { expectWithin } from '#support/tolerance'
import { validationErrors } from '#core/validation/validation'
import { solvedPowers } from '../../cli/commands/solve'

const pool = (xM: number, depthStops = 3): AreaTarget => ({ kind: 'pool', xM, heightM: 1.4, radiusM: 0.6, depthStops })
const withAreas = (set: StudioSet, ...areas: AreaTarget[]): StudioSet => ({
  ...set,
  looks: [{ ...set.looks[0]!, areas }, ...set.looks.slice(1)],
})

describe('what the command line answers', () => {
  it('counts areas: two wide reflectors make no pool of three stops', async () => {
    const set = withAreas(demoSet(), pool(0))
    const answer = await solvedPowers(set, set.looks[0]!)
    expect(answer.isReached).toBe(false)
  })
})

describe('an evaluation', () => {
  const solve = lightingSolver(DRAFT_QUALITY)
  const lookOf = (set: StudioSet, id: string) => set.looks.find(look => look.id === id)!

  it('judges the pool of each look at that look\u2019s own place', async () => {
    const demo = demoSet()
    const [first] = demo.looks
    const set: StudioSet = {
      ...demo,
      looks: [
        { ...first!, areas: [pool(0)] },
        { ...first!, id: 'second', name: 'Second', areas: [pool(0.8)] },
      ],
    }
    const { layers } = (await solve(set))!
    const depthIn = (look: Look) =>
      evaluate(set, look, calibratedLighting(set, layers, NOTHING_LEARNED)).areas[0]!.measured
    // The same pools of a set that has but the one look.
    const alone = async (xM: number) => {
      const single = withAreas(demo, pool(xM))
      return evaluate(
        single,
        single.looks[0]!,
        calibratedLighting(single, (await solve(single))!.layers, NOTHING_LEARNED),
      ).areas[0]!.measured
    }
    expectWithin(depthIn(lookOf(set, first!.id)), await alone(0), 1e-9)
    expectWithin(depthIn(lookOf(set, 'second')), await alone(0.8), 1e-9)
    expect(Math.abs((await alone(0)) - (await alone(0.8)))).toBeGreaterThan(0.02)
  })

  it('takes a place whose light was not worked out for an error, not for darkness', async () => {
    const set = demoSet()
    const { layers } = (await lightingSolver(DRAFT_QUALITY, of => probesOf(of, 'judged'))(set))!
    const evaluation = evaluate(set, set.looks[0]!, calibratedLighting(set, layers, NOTHING_LEARNED))
    expect(() => evaluation.at('sense/nose-left')).toThrow(/not worked out at "sense\/nose-left"/)
    expect(() => evaluation.at('nowhere')).toThrow(/no probe "nowhere"/)
    expect(evaluation.at('backdrop/middle').stops).toBeGreaterThan(-2)
  })

  it('drops no area for want of its points', async () => {
    const bare = demoSet()
    const { layers } = (await solve(bare))!
    const set = withAreas(bare, { kind: 'even', withinStops: 0.1 })
    expect(() => evaluate(set, set.looks[0]!, calibratedLighting(bare, layers, NOTHING_LEARNED)).areas).toThrow(
      /not worked out/,
    )
  })
})

describe('the border', () => {
  it('takes no two things of one name, of whatever kind', () => {
    const set = demoSet()
    const twins = {
      ...set,
      lights: set.lights.map((light, index) => (index === 1 ? { ...light, id: set.subjects[0]!.id } : light)),
      looks: set.looks.map(look => ({
        ...look,
        lights: { ...look.lights, [set.subjects[0]!.id]: look.lights[set.lights[1]!.id]! },
      })),
    }
    const { [set.lights[1]!.id]: _gone, ...lights } = twins.looks[0]!.lights
    expect(validationErrors({ ...twins, looks: [{ ...twins.looks[0]!, lights }] })).not.toEqual([])
  })

  it('takes no way of holding the meter at a point that is not there', () => {
    expect(
      validationErrors({ ...demoSet(), holds: { 'own/gone': { receptor: 'dome', looks: 'surface' } } }),
    ).not.toEqual([])
  })

  it('takes nothing learned of a light that is not there', () => {
    expect(validationErrors({ ...demoSet(), frozen: { lightStops: { gone: 1 }, bounceStops: 0 } })).not.toEqual([])
  })
})
