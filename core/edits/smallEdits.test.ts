import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { expectWithin } from '#support/tolerance'
import { checkSet } from '../formats/setFile'
import { emptySet } from '../starting/emptySet'
import { aReading } from '#support/readings'
import { applyChange } from '../changes/apply'
import { duplicateLook } from '../looks/lookEdits'
import type { StudioSet } from '../model/schema'
import { validationErrors } from '../validation/validation'
import { demoSet } from './demo'
import * as edits from './edits'
import { copyThings, mirrorThings } from './factories'
import { isEqual } from './patch'

const board = { id: 'board', name: 'Board' } as StudioSet['panels'][number]
const two: StudioSet = {
  ...duplicateLook(demoSet(), 'white', { name: 'Other' }).set,
  panels: [board, { ...board, id: 'board-2' }],
  readings: [aReading({ id: 'one' }), aReading({ id: 'two' })],
}
const light = (set: StudioSet, id: string) => set.lights.find(one => one.id === id)!

/** Paths of what differs: a part of the set, and in a list the ids of what differs there. */
const differing = (before: StudioSet, after: StudioSet): string[] =>
  (Object.keys(before) as (keyof StudioSet)[]).flatMap(part => {
    const [was, is] = [before[part], after[part]]
    if (isEqual(was, is)) return []
    if (!Array.isArray(was) || !Array.isArray(is)) return [part]
    const [old, now] = [was as { id: string }[], is as { id: string }[]]
    const ids = [...new Set([...old, ...now].map(({ id }) => id))]
    const of = (list: { id: string }[], id: string) => list.find(one => one.id === id)
    return ids.filter(id => !isEqual(of(old, id), of(now, id))).map(id => `${part}/${id}`)
  })

describe('each small edit', () => {
  const grid = { surface: 'backdrop', columns: 3, rows: 3 } as unknown as StudioSet['looks'][number]['grid']
  it.each<[string, (set: StudioSet) => StudioSet, string[], (set: StudioSet) => unknown, unknown]>([
    ['renames', set => edits.renameSet(set, 'New'), ['name'], set => set.name, 'New'],
    [
      'turns a power in one look',
      set => edits.changeSettings(set, 'white', { key: { on: false, powerStops: -2 } }),
      ['looks/white'],
      set => set.looks[0]!.lights.key,
      { on: false, powerStops: -2 },
    ],
    [
      'drops one target',
      set => edits.dropTarget(set, 'white', 'backdrop/left'),
      ['looks/white'],
      set => ['backdrop/left', 'backdrop/right'].map(id => id in set.looks[0]!.targets),
      [false, true],
    ],
    [
      'opens the camera',
      set => edits.changeExposure(set, 'white', { fNumber: 4 }),
      ['looks/white'],
      set => [set.looks[0]!.exposure.fNumber, set.looks[0]!.exposure.iso],
      [4, 100],
    ],
    ['asks of areas', set => edits.changeAreas(set, 'white', []), [], set => set.looks[0]!.areas, []],
    ['lays a grid', set => edits.changeGrid(set, 'white', grid), ['looks/white'], set => set.looks[0]!.grid, grid],
    [
      'changes a run',
      set => edits.changeRun(set, 'white', { skipped: ['x'] } as never),
      ['looks/white'],
      set => (set.looks[0]!.run as unknown as { skipped: string[] }).skipped,
      ['x'],
    ],
    [
      'edits a reading',
      set => edits.editReading(set, 'two', { note: 'again' }),
      ['readings/two'],
      set => set.readings.map(({ note }) => note),
      ['', 'again'],
    ],
    [
      'adds a reading behind',
      set => edits.addReading(set, aReading({ id: 'three' })),
      ['readings/three'],
      set => set.readings.map(({ id }) => id),
      ['one', 'two', 'three'],
    ],
    [
      'removes a reading',
      set => edits.removeReading(set, 'one'),
      ['readings/one'],
      set => set.readings.map(({ id }) => id),
      ['two'],
    ],
    [
      'names a light, without blanks around',
      set => edits.renameLight(set, 'key', '  Sun '),
      ['lights/key'],
      set => light(set, 'key').name,
      'Sun',
    ],
    ['names no light blank', set => edits.renameLight(set, 'key', '  '), [], set => light(set, 'key').name, 'A'],
    [
      'feathers a light one way',
      set => edits.featherLight(set, 'key', { featherTiltDeg: 7 }),
      ['lights/key'],
      set => [light(set, 'key').aim.featherTiltDeg, light(set, 'key').aim.featherPanDeg],
      [7, light(demoSet(), 'key').aim.featherPanDeg],
    ],
    [
      'takes a gel off',
      set => edits.fitGel(edits.fitGel(set, 'key', { name: 'x', transmittance: [1, 1, 1] }), 'key', null),
      [],
      set => light(set, 'key').gel,
      null,
    ],
    [
      'edits one panel',
      set => edits.editPanel(set, 'board-2', { name: 'Other' }),
      ['panels/board-2'],
      set => set.panels.map(({ name }) => name),
      ['Board', 'Other'],
    ],
    [
      'lays the camera level',
      set => edits.turnCamera(set, false),
      ['camera'],
      set => set.camera.sensor,
      { widthMm: 36, heightMm: 24 },
    ],
    ['stands an upright camera upright', set => edits.turnCamera(set, true), [], set => set.camera.sensor.heightMm, 36],
  ])('%s and leaves the rest', (_, edit, parts, read, wanted) => {
    const before = structuredClone(two)
    const after = edit(two)
    expect(two).toEqual(before)
    expect(differing(two, after)).toEqual(parts)
    expect(read(after)).toEqual(wanted)
  })

  it('turns powers in whole clicks, within what the lamp can', () => {
    const { lamp } = light(demoSet(), 'key')
    const turned = (from: number, by: number) => edits.turnedBy({ lamp }, { on: true, powerStops: from }, by).powerStops
    expect(turned(-2, 0.34)).toBeCloseTo(-1.7, 9)
    expect(turned(-0.2, 3)).toBe(0)
    expect(turned(-lamp.rangeStops + 0.1, -3)).toBe(-lamp.rangeStops)
  })
})

