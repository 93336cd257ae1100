import { demoSet } from '#core/set/demo'
import { moveLight, moveSubject } from '#core/set/edits'
import type { StudioSet } from '#core/set/schema'
import { placeAtDistance } from '#core/set/tapes'
import { modifierOfKind } from '#core/sources/modifiers'
import { grey } from '#core/units/rgb'

const painted = (set: StudioSet, walls: number, ceiling: number, floor: number): StudioSet => ({
  ...set,
  room: { ...set.room, reflectances: { back: grey(walls), front: grey(walls), left: grey(walls), right: grey(walls), ceiling: grey(ceiling), floor: grey(floor) } },
})

const keyAt = (set: StudioSet, distanceM: number): StudioSet => moveLight(set, 'key', placeAtDistance(set.lights[0]!, set, distanceM)!)

const withKey = (set: StudioSet, kind: string): StudioSet =>
  ({ ...set, lights: set.lights.map(light => light.id === 'key' ? { ...light, modifier: modifierOfKind(kind) } : light) })

const small = (set: StudioSet): StudioSet => {
  const room = { ...set.room, widthM: 4.6, depthM: 6.4, heightM: 2.9, behindBackdropM: 0.3 }
  const lights = set.lights.map(light => ({ ...light, place: { ...light.place, xM: Math.max(-2, Math.min(2, light.place.xM)) } }))
  return moveSubject({ ...set, room, lights, camera: { ...set.camera, place: { ...set.camera.place, yM: 5.8 } } }, 'sitter', 0, 2.6)
}

/** Sets that stretch the model in different ways: bright and dark rooms, near and far keys, hard and large fronts. */
export const REFERENCE_SETS: readonly { name: string, set: StudioSet }[] = [
  { name: 'demo hall', set: demoSet() },
  { name: 'white room', set: painted(demoSet(), 0.85, 0.88, 0.6) },
  { name: 'black room', set: painted(demoSet(), 0.04, 0.04, 0.05) },
  { name: 'key at 0.8 m', set: keyAt(demoSet(), 0.8) },
  { name: 'key a hard reflector', set: withKey(demoSet(), 'reflector') },
  { name: 'key a 120 cm octa at 1.2 m', set: keyAt(withKey(demoSet(), 'octa'), 1.2) },
  { name: 'sitter close to the paper', set: moveSubject(demoSet(), 'sitter', 0.2, 1.2) },
  { name: 'small bright room', set: painted(small(demoSet()), 0.75, 0.8, 0.4) },
]
