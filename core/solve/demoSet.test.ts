import { describe, expect, it } from 'vitest'
import { expectWithin } from '#support/tolerance'
import { mirroredLights } from '#support/mirrored'
import { solvedSet } from '#support/solvedSet'
import { demoSet } from '#core/edits/demo'
import { changeSettings, changeTargets, moveLight, moveSubject } from '#core/edits/edits'
import { lightDistance, placeAtDistance } from '#core/edits/distances'
import { BACKDROP_MIDDLE, KEY_SIDE } from '#core/model/placeIds'
import type { StudioSet } from '#core/model/schema'
import { solveLook } from '#core/solve/lookPowers'
import { saidVerdict } from '#wording/verdict'
import { toneChangeWords } from '#wording/toneChange'
import { grey } from '#core/physics/units/rgb'

const asking = (value: number): StudioSet =>
  changeTargets(
    demoSet(),
    'white',
    Object.fromEntries(['backdrop/left', BACKDROP_MIDDLE, 'backdrop/right'].map(id => [id, { kind: 'value', value }])),
  )

const ask = async (set: StudioSet) => {
  const { evaluation } = await solvedSet(set)
  const answer = solveLook(evaluation)
  return { answer, verdict: saidVerdict(evaluation, answer), camera: evaluation.camera }
}

const onlyKey = (set: StudioSet) =>
  changeSettings(set, 'white', {
    'backdrop-left': { on: false, powerStops: -2 },
    'backdrop-right': { on: false, powerStops: -2 },
  })

const withWalls = (level: number): StudioSet => {
  const set = demoSet()
  return {
    ...set,
    room: {
      ...set.room,
      reflectances: {
        back: grey(level),
        front: grey(level),
        left: grey(level),
        right: grey(level),
        floor: grey(level),
        ceiling: grey(level),
      },
    },
  }
}

describe('the demo set', () => {
  it('begins a little under white, with the key at 1.80 m and the change that mends it', async () => {
    const set = demoSet()
    expectWithin(lightDistance(set.lights[0]!, set).lengthM, 1.8, 0.01)
    const { verdict } = await ask(set)
    expect(verdict.state).toBe('mend')
    expect(verdict.headline).toMatch(/^Backdrop middle 2[23]\d, wanted 250: .*to both backdrop lights\.$/)
  })

  it.each([250, 200, 118])('reaches %s with power alone, in whole clicks', async value => {
    const { answer } = await ask(asking(value))
    expect(answer.isReached).toBe(true)
    answer.misses.forEach(({ stops }) => expectWithin(stops, 0, 0.1))
    const applied = changeSettings(asking(value), 'white', answer.settings)
    const { verdict } = await ask(applied)
    expect(verdict.state).toBe('on-target')
  })

  it.each([60, 12])('says what keeps %s out of reach', async value => {
    const { answer, verdict } = await ask(asking(value))
    expect(answer.isReached).toBe(false)
    expect(verdict.state).toBe('short')
    expect(verdict.headline).toMatch(/power cannot do it: spill of the key keeps it \d\.\d stops? too bright/)
    expect(answer.settings['backdrop-left']!.on || answer.settings['backdrop-right']!.on).toBe(false)
  })

  it('says what is missing when the backdrop lights are too weak', async () => {
    const set = asking(250)
    const weak = {
      ...set,
      lights: set.lights.map(light =>
        light.job === 'backdrop'
          ? {
              ...light,
              lamp: {
                ...light.lamp,
                output: { from: 'guide-number' as const, guideNumberM: 14, convention: 'metered' as const },
              },
            }
          : light,
      ),
    }
    const { verdict } = await ask(weak)
    expect(verdict.headline).toMatch(/with both backdrop lights at full it stays \d\.\d stops? short/)
    expect(verdict.detail).toContain('Open the camera')
  })

  it('loses its backdrop when the key comes closer, since the camera stops down', async () => {
    const set = demoSet()
    const near = moveLight(set, 'key', placeAtDistance(set.lights[0]!, set, 0.8)!)
    const [before, after] = [await solvedSet(set), await solvedSet(near)]
    const fell = after.at(BACKDROP_MIDDLE).stops - before.at(BACKDROP_MIDDLE).stops
    expect(fell).toBeLessThan(-1.2)
    expect(
      toneChangeWords(
        { readouts: before.readouts, cameraFNumber: before.camera.fNumber },
        { readouts: after.readouts, cameraFNumber: after.camera.fNumber },
        BACKDROP_MIDDLE,
      ),
    ).toMatch(
      new RegExp(
        `^Backdrop middle fell ${Number((-fell).toFixed(1))} stops .*stopped down with the key from f/10 to f/`,
      ),
    )
  })
})

