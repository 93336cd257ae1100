import { describe, expect, it } from 'vitest'
import { sightingsOf } from '../camera/sightings'
import { uncovered } from '../camera/coverage'
import { genericKit } from '../kit/genericKit'
import { demoSet } from '../set/demo'
import { emptySet } from './emptySet'
import { faults } from '../set/faults'
import { lightingSolver } from '../set/lightingSolver'
import { meterPoints } from '../set/points'
import type { StudioSet } from '../set/schema'
import { settleSet } from '../solve/settle'
import { DRAFT_QUALITY } from '../transport/stage'
import { NOTHING_LEARNED } from '../metering/learned'
import { cameraSettingOf, readLook } from '../tone/readout'
import { STARTING_POINTS, startFrom } from './startFrom'

/** Targets are met on the very layers that they are solved on, so a quarter of the rays proves as much. */
const solve = lightingSolver(DRAFT_QUALITY)
const small = (): StudioSet => ({ ...emptySet('small', 'Small'), room: { ...emptySet('small', 'Small').room, widthM: 3.2, depthM: 4.2, heightM: 2.6, behindBackdropM: 0.1 } })

describe('every ready set-up', () => {
  it('has a name and an id of its own', () => {
    expect(new Set(STARTING_POINTS.map(({ id }) => id)).size).toBe(STARTING_POINTS.length)
    expect(STARTING_POINTS.length).toBeGreaterThanOrEqual(20)
  })

  it.each(STARTING_POINTS.map(point => [point.id, point] as const))('%s comes to its look in the demo hall, nothing in the frame that has no business there', async (_, point) => {
    const { set, lacks } = startFrom(demoSet(), point, genericKit())
    expect(faults(set)).toEqual([])
    expect(lacks).toEqual([])
    const { layers, stage } = (await solve(set))!
    const lighting = { layers, learned: NOTHING_LEARNED }
    const settled = settleSet(set, lighting)
    const points = meterPoints(settled)
    const look = settled.looks[0]!
    const missed = readLook(settled, look, points, cameraSettingOf(settled, look, points, lighting), lighting).filter(({ missStops }) => Math.abs(missStops ?? 0) > 0.1)
    expect(missed.map(({ point: { name }, missStops }) => `${name} ${missStops!.toFixed(2)}`)).toEqual([])
    expect(sightingsOf(settled, stage).filter(({ seen }) => seen > 0.12).map(({ id, what }) => `${what} ${id}`)).toEqual([])
    expect(uncovered(settled)).toEqual({ aside: 0, above: 0 })
  })

  it.each(STARTING_POINTS.map(point => [point.id, point] as const))('%s fits into a room of 3.2 by 4.2 m', (_, point) => {
    expect(faults(startFrom(small(), point, genericKit()).set)).toEqual([])
  })

  it('makes do with what the kit holds, and says what it lacks', () => {
    const kit = { ...genericKit(), lamps: genericKit().lamps.slice(0, 1), modifiers: genericKit().modifiers.filter(({ what }) => what.kind === 'umbrella') }
    const { set, lacks } = startFrom(demoSet(), STARTING_POINTS[0]!, kit)
    expect(set.lights.map(({ modifier }) => modifier.kind)).toEqual(['umbrella', 'wide-reflector', 'wide-reflector'])
    expect(set.lights[0]!.lamp.kitId).toBe('flash-head-200')
    expect(lacks.join('; ')).toMatch(/Backdrop reflector; 3 lamps; the kit has 2/)
  })
})
