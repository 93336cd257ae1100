import { responseOf } from '../camera/response'
import { coverageOf } from '../camera/coverage'
import type { Fix } from '../changes/fix'
import { luminance } from '../physics/units/rgb'
import { turnedBy } from '../edits/edits'
import { ON_TARGET_STOPS } from '../evaluation/thresholds'
import { litOf, problem, type Check } from './finding'
import { HAZE_VALUES, DARK, HAZE_SPARE_STOPS, PAST_CLIPPING_STOPS } from './thresholds'

/** The lens's veil: its glare index times the mean of the frame, of which the backdrop fills most. */
export const haze: Check = context => {
  const { set, look } = context
  const backdrop = context.readouts.filter(
    readout => readout.point.surface === 'backdrop' && readout.point.reflectance !== undefined,
  )
  const linear =
    backdrop.reduce((sum, readout) => sum + luminance(readout.rendered!.linear), 0) / Math.max(1, backdrop.length)
  const { leftM, rightM, topM, bottomM } = coverageOf(set)
  const seen =
    Math.max(
      0,
      Math.min(rightM, set.backdrop.centreXM + set.backdrop.widthM / 2) -
        Math.max(leftM, set.backdrop.centreXM - set.backdrop.widthM / 2),
    ) * Math.max(0, Math.min(topM, set.backdrop.heightM) - Math.max(bottomM, 0))
  const share = Math.min(0.75, seen / Math.max(1e-6, (rightM - leftM) * (topM - bottomM)))
  const veil = set.camera.veilingGlare * share * linear
  const response = responseOf(set.camera)
  const lift = response.valueFromLinear(DARK + veil) - response.valueFromLinear(DARK)
  const over = Math.log2(linear)
  const lights = litOf(context, 'backdrop')
  const isOver = backdrop.some(
    readout =>
      (readout.missStops ?? 0) > ON_TARGET_STOPS ||
      (readout.missStops === 0 && readout.stops - readout.targetStops! > PAST_CLIPPING_STOPS),
  )
  if (
    lift < HAZE_VALUES ||
    over < HAZE_SPARE_STOPS ||
    lights.length === 0 ||
    !isOver ||
    set.brief.look === 'silhouette'
  )
    return []
  const isWanted =
    context.answer.isReached &&
    lights.some(light => context.answer.settings[light.id]!.powerStops < look.lights[light.id]!.powerStops)
  const less = Object.fromEntries(lights.map(light => [light.id, turnedBy(light, look.lights[light.id]!, 0.1 - over)]))
  const settings = isWanted ? context.answer.settings : less
  const fix: Fix = {
    purpose: isWanted ? { as: 'as-wanted' } : undefined,
    change: { kind: 'power', lookId: look.id, settings },
  }
  return [problem(set, 'haze', { is: 'haze', pastStops: over, liftValues: lift }, fix)]
}
