import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { aReading } from '#support/readings'
import { crowdedSet } from '#support/scenes'
import { demoSet } from '../edits/demo'
import { NO_BRIEF } from '../model/briefSchema'
import { SET_VERSION, type Reading, type StudioSet } from '../model/schema'
import { parseSetFile, writeSetFile } from './setFile'
import { fileTold } from '#wording/refusals/told'

const number = (min: number, max: number) => fc.double({ min, max, noNaN: true }).map(value => value || 0)
const words = fc.string({ minLength: 1, maxLength: 60 })
const level = number(0, 0.98)
const reflectance = fc.tuple(level, level, level)

/** Sets that vary in every kind of field: numbers, names, lists, variants and records. */
const anySet: fc.Arbitrary<StudioSet> = fc
  .record({
    name: words,
    notes: fc.string({ maxLength: 200 }),
    wall: reflectance,
    paper: reflectance,
    heightM: number(3.1, 12),
    count: fc.integer({ min: 0, max: 8 }),
    power: number(-7, 0),
    x: number(-3, 3),
    value: number(0, 255),
    isFollowing: fc.boolean(),
    readings: fc.array(
      fc.record({
        fNumber: number(0.2, 100),
        direct: number(0, 1e5),
        source: fc.constantFrom<Reading['source']>('hand', 'bench'),
      }),
      { maxLength: 5 },
    ),
  })
  .map(({ name, notes, wall, paper, heightM, count, power, x, value, isFollowing, readings }) => {
    const set = demoSet()
    const [model] = set.lights
    const lights = Array.from({ length: count }, (_, index) => ({
      ...model!,
      id: `light-${index}`,
      name,
      place: { ...model!.place, xM: x },
    }))
    const look = set.looks[0]!
    return {
      ...set,
      name,
      notes,
      lights,
      room: { ...set.room, heightM, reflectances: { ...set.room.reflectances, left: wall } },
      backdrop: { ...set.backdrop, reflectance: paper },
      looks: [
        {
          ...look,
          lights: Object.fromEntries(lights.map(light => [light.id, { on: isFollowing, powerStops: power }])),
          run: { first: 'backdrop' as const, order: ['ambient'], skipped: isFollowing ? ['alone/light-0'] : [] },
          grid: isFollowing
            ? { over: 'cove' as const, places: 'free' as const, free: [{ across: 0.5, up: 0.25 }] }
            : null,
          exposure: { ...look.exposure, followsPointId: isFollowing ? 'subject/key-side' : null },
          targets: {
            'backdrop/middle': { kind: 'value' as const, value },
            'subject/key-side': { kind: 'stops' as const, stops: x },
          },
        },
      ],
      readings: readings.map((reading, index) =>
        aReading({
          id: `reading-${index}`,
          lookId: look.id,
          fNumber: reading.fNumber,
          source: reading.source,
          note: notes,
          trust: isFollowing ? 'sure' : 'out',
          lights: { 'light-0': { powerStops: power, directLuxS: reading.direct, bouncedLuxS: 0 } },
        }),
      ),
      frozen: isFollowing
        ? { lightStops: count > 0 ? { 'light-0': x } : ({} as Record<string, number>), bounceStops: 0.1 }
        : null,
    }
  })

const messageOf = (text: string): string => {
  const outcome = fileTold(parseSetFile(text))
  return outcome.ok ? 'opened' : outcome.message
}
/** Changes one thing in a good file and answers what opening it says. */
const changed = (change: (file: { version: unknown; format: unknown; set: StudioSet }) => unknown): string => {
  const file = JSON.parse(writeSetFile(demoSet(), {}))
  change(file)
  return messageOf(JSON.stringify(file))
}

describe('a set file', () => {
  it('brings back any valid set and its pictures without loss', () => {
    fc.assert(
      fc.property(anySet, fc.base64String({ minLength: 4 }), (set, picture) => {
        expect(parseSetFile(writeSetFile(set, { 'frame-1': picture }))).toEqual({
          ok: true,
          value: { format: 'keen-tonal-set', version: SET_VERSION, set, pictures: { 'frame-1': picture } },
        })
      }),
      { numRuns: 60 },
    )
  })

  it('is refused with the reason and the place', () => {
    expect(messageOf('not json at all')).toMatch(/not JSON .* Nothing was changed/)
    expect(messageOf('[1, 2]')).toContain('not a set file')
    expect(messageOf('{"format": "something-else"}')).toContain('lacks "format"')
    expect(changed(file => Object.assign(file, { version: SET_VERSION + 1 }))).toMatch(
      /version \d+, made by a newer Keen Tonal/,
    )
    expect(changed(file => Object.assign(file, { version: 'one' }))).toContain('no version number')
    expect(changed(file => Object.assign(file.set.room, { widthM: -3 }))).toContain('set.room.widthM')
    expect(changed(file => Object.assign(file.set.lights[0]!, { job: 'sun' }))).toContain('set.lights.0.job')
    expect(changed(file => Object.assign(file.set, { surprise: 1 }))).toContain('set.surprise')
    expect(changed(file => Object.assign(file.set.lights[0]!.place, { xM: 9 }))).toContain(
      'Light A stands outside the room.',
    )
    expect(changed(file => Object.assign(file.set.lights[1]!, { id: 'key' }))).toContain(
      'Two lights share the id "key"',
    )
    expect(changed(file => Object.assign(file.set.backdrop, { heightM: 5 }))).toContain(
      'The backdrop is higher than the room',
    )
  })
})

