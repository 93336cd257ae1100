import type { Fix } from '../changes/fix'
import { headOf } from '../model/headHeight'
import { distance } from '../physics/units/vector'
import { vectorOf } from '../model/bounds'
import { roundToClicks } from '../physics/units/stops'
import { problem, type Check } from './finding'
import { CIRCLES_A_DIAGONAL, HEAD_DEPTH_M } from './thresholds'

/** Front and back limits of focus about a distance (thin lens, hyperfocal distance H = f^2 / (N c) + f). */
export const focusLimits = (
  distanceM: number,
  focalLengthMm: number,
  fNumber: number,
  sensor: { widthMm: number; heightMm: number },
) => {
  const f = focalLengthMm / 1000
  const circle = Math.hypot(sensor.widthMm, sensor.heightMm) / 1000 / CIRCLES_A_DIAGONAL
  const hyperfocal = (f * f) / (fNumber * circle) + f
  return {
    nearM: (distanceM * (hyperfocal - f)) / (hyperfocal + distanceM - 2 * f),
    farM: distanceM < hyperfocal ? (distanceM * (hyperfocal - f)) / (hyperfocal - distanceM) : Infinity,
  }
}

/** Too little in focus, or subjects that stand in front of or behind it. */
export const focus: Check = ({ set, look, camera }) => {
  const subject = set.subjects[0]!
  const away = distance(vectorOf(set.camera.place), headOf(subject))
  const { nearM, farM } = focusLimits(away, set.camera.lens.focalLengthMm, camera.fNumber, set.camera.sensor)
  const depths = set.subjects.map(other => set.camera.place.yM - other.place.yM)
  const need = Math.max(HEAD_DEPTH_M, Math.max(...depths) - Math.min(...depths) + HEAD_DEPTH_M)
  if (farM - nearM >= need || subject.pose === 'object') return []
  const stops = Math.ceil(2 * Math.log2(need / (farM - nearM)))
  const lit = set.lights.filter(light => look.lights[light.id]?.on)
  const room = Math.min(...lit.map(light => -look.lights[light.id]!.powerStops))
  const settings = Object.fromEntries(
    lit.map(({ id, lamp }) => {
      const powerStops = roundToClicks(look.lights[id]!.powerStops + stops, lamp.clickStops)
      return [id, { on: true, powerStops: Math.min(0, powerStops) }]
    }),
  )
  const fix: Fix = { purpose: { as: 'stop-down', stops }, change: { kind: 'power', lookId: look.id, settings } }
  return [
    problem(
      set,
      'focus',
      { is: 'shallow-focus', fNumber: camera.fNumber, nearM, farM, neededM: need },
      room >= stops && look.exposure.followsPointId ? fix : undefined,
    ),
  ]
}
