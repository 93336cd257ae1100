import { readFileSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import { solvedSet } from '#support/solvedSet'
import { expectWithin } from '#support/tolerance'
import { aReading } from '#support/readings'
import { measuredExposure } from '../calibration/compare'
import { demoSet } from '../edits/demo'
import { KEY_SIDE, SHADOW_SIDE } from '../model/placeIds'
import { SET_VERSION } from '../model/schema'
import { checkSet, parseSetFile, writeSetFile } from './setFile'
import { fileTold } from '#wording/refusals/told'

/** Files as each version really wrote them, of the demo of its day. */
const fileOf = (version: number): string =>
  readFileSync(new URL(`../../tests/fixtures/sets/version-${version}.json`, import.meta.url), 'utf8')
const opened = (text: string) => {
  const outcome = fileTold(parseSetFile(text))
  if (!outcome.ok) throw new Error(outcome.message)
  return outcome.value
}
const VERSIONS = Array.from({ length: SET_VERSION - 1 }, (_, index) => index + 1)

describe('a file of an older version', () => {
  it.each(VERSIONS)('%s opens, is of this version from then on, and opens again', version => {
    expect(JSON.parse(fileOf(version)).version).toBe(version)
    const { set } = opened(fileOf(version))
    const again = opened(writeSetFile(set, {}))
    expect(again.version).toBe(SET_VERSION)
    expect(again.set).toEqual(set)
    // What a browser kept of that day opens without any version written beside it.
    expect(checkSet(JSON.parse(fileOf(version)).set)).toEqual({ ok: true, value: set })
  })

  it.each(VERSIONS)(
    '%s still says what it said: where the light stands, how strong it is, what is wanted',
    async version => {
      const { set } = opened(fileOf(version))
      const before = JSON.parse(fileOf(version)).set
      expect(set.lights.map(({ place, aim }) => ({ place, aim }))).toEqual(
        before.lights.map(({ place, aim }: (typeof set.lights)[number]) => ({ place, aim })),
      )
      expect(set.looks[0]!.targets).toEqual(before.looks[0].targets)
      // No allowance for lamps that give less than their rating, no roll, no room light: all of that came later.
      expect(
        set.lights.map(({ lamp, rollDeg, modifier }) => [lamp.givesStops, rollDeg, modifier.tilt, modifier.lens]),
      ).toEqual(set.lights.map(() => [0, 0, null, null]))
      expect([set.room.ambient, set.holds, set.camera.falloff.use]).toEqual([null, {}, 'none'])
      const [old, now] = [await solvedSet(set), await solvedSet(demoSet())]
      expectWithin(2 * Math.log2(old.at(KEY_SIDE).fNumber / now.at(KEY_SIDE).fNumber), 0, 0.35)
    },
  )

  it('of version 6 wants a ratio where it wanted stops of the shadow side, and its readings stand for the same light', () => {
    const file = JSON.parse(fileOf(6))
    file.set.looks[0].targets[SHADOW_SIDE] = { kind: 'stops', stops: -2, firmness: 'wished' }
    file.set.looks[0].targets[KEY_SIDE] = { kind: 'stops', stops: 0.5 }
    const {
      looks: _l,
      meterName: _m,
      constant: _c,
      roomLuxS: _r,
      ...old
    } = { ...aReading({ receptor: 'dome', fNumber: 8, pointId: KEY_SIDE, lookId: 'white' }), looks: undefined }
    file.set.readings = [old]
    const { set } = opened(JSON.stringify(file))
    expect(set.looks[0]!.targets[SHADOW_SIDE]).toEqual({ kind: 'ratio', stops: -2.5, firmness: 'wished' })
    expect(set.readings[0]).toMatchObject({ receptor: 'dome', looks: null, constant: null, roomLuxS: 0 })
    // f/8 by a dome at ISO 100: 340 x 64 / 100 lux-seconds, as it was counted then.
    expectWithin(measuredExposure(set.readings[0]!), 217.6, 1e-9)
    // Once it is a ratio it stays one.
    expect(opened(writeSetFile(set, {})).set.looks[0]!.targets[SHADOW_SIDE]).toEqual({
      kind: 'ratio',
      stops: -2.5,
      firmness: 'wished',
    })
  })
})
