import fc from 'fast-check'
import * as v from 'valibot'
import { describe, expect, it } from 'vitest'
import { demoSet } from '../edits/demo'
import { changeSettings, editBackdrop, editCamera } from '../edits/edits'
import { addPanel, removeThings } from '../edits/factories'
import { panelOfKind } from '../edits/panels'
import { moveThings, turnThings } from '../edits/things'
import type { StudioSet } from '../model/schema'
import { NO_OVERRIDES, OverridesSchema } from '../model/overridesSchema'
import { checkSet } from '../formats/setFile'
import { validationErrors } from '../validation/validation'
import { inLook } from './inLook'
import { overriddenBy } from './overridden'
import { editInLook, takeBackOverride } from './overrides'

/** The demo set with a second look beside its first one, and a board to move. */
const twoLooks = (): StudioSet => {
  const set = withBoard(demoSet())
  return { ...set, looks: [set.looks[0]!, { ...set.looks[0]!, id: 'other', name: 'Other' }] }
}
const BOARD = 'board-1'
const boardAt = (id: string, xM: number) => ({ ...panelOfKind('flag', id), place: { xM, yM: 3, zM: 0.5 } })
const withBoard = (set: StudioSet): StudioSet => addPanel(set, boardAt(BOARD, 0.8))
const addBoard = (set: StudioSet): StudioSet => addPanel(set, boardAt('board-2', -0.8))

const metres = fc.double({ min: -0.6, max: 0.6, noNaN: true })
const anEdit: fc.Arbitrary<(set: StudioSet) => StudioSet> = fc.oneof(
  fc.tuple(fc.constantFrom('key', 'backdrop-left', 'sitter', BOARD, 'camera'), metres, metres).map(
    ([id, xM, yM]) =>
      (set: StudioSet) =>
        moveThings(set, [id], { xM, yM }),
  ),
  fc.tuple(fc.constantFrom('key', 'sitter', BOARD), fc.integer({ min: -90, max: 90 })).map(
    ([id, deg]) =>
      (set: StudioSet) =>
        turnThings(set, [id], deg),
  ),
  fc.double({ min: -0.3, max: 0.3, noNaN: true }).map(centreXM => (set: StudioSet) => editBackdrop(set, { centreXM })),
  fc.double({ min: 3500, max: 6500, noNaN: true }).map(k => (set: StudioSet) => editCamera(set, { whiteBalanceK: k })),
  fc
    .double({ min: -6, max: 0, noNaN: true })
    .map(powerStops => (set: StudioSet) => changeSettings(set, set.looks[0]!.id, { key: { on: true, powerStops } })),
)
const someEdits = fc.array(fc.tuple(anEdit, fc.constantFrom('white', 'other'), fc.boolean()), {
  minLength: 1,
  maxLength: 8,
})

/** The stage as a file holds it, which knows no minus before zero. */
const stageOf = ({ lights, panels, props, subjects, camera, backdrop, room }: StudioSet): unknown =>
  JSON.parse(JSON.stringify({ lights, panels, props, subjects, camera, backdrop, room }))

