import { describe, expect, it } from 'vitest'
import { rigSet } from '#support/rigSet'
import {
  channelsOf,
  intensityHeard,
  intensityLevel,
  lookChannels,
  mixOf,
  putLevel,
  slotsOf,
  withinRig,
} from './channels'
import { levelFor, lightAt } from './dimmerCurve'
import { nextFixture, patchFaults, PLAIN_FIXTURE, proposedPatch, spanOf, universesOf } from './patching'
import { makePlayback } from './playback'
import { changeFixtures, changeRows } from '../edits/rigEdits'
import { removeThings } from '../edits/factories'
import { checkSet } from '../formats/setFile'
import { NO_RIG_FAULTS, rigColours, slotsOfLook } from '../bench/trueRig'
import { fitGel } from '../edits/edits'
import { emitterOf } from '../scene/scene'
import { xorshift } from '#support/xorshift'
import { NO_RIG, PERSONALITIES, type DimmerCurve, type Fixture } from '../model/rigSchema'
import { demoSet } from '../edits/demo'
import { unreadTold } from '#wording/refusals/told'

const fixture = (changes: Partial<Fixture> = {}): Fixture => ({ ...PLAIN_FIXTURE, universe: 1, address: 1, ...changes })
const bytesOf = ({ slots }: { slots: 1 | 2 }, level: number): number[] => {
  const into = new Uint8Array(slots)
  putLevel(into, { address: 1, slots }, level)
  return [...into]
}
const levelOfBytes = (bytes: readonly number[]) =>
  intensityHeard(fixture({ personality: bytes.length === 2 ? 'intensity-16' : 'intensity-8' }), bytes)
const MEASURED: DimmerCurve = { kind: 'measured', shares: [0, 0.05, 0.05, 0.4, 1] }
const CURVES: DimmerCurve[] = [{ kind: 'linear' }, { kind: 'square' }, MEASURED]

describe('a dimmer curve', () => {
  it.each(CURVES)('of kind $kind is undone by its inverse, never falls, and ends at full', curve => {
    let before = -1
    for (let step = 0; step <= 200; step++) {
      const light = lightAt(curve, step / 200)
      expect(light).toBeGreaterThanOrEqual(before)
      before = light
      expect(lightAt(curve, levelFor(curve, light))).toBeCloseTo(light, 12)
    }
    expect([lightAt(curve, 0), lightAt(curve, 1), levelFor(curve, 0), levelFor(curve, 1)]).toEqual([0, 1, 0, 1])
  })

  it('gives a stop where a square one is turned by half a stop of level', () => {
    expect(Math.log2(lightAt({ kind: 'square' }, 1) / lightAt({ kind: 'square' }, 2 ** -0.5))).toBeCloseTo(1, 12)
  })

  it('that falls, or does not end at full, is refused', () => {
    for (const shares of [
      [0, 0.5, 0.4, 1],
      [0, 0.5, 0.9],
    ])
      expect(checkSet(changeFixtures(rigSet(), { key: fixture({ curve: { kind: 'measured', shares } }) })).ok).toBe(
        false,
      )
  })
})