describe('a light made from another', () => {
  // In the second look the light that is copied is off.
  const set = edits.changeSettings(duplicateLook(demoSet(), 'white').set, 'look-2', {
    'backdrop-left': { on: false, powerStops: -4 },
  })
  const settingsOf = (of: StudioSet, id: string) => of.looks.map(({ lights }) => lights[id])
  const single = { ...set, lights: set.lights.filter(({ id }) => id !== 'backdrop-right') }
  it.each<[string, (of: StudioSet) => StudioSet]>([
    ['copied', of => copyThings(of, ['backdrop-left']).set],
    ['mirrored', of => mirrorThings(of, ['backdrop-left']).set],
    ['as a twin', of => applyChange(of, { kind: 'add-twin', id: 'backdrop-left' })],
  ])('%s is set in each look as that is there', (_, make) => {
    const after = make(single)
    const made = after.lights.at(-1)!
    expect(after.lights).toHaveLength(single.lights.length + 1)
    expect(settingsOf(after, made.id)).toEqual(settingsOf(single, 'backdrop-left'))
    expect(settingsOf(after, made.id).map(one => one!.on)).toEqual([true, false])
    expect(validationErrors(after).length).toBeLessThanOrEqual(validationErrors(single).length)
  })
})

describe('a ceiling that is lowered', () => {
  it('takes the backdrop with it: a roll of 2.80 m under 2.70 m is cut to 2.60 m, and the set is sound', () => {
    const set = emptySet('set', 'Set')
    const roll = edits.editBackdrop(set, { heightM: 2.8 })
    expect(checkSet(edits.editRoom(roll, { heightM: 2.7 })).ok).toBe(false)
    const low = edits.lowerCeiling(roll, 2.7)
    expect(low.backdrop.heightM).toBe(2.6)
    expect(checkSet(low).ok).toBe(true)
  })

  it('cuts to whole five centimetres, never above the ceiling, and leaves what fits', () => {
    fc.assert(
      fc.property(fc.double({ min: 1.9, max: 6, noNaN: true }), ceiling => {
        const longest = edits.longestUnder(ceiling)
        expect(longest).toBeLessThan(ceiling)
        expect(ceiling - longest).toBeLessThan(0.1501)
        expectWithin(longest / 0.05, Math.round(longest / 0.05), 1e-6)
        const high = edits.lowerCeiling(edits.editBackdrop(emptySet('set', 'Set'), { heightM: 1.5 }), ceiling)
        expect(high.backdrop.heightM).toBe(1.5)
      }),
    )
  })
})
