import { describe, expect, it } from 'vitest'
import { NOTHING_LEARNED } from '../calibration/calibration'
import { demoSet } from '../edits/demo'
import { calibratedLighting } from '../evaluation/calibratedLighting'
import { evaluate } from '../evaluation/evaluation'
import { lightingSolver } from '../evaluation/lightingSolver'
import { ON_TARGET_STOPS } from '../evaluation/thresholds'
import { genericKit } from '../kit/genericKit'
import { inLook } from '../looks/inLook'
import { duplicateLook } from '../looks/lookEdits'
import { editInLook } from '../looks/overrides'
import { editLight } from '../edits/edits'
import { validationErrors } from '../validation/validation'
import { fitJob, fittingsFor } from './forJob'
import { worstMiss } from './misses'

const kit = genericKit()
const some = (lamps: string[], modifiers: string[]) => ({
  ...kit,
  lamps: kit.lamps.filter(({ what }) => lamps.includes(what.name)),
  modifiers: kit.modifiers.filter(({ what }) => modifiers.includes(what.kind)),
})
const learned = { white: NOTHING_LEARNED }
const ask = (lamps: string[], modifiers: string[], set = demoSet()) =>
  fittingsFor({ set, kit: some(lamps, modifiers), job: 'backdrop', learned })

describe('lights for a job', () => {
  it('are fitted in every look, also where one had its own, and nothing else is touched', () => {
    const { set, lookId } = duplicateLook(demoSet(), 'white', { name: 'Other' })
    const strip = kit.modifiers.find(({ what }) => what.kind === 'strip')!.what
    const own = editInLook(
      set,
      lookId,
      shown =>
        ['backdrop-left', 'key'].reduce(
          (next, id) => editLight(next, id, light => ({ ...light, modifier: strip })),
          shown,
        ),
      true,
    )
    const [lamp, modifier] = [kit.lamps[0]!.what, kit.modifiers[0]!.what]
    const fitted = fitJob(own, 'backdrop', lamp, modifier)
    for (const look of ['white', lookId])
      for (const light of inLook(fitted, look).lights.filter(({ job }) => job === 'backdrop'))
        expect(light).toMatchObject({ lamp, modifier })
    expect(inLook(fitted, lookId).lights.find(({ id }) => id === 'key')!.modifier).toEqual(strip)
    expect(fitted.lights.filter(({ job }) => job !== 'backdrop')).toEqual(
      own.lights.filter(({ job }) => job !== 'backdrop'),
    )
    expect(validationErrors(fitted)).toEqual([])
  })

  it('say what the stage then says: served, power left, evenness', async () => {
    const found = (await ask(['Flash head 400', 'Flash head 200'], ['reflector', 'softbox-medium']))!
    const asNow = found.filter(({ stands }) => stands === 2)
    expect(asNow).toHaveLength(4)
    for (const fitting of asNow) {
      const look = fitting.set.looks[0]!
      const { layers } = (await lightingSolver()(fitting.set))!
      const { misses, readouts } = evaluate(fitting.set, look, calibratedLighting(fitting.set, layers, NOTHING_LEARNED))
      // Few rays and a still aperture against all of them and one that follows: within what a click is.
      const missed = Math.max(0, Math.abs(worstMiss(misses)) - ON_TARGET_STOPS)
      expect(Math.abs(missed - fitting.missStops)).toBeLessThan(0.1)
      const across = readouts.filter(({ point }) => point.surface === 'backdrop').map(({ stops }) => stops)
      expect(Math.abs(Math.max(...across) - Math.min(...across) - fitting.unevenStops!)).toBeLessThan(0.08)
      const least = Math.min(...['backdrop-left', 'backdrop-right'].map(id => -look.lights[id]!.powerStops))
      expect(fitting.powerLeftStops).toBeCloseTo(least, 9)
    }
    // A head of a stop less light has about a stop less left, in the same modifier.
    const left = (name: string) =>
      asNow.find(({ lamp, modifier }) => lamp.name === name && modifier.kind === 'reflector')!.powerLeftStops
    expect(left('Flash head 400') - left('Flash head 200')).toBeCloseTo(2 * Math.log2(58 / 41), 0)
  })

  it('count what the kit lacks, what burns, and what does not go together', async () => {
    const found = (await ask(['Flash head 1000', 'Halogen lamp 650 W'], ['reflector', 'led-panel', 'ring-flash']))!
    const asNow = found.filter(({ stands }) => stands === 2)
    expect(asNow.map(({ lamp, modifier }) => `${lamp.kind} ${modifier.kind}`).toSorted()).toEqual([
      'continuous led-panel',
      'continuous reflector',
      'flash reflector',
      'flash ring-flash',
    ])
    for (const { lamp, watts, lampsMissing, minutes } of asNow) {
      expect(lampsMissing).toBe(1)
      expect(watts).toBe(lamp.kind === 'continuous' ? 1300 : undefined)
      expect(minutes).toBeGreaterThanOrEqual(8)
    }
    // One and four of each as well: watts and what is missing follow the number.
    for (const { stands, lamp, watts, lampsMissing, set } of found) {
      expect(set.lights.filter(({ job }) => job === 'backdrop')).toHaveLength(stands)
      expect([1, 2, 4]).toContain(stands)
      expect(lampsMissing).toBe(Math.max(0, stands - 1))
      if (lamp.kind === 'continuous') expect(watts).toBe(650 * stands)
      expect(validationErrors(set)).toEqual([])
    }
    expect(new Set(found.map(({ stands }) => stands))).toEqual(new Set([1, 2, 4]))
    const none = { ...demoSet(), lights: demoSet().lights.filter(({ job }) => job !== 'backdrop') }
    expect(await ask(['Flash head 200'], ['reflector'], none)).toEqual([])
  })
})
