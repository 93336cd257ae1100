import { luminance } from '../physics/units/rgb'
import { describe, expect, it } from 'vitest'
import { SRGB_RESPONSE } from '../camera/response'
import { demoSet } from '../edits/demo'
import { meterPoints } from '../evaluation/probes/points'
import type { LightSetting } from '../model/schema'
import { stopsFromValue, valueFromStops } from '../camera/backdropTone'
import type { Readout } from '../evaluation/readout'
import type { LookAnswer } from './lookPowers'
import { saidVerdict } from '#wording/verdict'

const set = demoSet()
const look = set.looks[0]!
const camera = { fNumber: 8, shutterS: 1 / 125, iso: 100 }
const points = meterPoints(set).filter(point => point.isEssential)
const WANTED = stopsFromValue(250, 0.88, SRGB_RESPONSE)

/** Readouts that miss their targets by so many stops: subject, left, middle, right. */
const missing = (misses: number[]): Readout[] =>
  points.map((point, index) => {
    const targetStops = point.surface === 'subject' ? 0 : WANTED
    const stops = targetStops + misses[index]!
    return {
      point,
      parts: [{ lightId: 'key', directLuxS: 200, bouncedLuxS: 0 }],
      roomLuxS: 0,
      fNumber: 8,
      stops,
      targetStops,
      missStops: misses[index]!,
      value:
        point.reflectance === undefined
          ? undefined
          : valueFromStops(stops, luminance(point.reflectance), SRGB_RESPONSE),
    }
  })
const answering = (changes: Record<string, LightSetting>, missStops: number[], isReached: boolean): LookAnswer => ({
  settings: { ...look.lights, ...changes },
  misses: missStops.map((stops, index) => ({ of: { kind: 'point', point: points[index]! }, isHard: true, stops })),
  isReached,
  cost: 0,
})
const both = (powerStops: number) => ({
  'backdrop-left': { on: true, powerStops },
  'backdrop-right': { on: true, powerStops },
})
/** A verdict looks at these parts of an evaluation. */
const state = { set, look, camera, areas: [] }
const verdict = (misses: number[], answer: LookAnswer) => saidVerdict({ ...state, readouts: missing(misses) }, answer)

describe('the verdict', () => {
  it('names the middle, what it renders, what was wanted and the smallest change', () => {
    const answer = answering(both(-1.7), [0, 0, 0, 0], true)
    expect(verdict([0, -0.3, -0.28, -0.31], answer)).toMatchObject({
      state: 'mend',
      headline: 'Backdrop middle 229, wanted 250: add 0.3 stop to both backdrop lights.',
      mend: answer.settings,
    })
  })

  it('is content inside a tenth of a stop and offers nothing to press', () => {
    const content = verdict([0.05, -0.09, 0.02, 0.04], answering({}, [0.05, -0.09, 0.02, 0.04], true))
    expect(content.state).toBe('on-target')
    expect(content.headline).toBe('On target: backdrop 243 to 253 from left to right, subject at the camera setting.')
    expect(content.mend).toBeUndefined()
  })

  it('names the worst side where one is clearly worse, and the subject where only it is off', () => {
    expect(verdict([0, 0.02, 0.05, -0.6], answering(both(-1.9), [0, 0, 0, 0], true)).headline).toMatch(
      /^Backdrop right 208, wanted 250/,
    )
    expect(verdict([0.4, 0, 0, 0], answering({ key: { on: true, powerStops: -2 } }, [0, 0, 0, 0], true)).headline).toBe(
      'Subject key side +0.4 against the camera setting: take 0.4 stop off the key.',
    )
  })

  it('says what binds: unevenness, lamps at full, or spill', () => {
    const uneven = verdict([0, 0.3, -0.3, 0.3], answering(both(-2.1), [0, 0.22, -0.22, 0.2], false))
    expect(uneven.headline).toContain('power cannot even it: at best left stays 0.2 stop over and middle 0.2 under')
    expect(uneven.detail).toContain('turn them toward its darker part')
    const weak = verdict([0, -2.2, -2.2, -2.2], answering(both(0), [0, -0.7, -0.7, -0.7], false))
    expect(weak.headline).toContain('with both backdrop lights at full it stays 0.7 stop short')
    expect(weak.detail).toMatch(/Missing: 0\.7 stop\. Open the camera to about f\/6\.3/)
    const spill = verdict(
      [0, 3, 3, 3],
      answering(
        { 'backdrop-left': { on: false, powerStops: -2 }, 'backdrop-right': { on: false, powerStops: -2 } },
        [0, 1.4, 1.5, 1.4],
        false,
      ),
    )
    expect(spill.headline).toContain('spill of the key keeps it 1.5 stops too bright')
    expect(spill.detail).toContain('Nearest: switch both backdrop lights off.')
    expect(spill.state).toBe('short')
  })

  it('asks for a target where there is none', () => {
    const bare = missing([0, 0, 0, 0]).map(readout => ({ ...readout, targetStops: undefined, missStops: undefined }))
    expect(
      saidVerdict({ ...state, look: { ...look, targets: {} }, readouts: bare }, answering({}, [], true)).state,
    ).toBe('no-target')
  })
})
