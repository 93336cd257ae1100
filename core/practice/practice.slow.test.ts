import { describe, expect, it } from 'vitest'
import { lit, make, score } from '#support/exercises'
import { demoSet } from '../edits/demo'
import { KEY_SIDE } from '../model/placeIds'
import { modifierOfKind } from '../physics/sources/modifiers'
import { bestOrder, keepsTo, minutesOfOrder } from '../looks/order'
import type { OwnExercise } from './collection'
import { offBy } from './figures'
import { effectOf } from './kinds/effect'
import { isImpossible } from '../shared/impossible'
import { makeOwn } from './kinds/own'
import { missOf, minutesOfMoves, movedSet } from './kinds/moves'
import { explained } from './kinds/reading'
import { bestWays, isSet } from './kinds/ways'
import { bestAnswer, guessedAnswer, makeExercise, markAnswer, thumbAnswer } from './practice'
import { LEVELS, type Level, type Skill } from './skills'
import { judged } from './studio'

describe('every exercise that needs light', () => {
  const SKILLS: Skill[] = [
    'reading/open',
    'change/distance',
    'ratio/meter',
    'ratio/eye',
    'value/frame',
    'value/clipped',
    'fault/one',
    'fault/two',
    'frame/key',
    'frame/lights',
  ]
  it.each(SKILLS)('%s: its best answer is full marks, and the same seed makes the same', async skill => {
    for (const level of [1, 3, 5] as const) {
      const [one, other] = [
        await makeExercise({ skill, level, seed: 31 }, lit),
        await makeExercise({ skill, level, seed: 31 }, lit),
      ]
      expect(other).toEqual(one)
      expect(await score(one, await bestAnswer(one, lit))).toBe(1)
      expect(await score(one, { form: 'moves', moves: [] })).toBe(0)
    }
  })
})

describe('say the reading', () => {
  it('is the inverse square itself for a bare, small light straight ahead in a black room', async () => {
    for (const seed of [1, 2, 3, 4]) {
      const exercise = await make('reading/open', 1, seed, 'number')
      if (exercise.question.ask !== 'reading') throw new Error('another question')
      const { open, distanceM } = exercise.question
      expect(exercise.thumb).toBeCloseTo((open.fNumber * open.atM) / distanceM, 6)
      expect(Math.abs(offBy('f-number', exercise.thumb, exercise.right)!)).toBeLessThan(0.3)
    }
  })

  it('is less than that close to a large source: an even disc under a dome on its axis, in closed form', async () => {
    // Of L cos / r^2 over the disc, weighed by the dome's (1 + cos) / 2, against pi R^2 L / d^2 of a point: the
    // integral over rings of radius 0 to R, with s^2 = d^2 + R^2.
    const closed = (d: number, radius: number) => {
      const s = Math.hypot(d, radius)
      return (d ** 3 / radius ** 2) * (1 / d - 1 / s + (d / 2) * (1 / d ** 2 - 1 / s ** 2))
    }
    for (const seed of [2, 3, 4, 5]) {
      const exercise = await make('reading/size', 5, seed, 'number')
      const { set } = exercise.shown!
      const [key] = set.lights
      const front = { shape: 'disc', radiusM: 0.6 } as const
      const even = {
        ...modifierOfKind('octa'),
        front,
        halfIntensityDeg: 60,
        cutoff: null,
        housing: null,
        backSpill: null,
      }
      const evaluation = await judged(lit, { ...set, lights: [{ ...key!, modifier: even }] })
      const { because, distanceM } = explained(evaluation, key!.id, KEY_SIDE)
      const size = because.find(({ of }) => of === 'size')!.stops
      expect(Math.abs(size - Math.log2(closed(distanceM, 0.6)))).toBeLessThan(0.03)
      expect(size).toBeLessThan(-0.2)
      expect(offBy('f-number', exercise.thumb, exercise.right)).toBeGreaterThan(0.2)
    }
  })

  it('adds up: the parts that explain it make the whole', async () => {
    for (const skill of ['reading/open', 'reading/size', 'reading/room', 'reading/backdrop'] as const) {
      const exercise = await make(skill, 4, 9, 'number')
      if (exercise.question.ask !== 'reading') throw new Error('another question')
      const whole = exercise.because.reduce((sum, { stops }) => sum + stops, 0)
      expect(whole).toBeCloseTo(offBy('f-number', exercise.right, exercise.question.open.fNumber)!, 6)
    }
  })

  it('grows with the walls', async () => {
    const room = async (level: Level) =>
      (await make('reading/room', level, 5, 'number')).because.find(({ of }) => of === 'room')!.stops
    expect(await room(5)).toBeGreaterThan((await room(1)) + 0.3)
  })
})