describe('what a fixture is sent', () => {
  const [light] = rigSet().lights
  const on = (powerStops: number) => ({ on: true, powerStops })

  it('has as many slots as its personality, one after another from its address', () => {
    for (const personality of PERSONALITIES) {
      const channels = channelsOf(fixture({ personality, address: 101 }), light!, on(-1))
      expect(channels.reduce((sum, { slots }) => sum + slots, 0)).toBe(slotsOf(personality))
      let next = 101
      for (const { address, slots } of channels) {
        expect(address).toBe(next)
        next += slots
      }
    }
  })

  it('halves its light for each stop, in 8 bits to half a step and in 16 to a ten-thousandth of a stop', () => {
    for (const stops of [0, -1, -2.35, -6]) {
      const level = intensityLevel(fixture(), on(stops))
      expect(Math.abs(255 * 2 ** stops - bytesOf({ slots: 1 }, level)[0]!)).toBeLessThanOrEqual(0.5)
      expect(Math.abs(Math.log2(levelOfBytes(bytesOf({ slots: 2 }, level))) - stops)).toBeLessThan(1e-3)
    }
    expect(bytesOf({ slots: 2 }, 0.5)).toEqual([128, 0])
  })

  it('stays between the levels of the lamp while it burns, and is 0 when it does not', () => {
    const kept = fixture({ leastLevel: 0.1, mostLevel: 0.8 })
    expect([on(0), on(-9), { on: false, powerStops: 0 }].map(one => intensityLevel(kept, one))).toEqual([0.8, 0.1, 0])
  })

  it('is asked for no more than its lamp may give', () => {
    const set = changeFixtures(rigSet(), {
      key: fixture({ leastLevel: 0.1, mostLevel: 0.5, curve: { kind: 'square' } }),
    })
    const settings = Object.fromEntries(set.lights.map(({ id }) => [id, on(0)]))
    expect(withinRig(set, settings).key!.powerStops).toBeCloseTo(-2, 12)
    expect(withinRig(set, settings)['backdrop-left']).toEqual(on(0))
    expect(withinRig(set, { ...settings, key: on(-11) }).key!.powerStops).toBeCloseTo(Math.log2(0.01), 12)
    expect(withinRig(set, { ...settings, key: { on: false, powerStops: 0 } }).key).toEqual({ on: false, powerStops: 0 })
    // What is asked for is what is sent.
    for (const [id, setting] of Object.entries(withinRig(set, settings)))
      expect(lightAt(set.rig.fixtures[id]!.curve, intensityLevel(set.rig.fixtures[id]!, setting))).toBeCloseTo(
        2 ** setting.powerStops,
        12,
      )
  })

  it('mixes the colour of a gel, with the light that the gel would take away left out', () => {
    const gelled = { ...light!, gel: { name: 'amber', transmittance: [0.8, 0.4, 0.1] as const } }
    expect(mixOf(gelled).map(share => Number(share.toFixed(6)))).toEqual([0.8, 0.4, 0.1])
    const sent = channelsOf(fixture({ personality: 'intensity-rgb' }), gelled, on(0)).map(({ level }) => level)
    expect(sent.map(level => Number(level.toFixed(6)))).toEqual([1, 0.8, 0.4, 0.1])
  })

  it('of 200 colours at random is the light that the plan has, to the step of eight bits, and black is dark', () => {
    const rgb = { personality: 'intensity-rgb' } as const
    const set = changeFixtures(rigSet(), { key: fixture(rgb) })
    const draw = xorshift(11)
    const hues = [[0, 0, 0], ...Array.from({ length: 200 }, () => [draw(), draw(), draw()])] as [
      number,
      number,
      number,
    ][]
    for (const transmittance of hues) {
      const mixed = fitGel(set, 'key', { name: 'mixed', transmittance })
      const { lights } = mixed.looks[0]!
      const heard = rigColours(mixed, slotsOfLook(mixed, lights), { seed: 1, faults: NO_RIG_FAULTS })
      const [planned, given, white] = [mixed, heard, set].map(one => emitterOf(one.lights[0]!, one).intensity)
      for (const channel of [0, 1, 2] as const)
        expect(Math.abs(planned![channel] - given![channel]) / white![channel]).toBeLessThanOrEqual(1 / 255)
      if (transmittance.every(share => share === 0)) expect(given).toEqual([0, 0, 0])
    }
  })

  it('turns colour temperature between the two ends of the fixture, whichever comes first', () => {
    const level = (temperatureK: [number, number], cctK: number) =>
      channelsOf(
        fixture({ personality: 'intensity-temperature', temperatureK }),
        { ...light!, lamp: { ...light!.lamp, cctK } },
        on(0),
      )[1]!.level
    expect([
      level([2700, 6500], 2700),
      level([2700, 6500], 4600),
      level([6500, 2700], 2700),
      level([2700, 6500], 9000),
    ]).toEqual([0, 0.5, 1, 1])
  })

  it('is nothing for flash heads and for lamps that are not patched', () => {
    expect(lookChannels(demoSet(), demoSet().looks[0]!.lights)).toEqual([])
    const set = changeFixtures(rigSet(), { key: null })
    expect(lookChannels(set, set.looks[0]!.lights)).toHaveLength(set.lights.length - 1)
  })
})

