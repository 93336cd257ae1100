import { applyChange } from '../changes/apply'
import type { Fix } from '../changes/fix'
import { lightDistance } from '../edits/distances'
import { BACKDROP_MIDDLE, KEY_SIDE } from '../model/placeIds'
import type { Light, Look, StudioSet } from '../model/schema'
import { roundToClicks } from '../physics/units/stops'
import { turnSubjectLights } from '../solve/solveFromScratch'
import { litOf, problem, readoutAt, type Check } from './finding'
import { NEAREST_STEP_M, TOO_DARK_SPARE_STOPS, REACHED_M } from './thresholds'

/**
 * Where the key has to be drawn back to until its falloff leaves the backdrop what is wanted, with its power turned up
 * as much as it loses; undefined where the room ends before.
 */
const keyBack = (set: StudioSet, look: Look, key: Light, byStops: number): Fix | undefined => {
  const from = lightDistance(key, set).lengthM
  const toBackdrop = key.place.yM
  const fall = (reach: number) => 2 * Math.log2(reach / from) - 2 * Math.log2((toBackdrop + reach - from) / toBackdrop)
  for (let reach = from + NEAREST_STEP_M; ; reach += NEAREST_STEP_M) {
    const moved = applyChange(set, { kind: 'distance-to', id: key.id, lengthM: reach })
    const there = lightDistance(
      moved.lights.find(({ id }) => id === key.id)!,
      moved,
    ).lengthM
    if (Math.abs(there - reach) >= REACHED_M) return undefined
    if (fall(reach) < byStops) continue
    const setting = look.lights[key.id]!
    const powerStops = roundToClicks(setting.powerStops + 2 * Math.log2(reach / from), key.lamp.clickStops)
    const settings = { [key.id]: { ...setting, powerStops: Math.min(0, powerStops) } }
    return {
      purpose: { as: 'draw-back' },
      change: {
        kind: 'several',
        changes: [
          { kind: 'distance-to', id: key.id, lengthM: reach },
          { kind: 'power', lookId: look.id, settings },
        ],
      },
    }
  }
}

/** A backdrop that stays too dark whatever the powers: for want of a light, or of power. */
export const tooDark: Check = context => {
  const { set, look, answer } = context
  const twoLights: Fix = { change: { kind: 'add-lights', what: 'backdrop-pair', lookId: look.id } }
  const short = Math.min(
    0,
    ...answer.misses
      .filter(
        ({ of }) =>
          of.kind === 'point' &&
          of.point.surface === 'backdrop' &&
          (readoutAt(context, of.point.id)?.missStops ?? 0) < -0.1,
      )
      .map(({ stops }) => stops),
  )
  const middle = readoutAt(context, BACKDROP_MIDDLE)
  if (short > -0.1 || !middle) return []
  const lights = set.lights.filter(light => light.job === 'backdrop')
  const key = litOf(context, 'key')[0]
  if (lights.length === 0) {
    if (!key) return [problem(set, 'too-dark', { is: 'no-light-on-backdrop' }, twoLights)]
    const [reachM, toBackdropM] = [lightDistance(key, set).lengthM, key.place.yM]
    const fact = { is: 'only-key', reachM, toBackdropM, fallStops: 2 * Math.log2(toBackdropM / reachM) } as const
    return [problem(set, 'too-dark', fact, keyBack(set, look, key, -short), twoLights)]
  }
  const atFull = lights.filter(
    light => answer.settings[light.id]!.on && answer.settings[light.id]!.powerStops > -light.lamp.clickStops,
  )
  if (atFull.length === 0) return []
  const room = Math.min(
    ...set.lights
      .filter(light => light.job !== 'backdrop' && look.lights[light.id]!.on)
      .map(light => light.lamp.rangeStops + look.lights[light.id]!.powerStops),
  )
  // Past its smallest aperture the camera cannot follow; that much comes off first.
  const past = Math.max(0, readoutAt(context, KEY_SIDE)?.stops ?? 0)
  const canOpen =
    look.exposure.followsPointId !== null &&
    room >= -short &&
    context.camera.fNumber / Math.sqrt(2 ** -short) >= set.camera.apertures.widest * 0.99
  const settings = {
    ...answer.settings,
    ...pick(turnSubjectLights(set, look, short - past - TOO_DARK_SPARE_STOPS), set),
  }
  const openUp: Fix = {
    purpose: { as: 'open-camera', stops: short - past },
    change: { kind: 'power', lookId: look.id, settings },
  }
  return [problem(set, 'too-dark', { is: 'at-full', shortStops: short }, canOpen ? openUp : undefined, twoLights)]
}

/** Only the settings of the lights on the subject. */
const pick = (settings: ReturnType<typeof turnSubjectLights>, set: StudioSet) =>
  Object.fromEntries(set.lights.filter(light => light.job !== 'backdrop').map(light => [light.id, settings[light.id]!]))
