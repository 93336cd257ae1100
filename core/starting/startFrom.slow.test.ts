import { describe, expect, it } from 'vitest'
import { frameIntrusions } from '../render/frameIntrusions'
import { uncovered } from '../camera/coverage'
import { genericKit } from '../kit/genericKit'
import { demoSet } from '../edits/demo'
import { emptySet } from './emptySet'
import { validationErrors } from '../validation/validation'
import { evaluate } from '../evaluation/evaluation'
import { lightingSolver } from '../evaluation/lightingSolver'
import type { StudioSet } from '../model/schema'
import { solveSetFromScratch } from '../solve/solveFromScratch'
import { DRAFT_QUALITY } from '../physics/transport/stage'
import { NOTHING_LEARNED } from '../calibration/calibration'
import { STARTING_POINTS, startFrom } from './startFrom'
import { replacedBy } from '#wording/startingPoints'

/** Targets are met on the very layers that they are solved on, so a quarter of the rays proves as much. */
const solve = lightingSolver(DRAFT_QUALITY)
const small = (): StudioSet => ({
  ...emptySet('small', 'Small'),
  room: { ...emptySet('small', 'Small').room, widthM: 3.2, depthM: 4.2, heightM: 2.6, behindBackdropM: 0.1 },
})

describe('every ready set-up', () => {
  it('comes out the same wherever the camera stood and looked', () => {
    const set = demoSet()
    const elsewhere = { ...set, camera: { ...set.camera, place: { xM: 0.4, yM: 6, zM: 1.2 }, aimHeightM: 1 } }
    for (const point of STARTING_POINTS)
      expect(startFrom(elsewhere, point, genericKit()), point.id).toEqual(startFrom(set, point, genericKit()))
  })

  it('has a name and an id of its own', () => {
    expect(new Set(STARTING_POINTS.map(({ id }) => id)).size).toBe(STARTING_POINTS.length)
    expect(STARTING_POINTS.length).toBeGreaterThanOrEqual(20)
  })

  it.each(STARTING_POINTS.map(point => [point.id, point] as const))(
    '%s comes to its look in the demo hall, nothing in the frame that has no business there',
    async (_, point) => {
      const { set, lacks } = startFrom(demoSet(), point, genericKit())
      expect(validationErrors(set)).toEqual([])
      expect(lacks).toEqual([])
      const { layers, stage } = (await solve(set))!
      const lighting = { layers, learned: NOTHING_LEARNED }
      const settled = solveSetFromScratch(set, lighting)
      const { areas, readouts } = evaluate(settled, settled.looks[0]!, lighting)
      expect(
        areas
          .filter(({ missStops }) => Math.abs(missStops) > 0.1)
          .map(({ area, measured }) => `${area.kind} ${measured.toFixed(2)}`),
      ).toEqual([])
      const missed = readouts.filter(({ missStops }) => Math.abs(missStops ?? 0) > 0.1)
      expect(missed.map(({ point: { name }, missStops }) => `${name} ${missStops!.toFixed(2)}`)).toEqual([])
      expect(
        frameIntrusions(settled, stage)
          .filter(({ seen }) => seen > 0.12)
          .map(({ id, what }) => `${what} ${id}`),
      ).toEqual([])
      expect(uncovered(settled)).toEqual({ aside: 0, above: 0 })
    },
  )

  it.each(STARTING_POINTS.map(point => [point.id, point] as const))(
    '%s fits into a room of 3.2 by 4.2 m',
    (_, point) => {
      expect(validationErrors(startFrom(small(), point, genericKit()).set)).toEqual([])
    },
  )

  it('makes do with what the kit holds, and says what it lacks', () => {
    const kit = {
      ...genericKit(),
      lamps: genericKit().lamps.slice(0, 1),
      modifiers: genericKit().modifiers.filter(({ what }) => what.kind === 'umbrella'),
    }
    const { set, lacks } = startFrom(demoSet(), STARTING_POINTS[0]!, kit)
    expect(set.lights.map(({ modifier }) => modifier.kind)).toEqual(['umbrella', 'wide-reflector', 'wide-reflector'])
    expect(set.lights[0]!.lamp.kitId).toBe('flash-head-200')
    expect(lacks.join('; ')).toMatch(/Backdrop reflector; 3 lamps; the kit has 2/)
  })
})

describe('a ready set-up', () => {
  it('is the same whatever stood there before', () => {
    const kit = genericKit()
    for (const before of STARTING_POINTS) {
      const standing = startFrom(demoSet(), before, kit).set
      for (const point of STARTING_POINTS) {
        const [fresh, after] = [startFrom(demoSet(), point, kit).set, startFrom(standing, point, kit).set]
        // After a thing a usual subject sits down, since whoever sat there before is not known any more.
        const bare = (set: StudioSet) =>
          before.id === 'gloss-product'
            ? {
                backdrop: set.backdrop,
                lights: set.lights.map(({ modifier, job, lamp, gel }) => ({ modifier, job, lamp, gel })),
                looks: set.looks,
                pose: set.subjects.map(({ pose }) => pose),
              }
            : set
        expect(bare(after), `${point.id} after ${before.id}`).toEqual(bare(fresh))
      }
    }
  })

  it('lights a person after a bottle was lit', () => {
    const product = STARTING_POINTS.find(({ id }) => id === 'gloss-product')!
    const after = startFrom(startFrom(demoSet(), product, genericKit()).set, STARTING_POINTS[0]!, genericKit()).set
    expect(after.subjects[0]!.pose).toBe('standing')
    expect(after.subjects[0]!.heightM).toBeGreaterThan(1.5)
  })

  it('with a fill keeps it on for its ratio', async () => {
    for (const point of STARTING_POINTS) {
      const { set } = startFrom(demoSet(), point, genericKit())
      if (!set.lights.some(({ job }) => job === 'fill')) continue
      const { layers } = (await solve(set))!
      const {
        looks: [look],
        lights,
      } = solveSetFromScratch(set, { layers, learned: NOTHING_LEARNED })
      for (const fill of lights.filter(({ job }) => job === 'fill'))
        expect(look!.lights[fill.id]!.on, point.id).toBe(true)
    }
  })

  it('says what gives way to it', () => {
    expect(replacedBy(demoSet())).toEqual(['the backdrop', '3 lights', '1 look with its targets'])
    expect(replacedBy(emptySet('a', 'A'))).toEqual(['the backdrop', '1 look with its targets'])
  })
})
