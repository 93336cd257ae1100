import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { addPanel, removeThings } from '#core/edits/factories'
import { demoSet } from '#core/edits/demo'
import { editBackdrop, editPanel, moveLight, moveSubject } from '#core/edits/edits'
import { panelOfKind } from '#core/edits/panels'
import { lightingSolver, withoutLampBodies } from '#core/evaluation/lightingSolver'
import { sceneOf } from '#core/scene/scene'
import type { StudioSet } from '#core/model/schema'
import { changesBetween } from './changes'
import { groundOf } from './follow'

const COARSE = { raysPerPatch: 8, samplesPerPatch: 4, raysPerPoint: 64, frontForPatches: 2, frontForPoints: 2, seed: 0 }

const place = fc.record({
  xM: fc.double({ min: -2.4, max: 2.4, noNaN: true }),
  yM: fc.double({ min: 0.8, max: 6, noNaN: true }),
})

type Edit = (set: StudioSet) => StudioSet

/** Everyday changes: some move a body, some a thing that throws a shadow or foots on the floor, some none of these. */
const edit: fc.Arbitrary<Edit> = fc.oneof(
  place.map(
    ({ xM, yM }): Edit =>
      set =>
        moveSubject(set, 'sitter', xM, yM),
  ),
  fc.tuple(fc.nat(2), place, fc.double({ min: 0.6, max: 2.6, noNaN: true })).map(
    ([light, { xM, yM }, zM]): Edit =>
      set =>
        moveLight(set, set.lights[light]!.id, { xM, yM, zM }),
  ),
  place.map(
    ({ xM, yM }): Edit =>
      set =>
        editPanel(set, 'board', { place: { xM, yM, zM: 0 } }),
  ),
  fc.constant<Edit>(set =>
    addPanel(set, { ...panelOfKind('silver-board', 'silver'), place: { xM: 1, yM: 4, zM: 0.9 } }),
  ),
  fc.constant<Edit>(set => removeThings(set, ['silver'])),
  fc.constant<Edit>(set => editBackdrop(set, { widthM: 2.2 })),
  fc.constant<Edit>(set => ({
    ...set,
    room: { ...set.room, reflectances: { ...set.room.reflectances, left: [0.2, 0.2, 0.2] } },
  })),
)

const begin = (): StudioSet =>
  addPanel(demoSet(), { ...panelOfKind('black-board', 'board'), place: { xM: -1.5, yM: 2, zM: 0 } })

describe('what has changed between two scenes', () => {
  it('is all that is worked out again, and the answer is that of a set solved from nothing', async () => {
    await fc.assert(
      fc.asyncProperty(fc.array(edit, { minLength: 1, maxLength: 4 }), async edits => {
        const used = lightingSolver(COARSE)
        let set = begin()
        await used(set)
        for (const change of edits) {
          set = change(set)
          const renewed = (await used(set))!
          const fresh = (await lightingSolver(COARSE)(set))!
          expect(renewed.stage.rows.seen).toEqual(fresh.stage.rows.seen)
          expect(renewed.layers).toEqual(fresh.layers)
        }
      }),
      { numRuns: 25 },
    )
  })

  it('holds the boxes of what moved, before and after, and touches its patches alone', () => {
    // Housings turn with the sitter that their lamps are aimed at.
    const bare = withoutLampBodies(begin())
    const [before, after] = [bare, moveSubject(bare, 'sitter', 0.4, 3.2)].map(set => groundOf(sceneOf(set)))
    const changes = changesBetween(before!, after!)!
    expect(changes.boxes).toHaveLength(12)
    const { surfaces } = after!.scene
    changes.touched.forEach((isTouched, patch) =>
      expect(isTouched === 1).toBe(surfaces[after!.patches.surface[patch]!]!.shape === 'body'),
    )
  })

  it('is not told where patches are numbered anew, or the room is another', () => {
    const before = groundOf(sceneOf(begin()))
    const other = (change: Edit) => changesBetween(before, groundOf(sceneOf(change(begin()))))
    expect(other(set => removeThings(set, ['board']))).toBeUndefined()
    expect(other(set => editBackdrop(set, { widthM: 2 }))).toBeUndefined()
    expect(other(set => set)?.boxes).toHaveLength(0)
  })
})