describe('light in the room', () => {
  it('mirrors a mirrored set', async () => {
    const set = demoSet()
    const mirrored = {
      ...set,
      lights: mirroredLights(set.lights),
    }
    const [one, other] = [await solvedSet(set), await solvedSet(mirrored)]
    expectWithin(one.at('backdrop/left').stops, other.at('backdrop/right').stops, 0.03)
    expectWithin(one.at(KEY_SIDE).fNumber, other.at(KEY_SIDE).fNumber, 0.2)
  })

  // Common practice, no source: with the key alone, a backdrop further from the subject is darker; white walls fill,
  // black take away.
  it('darkens the backdrop with distance and lifts it with white walls', async () => {
    const close = (await solvedSet(onlyKey(moveSubject(demoSet(), 'sitter', 0, 2.4)))).at(BACKDROP_MIDDLE).stops
    const far = (await solvedSet(onlyKey(demoSet()))).at(BACKDROP_MIDDLE).stops
    expect(close).toBeGreaterThan(far)
    const [black, white] = [await solvedSet(onlyKey(withWalls(0.04))), await solvedSet(onlyKey(withWalls(0.85)))]
    expect(white.at(BACKDROP_MIDDLE).stops - black.at(BACKDROP_MIDDLE).stops).toBeGreaterThan(0.8)
  })

  it('is a weighted sum: a stop on the lamp is a stop of its light, and off is nothing', async () => {
    const set = onlyKey(demoSet())
    const lower = changeSettings(set, 'white', { key: { on: true, powerStops: -2.6 } })
    expectWithin(
      (await solvedSet(set)).at(KEY_SIDE).fNumber / (await solvedSet(lower)).at(KEY_SIDE).fNumber,
      Math.SQRT2,
      1e-9,
    )
    const dark = await solvedSet(changeSettings(set, 'white', { key: { on: false, powerStops: 0 } }))
    expect(dark.readouts.every(readout => readout.fNumber === 0 && Number.isFinite(readout.stops))).toBe(true)
  })

  it('survives a set without lights and one with thirty', async () => {
    const set = demoSet()
    const bare = { ...set, lights: [], looks: [{ ...set.looks[0]!, lights: {} }] }
    const { verdict } = await ask(bare)
    expect(verdict.state).toBe('short')
    expect(verdict.headline).toBe('No light is on in this look.')
    expect(verdict.detail).toContain('Add a light')
    const many = Array.from({ length: 30 }, (_, index) => ({
      ...set.lights[1]!,
      id: `light-${index}`,
      name: `L${index}`,
      place: { xM: -2.9 + index * 0.2, yM: 2, zM: 2 },
    }))
    const crowd = {
      ...set,
      lights: many,
      looks: [
        { ...set.looks[0]!, lights: Object.fromEntries(many.map(light => [light.id, { on: true, powerStops: -3 }])) },
      ],
    }
    const { readouts } = await solvedSet(crowd)
    expect(readouts.every(({ stops }) => Number.isFinite(stops))).toBe(true)
    expect(readouts.filter(({ point }) => point.surface === 'backdrop').every(({ stops }) => stops > 2)).toBe(true)
  })
})
