import { describe, expect, it } from 'vitest'
import { expectWithin } from '#support/tolerance'
import { demoSet } from '../edits/demo'
import type { Miss } from '../evaluation/evaluation'
import type { Readout } from '../evaluation/readout'
import type { StudioSet } from '../model/schema'
import { limitOf } from './limit'

const set: StudioSet = demoSet()
const look = set.looks[0]!
const point = (id: string, surface: string) => ({ id, surface, name: id }) as never
const MIDDLE = point('backdrop/middle', 'backdrop')
const LEFT = point('backdrop/left', 'backdrop')
const KEY = point('subject/key-side', 'subject')
const miss = (of: unknown, stops: number): Miss => ({ of: { kind: 'point', point: of }, isHard: true, stops }) as Miss
const area = (stops: number): Miss => ({ of: { kind: 'area' }, isHard: true, stops }) as Miss
const readout = (parts: Record<string, number>, roomLuxS = 0): Readout =>
  ({
    point: MIDDLE,
    roomLuxS,
    parts: Object.entries(parts).map(([lightId, luxS]) => ({ lightId, directLuxS: luxS / 2, bouncedLuxS: luxS / 2 })),
  }) as never
const limit = (
  misses: Miss[],
  {
    settings = look.lights,
    readouts = [readout({ key: 1, 'backdrop-left': 5 })],
  }: { settings?: typeof look.lights; readouts?: Readout[] } = {},
) => limitOf({ set, look, readouts, camera: { fNumber: 8, shutterS: 1 / 125, iso: 100 } }, { settings, misses })

describe('what binds where power alone cannot do it', () => {
  it('is nothing where nothing is missed, and an area where nothing else is', () => {
    expect(limit([])).toBeUndefined()
    expect(limit([miss(MIDDLE, 0.05), area(0.6)])).toEqual({ kind: 'area', stops: 0.6 })
    expect(limit([miss(MIDDLE, -1), area(0.6)])).toMatchObject({ kind: 'short' })
  })

  it('is unevenness where one place is too bright and another too dark', () => {
    expect(limit([miss(MIDDLE, 0.3), miss(LEFT, -0.2)])).toMatchObject({
      kind: 'uneven',
      brightest: { stops: 0.3 },
      darkest: { stops: -0.2 },
    })
    expect(limit([miss(MIDDLE, 0.3), miss(LEFT, -0.05)])).toMatchObject({ kind: 'too-bright' })
    expect(limit([miss(MIDDLE, 0.05), miss(LEFT, -0.3)])).toMatchObject({ kind: 'short' })
  })

  it('is lights at full, by whether any are meant for it, with the aperture that would do it', () => {
    const full = { ...look.lights, 'backdrop-left': { on: true, powerStops: 0 } }
    const found = limit([miss(MIDDLE, -1)], { settings: full })
    expect(found).toMatchObject({
      kind: 'short',
      of: 'backdrop',
      fullIds: ['backdrop-left'],
      hasLights: true,
      stops: -1,
    })
    // A stop short at f/8: f/5.66.
    if (found?.kind === 'short') expectWithin(found.opensTo, 8 / Math.SQRT2, 1e-9)
    expect(limit([miss(KEY, -0.5)])).toMatchObject({ kind: 'short', of: 'subject', fullIds: [], hasLights: true })
    const none = limitOf(
      {
        set: { ...set, lights: [set.lights[0]!] },
        look,
        readouts: [],
        camera: { fNumber: 8, shutterS: 0.01, iso: 100 },
      },
      { settings: look.lights, misses: [miss(MIDDLE, -1)] },
    )
    expect(none).toMatchObject({ hasLights: false })
    const dark = { ...look.lights, 'backdrop-left': { on: false, powerStops: 0 } }
    expect(limit([miss(MIDDLE, -1)], { settings: dark })).toMatchObject({ fullIds: [] })
  })

  it('is what holds most of the light of a place that stays too bright', () => {
    const bright = (readouts: Readout[], settings = look.lights) => limit([miss(MIDDLE, 1)], { readouts, settings })
    expect(bright([readout({ key: 1, 'backdrop-left': 5, 'backdrop-right': 0 })])).toEqual({
      kind: 'too-bright',
      of: 'own',
      lightIds: ['backdrop-left'],
      stops: 1,
    })
    expect(bright([readout({ key: 6, 'backdrop-left': 5 })])).toMatchObject({ of: 'spill', lightIds: ['key'] })
    expect(bright([readout({ key: 1, 'backdrop-left': 5 }, 7)])).toMatchObject({ of: 'room', lightIds: [] })
    expect(bright([readout({ key: 1, 'backdrop-left': 5 }, 5)])).toMatchObject({ of: 'own' })
    // By the powers of the answer: the backdrop light two stops down leaves the key's spill.
    const down = { ...look.lights, 'backdrop-left': { on: true, powerStops: -4.5 } }
    expect(bright([readout({ key: 1, 'backdrop-left': 5 })], down)).toMatchObject({ of: 'spill', lightIds: ['key'] })
    const off = { ...look.lights, 'backdrop-left': { on: false, powerStops: -2 } }
    expect(bright([readout({ key: 1, 'backdrop-left': 5 })], off)).toMatchObject({ of: 'spill' })
    expect(bright([])).toEqual({ kind: 'too-bright', of: 'spill', lightIds: [], stops: 1 })
    expect(limit([miss(KEY, 0.4)])).toMatchObject({ kind: 'bright-place', point: KEY, stops: 0.4 })
  })
})