describe('a patch', () => {
  it('is proposed by tens or packed, without a fault, and goes on in the next universe', () => {
    const set = changeFixtures(rigSet(), { key: fixture({ personality: 'intensity-rgb' }) })
    const many = {
      ...set,
      lights: Array.from({ length: 130 }, (_, index) => ({
        ...set.lights[0]!,
        id: index === 0 ? 'key' : `l-${index}`,
      })),
    }
    const tens = proposedPatch(many, 'tens')
    expect(Object.values(tens).every(({ address }) => address % 10 === 1)).toBe(true)
    expect(universesOf({ fixtures: tens })).toEqual([1, 2, 3])
    const packed = proposedPatch(many, 'packed')
    expect(
      Object.values(packed)
        .slice(0, 3)
        .map(({ address }) => address),
    ).toEqual([1, 5, 6])
    for (const fixtures of [tens, packed]) expect(patchFaults({ fixtures })).toEqual([])
    // No gap is left in a packed one.
    expect(spanOf(Object.values(packed).at(-1)!).last).toBe(4 + 129)
  })

  it('says which slots collide and which reach past 512', () => {
    const fixtures = {
      a: fixture({ address: 510, personality: 'intensity-rgb' }),
      b: fixture({ address: 512 }),
      c: fixture({ universe: 2, address: 512 }),
    }
    expect(patchFaults({ fixtures })).toEqual([
      { kind: 'overrun', lightId: 'a', lastSlot: 513 },
      { kind: 'collision', lightIds: ['a', 'b'], universe: 1, slot: 512 },
    ])
  })

  it('takes the next lamp in behind the last slot, or in the next universe', () => {
    expect(nextFixture(NO_RIG)).toMatchObject({ universe: 1, address: 1 })
    expect(nextFixture({ fixtures: { a: fixture({ address: 40, personality: 'intensity-rgb' }) } })).toMatchObject({
      address: 44,
    })
    expect(nextFixture({ fixtures: { a: fixture({ address: 512 }) } })).toMatchObject({ universe: 2, address: 1 })
  })

  it('loses lamps that leave the set, and rows of one', () => {
    const ids = rigSet().lights.map(({ id }) => id)
    const set = changeRows(rigSet(), [{ name: 'Row 1', lightIds: [ids[1]!, ids[2]!] }])
    const after = removeThings(set, [ids[1]!])
    expect(Object.keys(after.rig.fixtures)).toEqual([ids[0], ids[2]])
    expect(after.rig.rows).toEqual([])
    expect(checkSet(after).ok).toBe(true)
    expect(unreadTold(checkSet({ ...after, rig: set.rig }), 'set')).toMatchObject({
      ok: false,
      message: expect.stringContaining('not there'),
    })
  })
})

describe('what goes out', () => {
  const channel = { universe: 1, address: 1, slots: 1, kind: 'intensity', level: 1 } as const

  it('moves straight from level to level, wherever a fade was broken off', () => {
    const playback = makePlayback()
    playback.play([channel], 10, 0)
    expect([0, 2500, 5000, 10_000, 20_000].map(ms => playback.slotsAt(1, ms)[0])).toEqual([0, 64, 128, 255, 255])
    playback.play([{ ...channel, level: 0 }], 4, 5000)
    expect([5000, 7000, 9000].map(ms => playback.slotsAt(1, ms)[0])).toEqual([128, 64, 0])
  })

  it('fades out what is not played any more', () => {
    const playback = makePlayback()
    playback.play([channel, { ...channel, address: 2 }], 0, 0)
    playback.play([channel], 2, 0)
    expect([...playback.slotsAt(1, 1000).slice(0, 2)]).toEqual([255, 128])
    expect([...playback.slotsAt(1, 2000).slice(0, 2)]).toEqual([255, 0])
  })

  it('fades sixteen bits as one figure', () => {
    const playback = makePlayback()
    playback.play([{ ...channel, slots: 2 }], 10, 0)
    for (let ms = 0; ms <= 10_000; ms += 37) {
      const level = levelOfBytes([...playback.slotsAt(1, ms).slice(0, 2)])
      expect(Math.abs(level - ms / 10_000)).toBeLessThan(1e-5)
    }
  })

  it('is darkened by master and blackout in its intensities alone', () => {
    const playback = makePlayback()
    playback.play([channel, { ...channel, address: 2, kind: 'colour', level: 0.4 }], 0, 0)
    playback.setMaster(0.5)
    expect([...playback.slotsAt(1, 0).slice(0, 2)]).toEqual([128, 102])
    playback.setBlackout(true)
    expect([...playback.slotsAt(1, 0).slice(0, 2)]).toEqual([0, 102])
  })
})