describe('what a look has otherwise', () => {
  it('is nothing at first, and then the look is the set itself', () => {
    const set = twoLooks()
    expect(inLook(set, 'other')).toBe(set)
    expect(v.parse(OverridesSchema, { lights: { key: {} } })).toEqual({ ...NO_OVERRIDES, lights: { key: {} } })
  })

  it('shows in the look as it was made, and reaches no other look that way', () => {
    fc.assert(
      fc.property(someEdits, edits => {
        let set = twoLooks()
        for (const [change, lookId, isHere] of edits) {
          const otherId = lookId === 'white' ? 'other' : 'white'
          const other = stageOf(inLook(set, otherId))
          const wanted = change(inLook(set, lookId))
          set = editInLook(set, lookId, change, isHere)
          expect(stageOf(inLook(set, lookId))).toEqual(stageOf(wanted))
          expect(inLook(set, lookId).looks.map(({ lights }) => lights)).toEqual(
            wanted.looks.map(({ lights }) => lights),
          )
          if (isHere) expect(stageOf(inLook(set, otherId))).toEqual(other)
          expect(validationErrors(set)).toEqual([])
          // What is sent to whoever works on one look is a set of its own.
          for (const id of ['white', 'other']) expect(checkSet(inLook(set, id)).ok).toBe(true)
        }
      }),
    )
  })

  it('leaves the rest to the set, which reaches every look', () => {
    const moved = editInLook(twoLooks(), 'other', set => moveThings(set, ['key'], { xM: 0.4 }), true)
    const raised = editInLook(
      moved,
      'white',
      set => turnThings(moveThings(set, ['key'], { zM: 0.3 }), ['sitter'], 20),
      false,
    )
    // The other look's key stays at its own place; its subject turns along.
    expect(inLook(raised, 'other').lights[0]!.place).toEqual(inLook(moved, 'other').lights[0]!.place)
    expect(inLook(raised, 'other').subjects[0]!.turnDeg).toBe(20)
    expect(overriddenBy(raised.looks[1]!)).toEqual([{ of: 'lights', id: 'key', fields: ['place'] }])
  })

  it('goes on being changed for its look alone, and falls away where it becomes what the set has', () => {
    const by = (xM: number, isHere: boolean) => (set: StudioSet) =>
      editInLook(set, 'other', shown => moveThings(shown, ['key'], { xM }), isHere)
    const set = twoLooks()
    const twice = by(0.3, false)(by(0.2, true)(set))
    expect(inLook(twice, 'white').lights[0]!.place).toEqual(set.lights[0]!.place)
    expect(overriddenBy(by(-0.5, false)({ ...twice }).looks[1]!).length).toBeLessThanOrEqual(1)
    const back = editInLook(
      twice,
      'other',
      shown => ({ ...shown, lights: shown.lights.map(light => (light.id === 'key' ? set.lights[0]! : light)) }),
      false,
    )
    expect(back.looks[1]!.overrides).toEqual(NO_OVERRIDES)
    expect(inLook({ ...twice, looks: twice.looks.map(look => takeBackOverride(look)) }, 'other').lights).toEqual(
      set.lights,
    )
  })

  it('lets a board be gone in one look, and another stand in one look', () => {
    const gone = editInLook(twoLooks(), 'other', set => removeThings(set, [BOARD]), true)
    expect(inLook(gone, 'other').panels).toEqual([])
    expect(inLook(gone, 'white').panels).toHaveLength(1)
    // Another look may have elsewhere what is not there in this one.
    const elsewhere = editInLook(gone, 'white', set => moveThings(set, [BOARD], { xM: 0.2 }), true)
    expect(checkSet(inLook(elsewhere, 'other'))).toMatchObject({ ok: true })
    expect(checkSet(elsewhere)).toMatchObject({ ok: true })
    const more = editInLook(gone, 'white', addBoard, true)
    expect(inLook(more, 'other').panels).toEqual([])
    expect(inLook(more, 'white').panels).toHaveLength(2)
    const [out] = overriddenBy(more.looks[1]!)
    const again = { ...more, looks: more.looks.map(look => takeBackOverride(look, out)) }
    expect(inLook(again, 'other').panels.map(({ id }) => id)).toEqual([BOARD])
    expect(validationErrors(again)).toEqual([])
  })

  it('goes with the thing that it is about', () => {
    const moved = editInLook(twoLooks(), 'other', set => moveThings(set, ['key', BOARD], { xM: 0.1 }), true)
    for (const set of [
      removeThings(moved, ['key', BOARD]),
      editInLook(moved, 'white', shown => removeThings(shown, ['key', BOARD]), false),
    ]) {
      expect(validationErrors(set)).toEqual([])
      expect(set.looks[1]!.overrides).toEqual(NO_OVERRIDES)
    }
  })

  it('is refused where it does not fit the room, with the name of the look', () => {
    const set = twoLooks()
    const [white, other] = set.looks
    const far = { ...other!, overrides: { ...NO_OVERRIDES, lights: { key: { place: { xM: 40, yM: 1, zM: 1 } } } } }
    expect(validationErrors({ ...set, looks: [white!, far] })).toEqual([
      { is: 'in-look', look: 'Other', fault: { is: 'light-outside', light: 'A' } },
    ])
    const stray = { ...other!, overrides: { ...NO_OVERRIDES, out: ['none'] } }
    expect(validationErrors({ ...set, looks: [white!, stray] })).toEqual([{ is: 'otherwise-stray', look: 'Other' }])
  })
})