describe('predict the change', () => {
  it('of ISO, or of the only light’s power, is none once the camera is set again', async () => {
    for (const [level, seed] of [
      [1, 1],
      [1, 2],
      [2, 3],
      [2, 4],
    ] as const) {
      const exercise = await make('change/camera', level, seed, 'number')
      expect(Math.abs(exercise.right)).toBeLessThan(1e-6)
    }
  })

  it('of the key brought nearer darkens the backdrop', async () => {
    for (const seed of [1, 2, 3, 4, 5]) {
      const exercise = await make('change/distance', 3, seed, 'number')
      if (exercise.question.ask !== 'change' || exercise.question.change.kind !== 'key-distance')
        throw new Error('another')
      const { fromM, toM } = exercise.question.change
      expect(Math.sign(exercise.right)).toBe(Math.sign(toM - fromM))
    }
  })

  it('is told by the two readings that it comes from', async () => {
    const exercise = await make('change/distance', 4, 3, 'number')
    const [key, backdrop] = exercise.because
    expect(backdrop!.stops - key!.stops).toBeCloseTo(exercise.right, 6)
  })
})

describe('what distance does', () => {
  it('passes through what was asked of, and falls as the light goes away', async () => {
    const exercise = await make('reading/room', 3, 9, 'number')
    const effect = (await effectOf(exercise, lit))!
    const readings = effect.steps.map(({ computed }) => computed)
    expect(readings.length).toBeGreaterThan(3)
    readings.slice(1).forEach((one, at) => expect(one).toBeLessThan(readings[at]!))
    const nearest = Math.min(...readings.map(one => Math.abs(offBy('f-number', one, exercise.right)!)))
    expect(nearest).toBeLessThan(0.02)
  })

  it('is told of exercises about distance alone', async () => {
    const change = await make('change/distance', 2, 4, 'number')
    expect((await effectOf(change, lit))!.of).toBe('backdrop')
    expect(await effectOf(await make('change/camera', 2, 4, 'number'), lit)).toBeUndefined()
  })
})

describe('set it', () => {
  it.each([
    ['set-it/power', 2],
    ['set-it/spill', 3],
    ['even/two', 4],
  ] as const)('%s: what it was made from sets it, and no way among the best takes longer', async (skill, level) => {
    const exercise = await make(skill, level, 12, 'moves')
    const missAfter = async (moves: Parameters<typeof movedSet>[1]) =>
      missOf(exercise.goal, await judged(lit, movedSet(exercise, moves)))
    expect(isSet(exercise, exercise.startMissStops)).toBe(false)
    expect(isSet(exercise, await missAfter(exercise.solution))).toBe(true)
    const ways = await bestWays(exercise, lit)
    expect(ways.length).toBeGreaterThan(0)
    for (const way of ways) {
      expect(isSet(exercise, await missAfter(way.moves))).toBe(true)
      expect(way.minutes).toBe(minutesOfMoves(exercise, way.moves))
    }
    expect(ways[0]!.minutes).toBeLessThanOrEqual(minutesOfMoves(exercise, exercise.solution))
    // A move more than needed costs its share of the mark.
    const best = ways[0]!.moves
    const again = best.find(move => exercise.offers[move.offer]!.kind === 'power') ?? exercise.solution[0]!
    const [full, longer] = [
      await score(exercise, { form: 'moves', moves: best }),
      await score(exercise, { form: 'moves', moves: [...best, again] }),
    ]
    expect(full).toBe(1)
    expect(longer).toBeLessThan(1)
  })

  it('is compared move by move: each has what it cost and how far off it left the set', async () => {
    const exercise = await make('set-it/power', 4, 12, 'moves')
    const { steps, ways, minutes, missStops } = await markAnswer(
      exercise,
      { form: 'moves', moves: exercise.solution },
      lit,
    )
    expect(steps!.map(({ move }) => move)).toEqual(exercise.solution)
    expect(steps!.at(-1)).toMatchObject({ minutes, missStops })
    for (const row of [steps!, ...ways!.map(way => way.steps)]) {
      row.slice(1).forEach((step, at) => expect(step.minutes).toBeGreaterThan(row[at]!.minutes))
      expect(isSet(exercise, row.at(-1)!.missStops)).toBe(true)
    }
  })

  it('takes no move that was not offered', async () => {
    const exercise = await make('set-it/power', 1, 3, 'moves')
    expect(movedSet(exercise, [{ offer: 99 }])).toBe(exercise.set)
    expect(minutesOfMoves(exercise, [{ offer: -1, powerStops: 0 }])).toBe(0)
  })
})

