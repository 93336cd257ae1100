import { describe, expect, it } from 'vitest'
import { expectWithin } from '#support/tolerance'
import { demoSet } from '../edits/demo'
import { genericKit } from '../kit/genericKit'
import type { Light, StudioSet } from '../model/schema'
import { modifierOfKind } from '../physics/sources/modifiers'
import { causesOf, type Cause, type CauseContext } from './causes'
import type { Aspect, DeviationUnit } from './deviations'

const set = demoSet()
const look = set.looks[0]!
type Part = { lightId: string; directLuxS: number; bouncedLuxS: number }
const part = (lightId: string, directLuxS: number, bouncedLuxS = 0): Part => ({ lightId, directLuxS, bouncedLuxS })
const NO_LACK = {
  withoutLamp: [] as Light['job'][],
  lamps: 3,
  lampsWanted: 3,
  against: [] as unknown[],
  shortM: 0,
  panels: [] as string[],
  placeless: [] as Light['job'][],
  gels: [] as string[],
}

const context = ({
  lack = {},
  parts = {},
  settings = look.lights,
  tried = set,
  kit = genericKit(),
}: {
  lack?: Partial<typeof NO_LACK>
  parts?: Record<string, Part[]>
  settings?: typeof look.lights
  tried?: StudioSet
  kit?: ReturnType<typeof genericKit>
} = {}): CauseContext =>
  ({
    tried: {
      built: { lack: { ...NO_LACK, ...lack } },
      set: tried,
      settings,
      evaluation: { set: tried, at: (id: string) => ({ parts: parts[id] ?? [part('backdrop-left', 1)] }) },
    },
    question: { source: { set, look }, kit },
  }) as unknown as CauseContext

const UNITS: Partial<Record<Aspect, DeviationUnit>> = {
  'key-direction': 'degrees',
  softness: 'share',
  colour: 'delta-e',
}
const cause = (aspect: Aspect, off: number, of: Parameters<typeof context>[0] = {}): Cause | undefined =>
  causesOf([{ aspect, off, unit: UNITS[aspect] ?? 'stops' }], context(of))[aspect]
const off = (id: string) => ({ ...look.lights, [id]: { on: false, powerStops: -2 } })
const full = (...ids: string[]) => ({
  ...look.lights,
  ...Object.fromEntries(ids.map(id => [id, { on: true, powerStops: 0 }])),
})

