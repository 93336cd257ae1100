import { readFileSync } from 'node:fs'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { demoSet } from '../set/demo'
import type { Reading, StudioSet } from '../set/schema'
import { setFileJsonSchema } from './jsonSchema'
import { parseSetFile, writeSetFile } from './setFile'

const number = (min: number, max: number) => fc.double({ min, max, noNaN: true }).map(value => value || 0)
const words = fc.string({ minLength: 1, maxLength: 60 })
const level = number(0, 0.98)
const reflectance = fc.tuple(level, level, level)

/** Sets that vary in every kind of field: numbers, names, lists, variants and records. */
const anySet: fc.Arbitrary<StudioSet> = fc.record({
  name: words, notes: fc.string({ maxLength: 200 }), wall: reflectance, paper: reflectance, heightM: number(3.1, 12),
  count: fc.integer({ min: 0, max: 8 }), power: number(-7, 0), x: number(-3, 3), value: number(0, 255), isFollowing: fc.boolean(),
  readings: fc.array(fc.record({ fNumber: number(0.2, 100), direct: number(0, 1e5), source: fc.constantFrom<Reading['source']>('hand', 'bench') }), { maxLength: 5 }),
}).map(({ name, notes, wall, paper, heightM, count, power, x, value, isFollowing, readings }) => {
  const set = demoSet()
  const [model] = set.lights
  const lights = Array.from({ length: count }, (_, index) => ({ ...model!, id: `light-${index}`, name, place: { ...model!.place, xM: x } }))
  const look = set.looks[0]!
  return {
    ...set, name, notes, lights,
    room: { ...set.room, heightM, reflectances: { ...set.room.reflectances, left: wall } },
    backdrop: { ...set.backdrop, reflectance: paper },
    looks: [{
      ...look, lights: Object.fromEntries(lights.map(light => [light.id, { on: isFollowing, powerStops: power }])),
      exposure: { ...look.exposure, followsPointId: isFollowing ? 'subject/key-side' : null },
      targets: { 'backdrop/middle': { kind: 'value' as const, value }, 'subject/key-side': { kind: 'stops' as const, stops: x } },
    }],
    readings: readings.map((reading, index) => ({
      id: `reading-${index}`, lookId: look.id, at: '2026-03-04T05:06:07.000Z', pointId: 'backdrop/middle', receptor: 'flat' as const,
      fNumber: reading.fNumber, source: reading.source, camera: { fNumber: 8, shutterS: 0.01, iso: 100 },
      lights: { 'light-0': { powerStops: power, directLuxS: reading.direct, bouncedLuxS: 0 } }, note: notes,
    })),
  }
})

const messageOf = (text: string): string => {
  const outcome = parseSetFile(text)
  return outcome.ok ? 'opened' : outcome.message
}
/** Changes one thing in a good file and answers what opening it says. */
const changed = (change: (file: { version: unknown, format: unknown, set: StudioSet }) => unknown): string => {
  const file = JSON.parse(writeSetFile(demoSet(), {}))
  change(file)
  return messageOf(JSON.stringify(file))
}

describe('a set file', () => {
  it('brings back any valid set and its pictures without loss', () => {
    fc.assert(fc.property(anySet, fc.base64String({ minLength: 4 }), (set, picture) => {
      expect(parseSetFile(writeSetFile(set, { 'frame-1': picture }))).toEqual({ ok: true, value: { format: 'keen-tonal-set', version: 1, set, pictures: { 'frame-1': picture } } })
    }), { numRuns: 60 })
  })

  it('is refused with the reason and the place', () => {
    expect(messageOf('not json at all')).toMatch(/not JSON .* Nothing was changed/)
    expect(messageOf('[1, 2]')).toContain('not a set file')
    expect(messageOf('{"format": "something-else"}')).toContain('lacks "format"')
    expect(changed(file => Object.assign(file, { version: 2 }))).toMatch(/version 2, made by a newer Keen Tonal/)
    expect(changed(file => Object.assign(file, { version: 'one' }))).toContain('no version number')
    expect(changed(file => Object.assign(file.set.room, { widthM: -3 }))).toContain('set.room.widthM')
    expect(changed(file => Object.assign(file.set.lights[0]!, { job: 'sun' }))).toContain('set.lights.0.job')
    expect(changed(file => Object.assign(file.set, { surprise: 1 }))).toContain('set.surprise')
    expect(changed(file => Object.assign(file.set.lights[0]!.place, { xM: 9 }))).toContain('Light A stands outside the room.')
    expect(changed(file => Object.assign(file.set.lights[1]!, { id: 'key' }))).toContain('Two lights share the id "key".')
    expect(changed(file => Object.assign(file.set.backdrop, { heightM: 5 }))).toContain('The backdrop is higher than the room.')
  })
})

describe('the JSON Schema', () => {
  it('in docs is the one that the app checks with', () => {
    const written = JSON.parse(readFileSync(new URL('../../docs/set-file.schema.json', import.meta.url), 'utf8'))
    expect(written).toEqual(JSON.parse(JSON.stringify(setFileJsonSchema())))
  })
})