describe('the day', () => {
  it('has the best order that there is, by trying all', async () => {
    const every = (items: number[]): number[][] =>
      items.length < 2
        ? [items]
        : items.flatMap(one => every(items.filter(other => other !== one)).map(rest => [one, ...rest]))
    for (const level of LEVELS) {
      const exercise = await make('day/order', level, 8, 'order')
      const allowed = every([0, 1, 2, 3, 4]).filter(order => exercise.conditions.every(one => keepsTo(order, one)))
      const least = Math.min(...allowed.map(order => minutesOfOrder(exercise.minutes, order)))
      expect(exercise.leastMinutes).toBeCloseTo(least, 6)
      expect(bestOrder(exercise.minutes, exercise.conditions)!.minutes).toBeCloseTo(least, 6)
      for (const order of allowed)
        expect(await score(exercise, { form: 'order', order })).toBeLessThanOrEqual(
          minutesOfOrder(exercise.minutes, order) <= least + 1e-6 ? 1 : 0.9999,
        )
      expect(await score(exercise, { form: 'order', order: [0, 0, 1, 2, 3] })).toBe(0)
    }
  })
})

describe('an exercise of one’s own', () => {
  const own = (changes: Partial<OwnExercise>): OwnExercise => ({
    kind: 'own',
    ask: 'reading',
    title: 'Own',
    notes: '',
    set: { ...demoSet(), looks: demoSet().looks.slice(0, 1) },
    pointId: 'backdrop/middle',
    seed: 4,
    ...changes,
  })

  it.each(['reading', 'value', 'set-it', 'fault'] as const)('%s of the demo set can be answered', async ask => {
    const made = await makeOwn(own({ ask }), lit)
    expect(await score(made, await bestAnswer(made, lit))).toBe(1)
    for (const answer of [thumbAnswer(made), guessedAnswer(made, 1)])
      expect(await score(made, answer)).toBeLessThanOrEqual(1)
  })

  it('that cannot be one says why', async () => {
    const dark = { ...demoSet(), looks: demoSet().looks.slice(0, 1) }
    const off = {
      ...dark,
      looks: dark.looks.map(look => ({
        ...look,
        lights: Object.fromEntries(Object.entries(look.lights).map(([id, one]) => [id, { ...one, on: false }])),
      })),
    }
    await expect(makeOwn(own({ set: off }), lit)).rejects.toSatisfy(isImpossible)
    await expect(makeOwn(own({ ask: 'set-it', set: off }), lit)).rejects.toThrow(
      expect.objectContaining({ name: 'no-backdrop-light' }),
    )
    await expect(makeOwn(own({ pointId: 'own/gone' }), lit)).rejects.toThrow(
      expect.objectContaining({ name: 'no-place', message: 'own/gone' }),
    )
  })
})
