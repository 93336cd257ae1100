import { luminance } from '../physics/units/rgb'
import { beforeAll, describe, expect, it } from 'vitest'
import { aFrame } from '#support/readings'
import { expectWithin } from '#support/tolerance'
import { SRGB_RESPONSE } from '../camera/response'
import type { Learned } from '../calibration/calibration'
import { NOTHING_LEARNED } from '../calibration/calibration'
import { demoSet } from '../edits/demo'
import { changeSettings } from '../edits/edits'
import { lightingSolver } from '../evaluation/lightingSolver'
import { meterPoints } from '../evaluation/probes/points'
import { solveLook } from '../solve/lookPowers'
import { calibratedLighting, learnedOf, calibrationOf } from '../evaluation/calibratedLighting'
import { framePoints } from '../evaluation/probes/framePoints'
import { readingPoints } from '../evaluation/probes/readingPoints'
import { evaluate } from '../evaluation/evaluation'
import type { LightLayer } from '../physics/transport/lightLayer'
import { dropFrame, frameReadings, isOfFrame, keepFrame } from './frameReadings'
import { darkThirdWords, frameVerdictWords } from '#wording/frameVerdict'
import { darkestThird, framePointTones, frameVerdict } from './frameVerdict'
import type { PlaceReading } from './reading/places'

const set = { ...demoSet(), camera: { ...demoSet().camera, veilingGlare: 0 } }
const look = set.looks[0]!
const camera = { fNumber: 10, shutterS: 1 / 125, iso: 100 }
const frame = aFrame({ lights: look.lights, camera })
let layers: LightLayer[]
beforeAll(async () => {
  layers = (await lightingSolver(undefined, readingPoints)(set))!.layers
})

/** What a faultless frame shows of lamps that give other than the plan says. */
const placesOf = (learned: Learned, overStops = 0): Record<string, PlaceReading> =>
  Object.fromEntries(
    framePoints(set).map(point => {
      const stops = evaluate(set, look, { layers, learned }, camera).read(point).stops + overStops
      const value = SRGB_RESPONSE.valueFromLinear(luminance(point.reflectance!) * 2 ** stops)
      return [point.id, { value, stops, isClipped: value >= 254.5, isThere: true }]
    }),
  )

describe('a frame as readings', () => {
  it('teaches what the backdrop lights really give, together with the others', () => {
    const truth: Learned = { lightStops: { 'backdrop-left': -0.6, 'backdrop-right': -0.2 }, bounceStops: 0 }
    const kept = keepFrame(set, frame, frameReadings(set, look, frame, placesOf(truth, -0.3), { layers }))
    expect(kept.readings.length).toBeGreaterThan(8)
    const { read } = evaluate(kept, look, calibratedLighting(kept, layers, learnedOf(kept, look)), camera)
    for (const point of framePoints(set)) {
      expectWithin(read(point).stops, placesOf(truth, -0.3)[point.id]!.stops, 0.06)
    }
    const { lightStops } = calibrationOf(kept).learned
    // Two lamps that cross can hardly be told apart by one frame. Most of what they lack together is theirs, the rest
    // stays with the place.
    const together = (lightStops['backdrop-left']! + lightStops['backdrop-right']!) / 2
    expect(together).toBeLessThan(-0.45)
    expect(together).toBeGreaterThan(-0.75)
  })

  it('says only "at least" where it clips, and nothing where the plan has more already', () => {
    const bright: Learned = { lightStops: { 'backdrop-left': 1, 'backdrop-right': 1 }, bounceStops: 0 }
    const clipped = Object.fromEntries(
      Object.entries(placesOf(bright)).map(([id, place]) => [
        id,
        { ...place, stops: Math.min(place.stops, 0.18), isClipped: true },
      ]),
    )
    const low = frameReadings(set, look, frame, clipped, { layers })
    const high = frameReadings(set, look, { ...frame, camera: { ...camera, fNumber: 4 } }, clipped, { layers })
    expect(low.length).toBeGreaterThan(high.length)
    expect(high).toEqual([])
  })

  it('gives way to what is read of it anew, and goes with it', () => {
    const readings = frameReadings(set, look, frame, placesOf(NOTHING_LEARNED), { layers })
    const once = keepFrame(set, frame, readings)
    const again = keepFrame(once, { ...frame, note: 'again' }, readings.slice(0, 3))
    expect(again.frames.map(({ note }) => note)).toEqual(['again'])
    expect(again.readings.filter(reading => isOfFrame(reading, frame.id)).length).toBe(3)
    // Read anew through another curve after a lamp was moved: the figure is new, what the plan gave then is not.
    const [first] = readings
    const moved = keepFrame(once, frame, [{ ...first!, fNumber: 11, lights: {} }])
    expect(moved.readings.find(({ id }) => id === first!.id)).toMatchObject({ fNumber: 11, lights: first!.lights })
    expect(dropFrame(again, frame.id)).toEqual(set)
  })
})