describe('why an aspect does not come nearer', () => {
  it('is asked of what is not met alone', () => {
    expect(cause('tone', -0.1)).toBeUndefined()
    expect(cause('colour', 5)).toBeUndefined()
    expect(cause('tone', -0.2)).toEqual({ is: 'tried' })
  })

  it('is a lamp that is not there, or finds no place, before all else that makes it darker', () => {
    const lack = { withoutLamp: ['backdrop' as const], lamps: 1, lampsWanted: 3 }
    expect(cause('tone', -1, { lack })).toEqual({ is: 'too-few-lamps', lamps: 1, wanted: 3, without: ['backdrop'] })
    expect(cause('gradient', 1, { lack })).toMatchObject({ is: 'too-few-lamps' })
    // A missing backdrop lamp does not make a key darker.
    expect(cause('key-light', -1, { lack })).toEqual({ is: 'tried' })
    expect(cause('edge', -1, { lack: { placeless: ['hair'] } })).toEqual({ is: 'no-place', job: 'hair' })
    expect(cause('ratio', 1, { lack: { withoutLamp: ['fill'] } })).toMatchObject({ is: 'too-few-lamps' })
    expect(cause('softness', -1, { lack: { withoutLamp: ['key'] } })).toMatchObject({ is: 'too-few-lamps' })
    expect(cause('key-direction', 30, { lack: { placeless: ['key'] } })).toEqual({ is: 'no-place', job: 'key' })
  })

  it('is power where all its lamps are at full, or off, and it is still too dark', () => {
    const settings = full('backdrop-left', 'backdrop-right')
    expect(cause('tone', -0.6, { settings })).toEqual({ is: 'too-little-power', job: 'backdrop', stops: 0.6 })
    expect(
      cause('tone', -0.6, { settings: { ...settings, 'backdrop-right': { on: false, powerStops: -2 } } }),
    ).toMatchObject({
      is: 'too-little-power',
    })
    expect(cause('tone', -0.6, { settings: full('backdrop-left') })).toEqual({ is: 'tried' })
    expect(cause('key-light', -0.6, { settings: full('key') })).toMatchObject({ is: 'too-little-power', job: 'key' })
    expect(cause('key-light', 0.6, { settings: full('key') })).toEqual({ is: 'tried' })
    expect(cause('edge', -0.6, { settings: full('key') })).not.toMatchObject({ is: 'too-little-power' })
  })

  it('is of a backdrop that is too bright: other paper, the room that throws back, or the key on it', () => {
    const grey = { ...set, backdrop: { ...set.backdrop, name: 'Grey roll', reflectance: [0.4, 0.4, 0.4] as const } }
    expect(cause('tone', 1, { tried: grey })).toEqual({ is: 'backdrop', name: 'Grey roll' })
    expect(cause('tone', 1)).toEqual({ is: 'tried' })
    const stray = { 'backdrop/middle': [part('key', 3), part('backdrop-left', 1)] }
    const onIt = cause('tone', 1, { parts: stray })
    expect(onIt).toEqual({ is: 'key-on-backdrop', share: 0.75 })
    expect(cause('tone', 1, { parts: stray, lack: { shortM: 1.2 } })).toEqual({ is: 'room-too-short', byM: 1.2 })
    const room = { 'backdrop/middle': [part('key', 1, 3), part('backdrop-left', 0.5)] }
    const back = cause('tone', 1, { parts: room })
    expect(back?.is).toBe('room-throws-back')
    if (back?.is === 'room-throws-back') expectWithin(back.share, 3 / 4.5, 1e-9)
    // A tint alone is another backdrop too.
    const warm = { ...set, backdrop: { ...set.backdrop, reflectance: [0.95, 0.87, 0.6] as const } }
    expect(cause('colour', 9, { tried: warm })).toMatchObject({ is: 'backdrop' })
    expect(cause('colour', 9, { tried: warm, lack: { gels: ['Red'] } })).toEqual({ is: 'no-gel', names: ['Red'] })
    expect(cause('colour', 9)).toEqual({ is: 'tried' })
  })

  it('is of a gradient: the room that is in the way, panels, its length, another beam', () => {
    const against = [{ job: 'backdrop', limit: { of: 'ceiling', byM: 0.4 } }]
    expect(cause('gradient', 1, { lack: { against } })).toEqual({
      is: 'room',
      of: 'ceiling',
      job: 'backdrop',
      byM: 0.4,
    })
    expect(cause('gradient', 1, { lack: { panels: ['Flag'], shortM: 1 } })).toEqual({ is: 'no-panel', names: ['Flag'] })
    expect(cause('gradient', 1, { lack: { shortM: 1 } })).toEqual({ is: 'room-too-short', byM: 1 })
    const other = {
      ...set,
      lights: set.lights.map(light =>
        light.job === 'backdrop' ? { ...light, modifier: modifierOfKind('octa') } : light,
      ),
    }
    expect(cause('gradient', 1, { tried: other })).toEqual({ is: 'no-such-beam' })
    expect(cause('gradient', 1)).toEqual({ is: 'tried' })
    expect(cause('key-direction', 30, { lack: { against } })).toEqual({ is: 'tried' })
  })

  it('is of a ratio: panels where it is too steep, the room where it is too flat', () => {
    expect(cause('ratio', 1, { lack: { panels: ['White board'] } })).toEqual({ is: 'no-panel', names: ['White board'] })
    const shadow = (direct: number, bounced: number) => ({ 'subject/shadow-side': [part('key', direct, bounced)] })
    expect(cause('ratio', -1, { parts: shadow(1, 3), lack: { panels: ['Flag'] } })).toEqual({
      is: 'room-throws-back',
      share: 0.75,
    })
    expect(cause('ratio', -1, { parts: shadow(3, 1), lack: { panels: ['Flag'] } })).toEqual({
      is: 'no-panel',
      names: ['Flag'],
    })
    expect(cause('ratio', -1, { parts: shadow(3, 1) })).toEqual({ is: 'room-throws-back', share: 0.25 })
    expect(cause('ratio', -1, { parts: { 'subject/shadow-side': [] } })).toEqual({ is: 'room-throws-back', share: 0 })
  })

  it('is of a size: no front of the kit as large, or as small, as the key’s was', () => {
    const kit = genericKit()
    const only = (kind: string) => ({ ...kit, modifiers: kit.modifiers.filter(({ what }) => what.kind === kind) })
    expect(cause('softness', -0.5, { kit: only('reflector') })).toMatchObject({ is: 'no-source-as-large' })
    const found = cause('shadow-edge', -0.5, { kit: only('reflector') })
    if (found?.is === 'no-source-as-large') expectWithin(found.widestM, 0.18, 1e-9)
    expect(cause('softness', -0.5)).toEqual({ is: 'tried' })
    expect(cause('softness', 0.5)).toEqual({ is: 'tried' })
    const huge = {
      ...kit,
      modifiers: kit.modifiers.filter(({ what }) => what.front.shape === 'rectangle' && what.front.heightM > 1.9),
    }
    expect(cause('softness', 0.5, { kit: huge })).toEqual({ is: 'no-source-as-small' })
    expect(cause('softness', -0.5, { kit: { ...kit, modifiers: [] } })).toEqual({
      is: 'no-source-as-large',
      widestM: 0,
    })
  })

  it('is of spill and floor: the room’s length, what it throws back, another floor', () => {
    expect(cause('spill', 1, { lack: { shortM: 0.8 } })).toEqual({ is: 'room-too-short', byM: 0.8 })
    expect(cause('spill', 1, { parts: { 'subject/lit-cheek': [part('backdrop-left', 1, 1)] } })).toEqual({
      is: 'room-throws-back',
      share: 0.5,
    })
    expect(cause('spill', -1)).toEqual({ is: 'tried' })
    const dark = {
      ...set,
      room: { ...set.room, reflectances: { ...set.room.reflectances, floor: [0.1, 0.08, 0.07] as const } },
    }
    expect(cause('floor', -1, { tried: dark })).toEqual({ is: 'floor' })
    expect(cause('floor', -1)).toEqual({ is: 'tried' })
    expect(cause('edge', 1, { settings: off('key') })).toMatchObject({ is: 'tried' })
  })
})