describe('a set with all that can stand in a room', () => {
  it('comes back as it was', () => {
    const set = crowdedSet()
    expect(parseSetFile(writeSetFile(set, {}))).toMatchObject({ ok: true, value: { set } })
  })

  it('of the first version opens as the same set, with nothing new in it', () => {
    const file = JSON.parse(writeSetFile(demoSet(), {}))
    for (const key of ['panels', 'props', 'points', 'brief', 'locked', 'groups']) Reflect.deleteProperty(file.set, key)
    for (const key of ['gloss', 'coveRadiusM', 'corner', 'transmittance', 'kitId'])
      Reflect.deleteProperty(file.set.backdrop, key)
    for (const key of ['hair', 'pose', 'turnDeg']) Reflect.deleteProperty(file.set.subjects[0], key)
    for (const light of file.set.lights) {
      Reflect.deleteProperty(light, 'gel')
      for (const key of ['cctK', 'watts', 'kitId']) Reflect.deleteProperty(light.lamp, key)
      for (const key of ['cutoff', 'backSpill', 'leaves', 'halfScrim', 'mask', 'table', 'housing'])
        Reflect.deleteProperty(light.modifier, key)
    }
    Reflect.deleteProperty(file.set.room, 'floorGloss')
    for (const key of ['whiteBalanceK', 'kitId']) Reflect.deleteProperty(file.set.camera, key)
    const outcome = parseSetFile(JSON.stringify({ ...file, version: 1 }))
    const demo = demoSet()
    const plainHousing = { frontReflectance: 0.55, backReflectance: 0.05 }
    const lights = demo.lights.map(light => ({ ...light, modifier: { ...light.modifier, housing: plainHousing } }))
    expect(outcome).toEqual({
      ok: true,
      value: {
        format: 'keen-tonal-set',
        version: SET_VERSION,
        set: { ...demo, lights, brief: NO_BRIEF },
        pictures: {},
      },
    })
  })

  it.each([
    [
      'a panel through a wall',
      (set: StudioSet) => ({ panels: [{ ...set.panels[0]!, place: { xM: -3.1, yM: 3, zM: 0 } }] }),
      /reaches through a wall/,
    ],
    [
      'a panel through the ceiling',
      (set: StudioSet) => ({ panels: [{ ...set.panels[0]!, place: { xM: 0, yM: 5, zM: 2 } }] }),
      /reaches through a wall, the floor or the ceiling/,
    ],
    [
      'a frame that makes light',
      (set: StudioSet) => ({ panels: [{ ...set.panels[2]!, transmittance: [0.6, 0.6, 0.6] }] }),
      /more light than it gets/,
    ],
    [
      'a crate in the wall',
      (set: StudioSet) => ({ props: [{ ...set.props[0]!, place: { xM: -3.1, yM: 3, zM: 0 } }] }),
      /Crate reaches through/,
    ],
    [
      'a cyclorama longer than the room',
      (set: StudioSet) => ({ backdrop: { ...set.backdrop, corner: { side: 'left', depthM: 30 } } }),
      /backdrop reaches through a wall/,
    ],
    [
      'a ring without width',
      (set: StudioSet) => ({
        lights: set.lights.map(light => ({
          ...light,
          modifier: { ...light.modifier, front: { shape: 'ring', innerRadiusM: 0.2, outerRadiusM: 0.2 } },
        })),
      }),
      /has no width/,
    ],
    [
      'a point outside',
      () => ({
        points: [
          { id: 'own/a', name: 'Here', place: { xM: 0, yM: 20, zM: 1 }, turnDeg: 0, tiltDeg: 0, receptor: 'flat' },
        ],
      }),
      /Here lies outside/,
    ],
    [
      'an own point that takes another\u2019s name',
      () => ({
        points: [
          {
            id: 'backdrop/left',
            name: 'Here',
            place: { xM: 0, yM: 2, zM: 1 },
            turnDeg: 0,
            tiltDeg: 0,
            receptor: 'flat',
          },
        ],
      }),
      /begins with "own\/"/,
    ],
  ] as [string, (set: StudioSet) => object, RegExp][])('refuses %s', (_, change, words) => {
    const set = crowdedSet()
    expect(
      messageOf(
        JSON.stringify({
          format: 'keen-tonal-set',
          version: SET_VERSION,
          set: { ...set, ...change(set) },
          pictures: {},
        }),
      ),
    ).toMatch(words)
  })
})
