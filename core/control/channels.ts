import { levelFor, lightAt } from './dimmerCurve'
import type { Fixture, Personality } from '../model/rigSchema'
import type { Light, LightSetting, StudioSet } from '../model/schema'
import { multiplyRgb, grey, type Rgb } from '../physics/units/rgb'
import { ratioFromStops, stopsFromRatio } from '../physics/units/stops'

/** Something that a desk sends: one slot, or two for a level of 16 bits, coarse before fine. */
export type Channel = {
  universe: number
  /** Its first slot, from 1. */
  address: number
  slots: 1 | 2
  /** A grand master and a blackout turn intensities alone. */
  kind: 'intensity' | 'colour'
  /** 0 to 1. */
  level: number
}

type Part = Pick<Channel, 'slots' | 'kind'>

const INTENSITY: Part = { slots: 1, kind: 'intensity' }
const COLOUR: Part = { slots: 1, kind: 'colour' }
const PARTS: Readonly<Record<Personality, readonly Part[]>> = {
  'intensity-8': [INTENSITY],
  'intensity-16': [{ slots: 2, kind: 'intensity' }],
  'intensity-temperature': [INTENSITY, COLOUR],
  'intensity-rgb': [INTENSITY, COLOUR, COLOUR, COLOUR],
}

/** Slots that a personality takes. */
export const slotsOf = (personality: Personality): number =>
  PARTS[personality].reduce((sum, { slots }) => sum + slots, 0)

/** Intensity level, 0 to 1, at which a lamp gives what its setting says, within the levels it is kept between. */
export const intensityLevel = ({ curve, leastLevel, mostLevel }: Fixture, setting: LightSetting): number =>
  setting.on ? Math.min(mostLevel, Math.max(leastLevel, levelFor(curve, ratioFromStops(setting.powerStops)))) : 0

/**
 * Shares of full red, green and blue, 0 to 1, in a lamp that mixes its colour: what its gel would let through, so that
 * the lamp gives the light that the plan computes. White is all three emitters at full.
 */
export const mixOf = ({ colour, gel }: Pick<Light, 'colour' | 'gel'>): Rgb => {
  const [red, green, blue] = multiplyRgb(colour, gel?.transmittance ?? grey(1))
  return [Math.min(1, red), Math.min(1, green), Math.min(1, blue)]
}

/** Level of a control of colour temperature, 0 at its first temperature and 1 at its second. */
const temperatureLevel = ({ temperatureK: [from, to] }: Fixture, kelvin: number): number =>
  from === to ? 0 : Math.min(1, Math.max(0, (kelvin - from) / (to - from)))

const levelsOf = (fixture: Fixture, light: Light, setting: LightSetting): number[] => {
  const intensity = intensityLevel(fixture, setting)
  if (fixture.personality === 'intensity-temperature') return [intensity, temperatureLevel(fixture, light.lamp.cctK)]
  if (fixture.personality === 'intensity-rgb')
    return [intensity, ...mixOf(light).map(share => levelFor(fixture.curve, share))]
  return [intensity]
}

/** What one fixture is sent. */
export const channelsOf = (fixture: Fixture, light: Light, setting: LightSetting): Channel[] => {
  const levels = levelsOf(fixture, light, setting)
  let { address } = fixture
  return PARTS[fixture.personality].map((part, index) => {
    const channel = { ...part, universe: fixture.universe, address, level: levels[index]! }
    address += part.slots
    return channel
  })
}

/** Lights that a desk can turn: flash heads have no open standard for it. */
export const dimmable = (set: Pick<StudioSet, 'lights'>): Light[] =>
  set.lights.filter(({ lamp }) => lamp.kind === 'continuous')

/** Lights that a desk turns, with the fixtures that they are. */
export const patched = (set: Pick<StudioSet, 'lights' | 'rig'>): { light: Light; fixture: Fixture }[] =>
  dimmable(set).flatMap(light => {
    const fixture = set.rig.fixtures[light.id]
    return fixture ? [{ light, fixture }] : []
  })

/** Everything that a desk sends for settings of the lights. @param set the set as their look shows it */
export const lookChannels = (set: StudioSet, settings: Readonly<Record<string, LightSetting>>): Channel[] =>
  patched(set).flatMap(({ light, fixture }) => channelsOf(fixture, light, settings[light.id]!))

/** Settings as the rig can give them: a patched lamp burns between the levels that it is kept between. */
export const withinRig = (
  set: StudioSet,
  settings: Readonly<Record<string, LightSetting>>,
): Record<string, LightSetting> => ({
  ...settings,
  ...Object.fromEntries(
    patched(set).flatMap(({ light, fixture }): [string, LightSetting][] => {
      const setting = settings[light.id]
      if (!setting?.on) return []
      const [least, most] = [fixture.leastLevel, fixture.mostLevel].map(level =>
        Math.max(-12, stopsFromRatio(lightAt(fixture.curve, level))),
      ) as [number, number]
      return [[light.id, { on: true, powerStops: Math.min(most, Math.max(least, setting.powerStops)) }]]
    }),
  ),
})

/** Writes a level into the slots of a universe, as far as they reach. */
export const putLevel = (
  into: Uint8Array,
  { address, slots }: Pick<Channel, 'address' | 'slots'>,
  level: number,
): void => {
  if (slots === 1) {
    into[address - 1] = Math.round(level * 255)
    return
  }
  const whole = Math.round(level * 65_535)
  into[address - 1] = whole >> 8
  into[address] = whole & 255
}

/** A light with the colour that the slots of a universe give it, where its fixture mixes or tunes colour. */
export const tintedBy = (light: Light, fixture: Fixture, slots: ArrayLike<number>): Light => {
  const shareAt = (slot: number) => (slots[fixture.address - 1 + slot] ?? 0) / 255
  if (fixture.personality === 'intensity-rgb')
    return {
      ...light,
      gel: null,
      colour: [1, 2, 3].map(slot => lightAt(fixture.curve, shareAt(slot))) as [number, number, number],
    }
  if (fixture.personality !== 'intensity-temperature') return light
  const [from, to] = fixture.temperatureK
  return { ...light, lamp: { ...light.lamp, cctK: from + (to - from) * shareAt(1) } }
}

/** The level, 0 to 1, that the slots of a universe say of a fixture's intensity; dark where they say nothing. */
export const intensityHeard = ({ personality, address }: Fixture, slots: ArrayLike<number>): number => {
  const [first, second] = [slots[address - 1] ?? 0, slots[address] ?? 0]
  return PARTS[personality][0]!.slots === 1 ? first / 255 : (first * 256 + second) / 65_535
}