describe('what a frame says', () => {
  const points = meterPoints(set)
  const said = (verdict: ReturnType<typeof frameVerdict>) => frameVerdictWords(set.lights, verdict)
  const at = (left: number, middle: number, right: number) =>
    framePointTones(set, look, points, { 'backdrop/left': left, 'backdrop/middle': middle, 'backdrop/right': right })

  it('is on target at a tenth of a stop off, and not past it', () => {
    const [tone] = at(248, 250, 246)
    const verdict = (offStops: number) => frameVerdict(set, look, [{ ...tone!, offStops }], undefined).state
    expect([-0.1, 0.1, 0.1001, -0.1001].map(verdict)).toEqual(['on-target', 'on-target', 'off', 'off'])
  })

  it('is on target within a tenth of a stop, and else what to turn', () => {
    const fine = frameVerdict(set, look, at(248, 250, 246), undefined)
    expect(fine.state).toBe('on-target')
    expect(said(fine)).toBe('On target: backdrop 246 to 250.')
    const settings = changeSettings(set, look.id, {
      'backdrop-left': { on: true, powerStops: -1 },
      'backdrop-right': { on: true, powerStops: -1 },
    }).looks[0]!.lights
    const off = frameVerdict(set, look, at(231, 231, 231), { settings, isReached: true })
    expect(off.state).toBe('off')
    expect(said(off)).toMatch(/^Backdrop 231, wants 250: (add|take) .*both backdrop lights\.$/)
    expect(
      frameVerdict(
        set,
        { ...look, targets: {} },
        framePointTones(set, { ...look, targets: {} }, points, { 'backdrop/middle': 200 }),
        undefined,
      ),
    ).toMatchObject({ state: 'no-target' })
    expect(said(frameVerdict(set, look, [], undefined, 204))).toMatch(/^Backdrop 204 all over\. None of the places/)
  })

  it('takes a clipped backdrop for off where less is wanted', () => {
    const [tone] = at(255, 255, 255)
    expect(tone).toMatchObject({ isClipped: true })
    expect(
      said(
        frameVerdict(
          set,
          { ...look, targets: { 'backdrop/middle': { kind: 'value', value: 200 } } },
          framePointTones(set, { ...look, targets: { 'backdrop/middle': { kind: 'value', value: 200 } } }, points, {
            'backdrop/middle': 255,
          }),
          undefined,
        ),
      ),
    ).toMatch(/^Backdrop 255, clipped, wants 200/)
  })

  it('names the third that lags, and none where all are alike', () => {
    const cells = (left: number) => ({
      columns: 3,
      rows: 1,
      stops: [left, 0, 0],
      spreadStops: -left,
      acrossStops: 0,
      downStops: 0,
    })
    expect(darkThirdWords(darkestThird(cells(-0.2))!)).toBe('The left third is darker by 0.2 stop')
    expect(darkestThird(cells(-0.05))).toBeUndefined()
  })

  it('comes from powers that the plan finds once it has learned from it', () => {
    const truth: Learned = { lightStops: { 'backdrop-left': -0.5, 'backdrop-right': -0.5 }, bounceStops: 0 }
    const kept = keepFrame(set, frame, frameReadings(set, look, frame, placesOf(truth), { layers }))
    const answer = solveLook(evaluate(kept, look, calibratedLighting(kept, layers, learnedOf(kept, look)), camera), {
      fixedIds: ['key'],
    })
    const mended = { ...look, lights: answer.settings }
    for (const point of meterPoints(kept).filter(({ surface }) => surface === 'backdrop')) {
      const { stops } = evaluate(kept, mended, { layers, learned: truth }, camera).read(point)
      expectWithin(stops, Math.log2(SRGB_RESPONSE.linearFromValue(250) / 0.88), 0.12)
    }
  })
})
