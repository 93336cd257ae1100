import { intensityLevel, patched, withinRig } from '../channels'
import type { LightSetting, StudioSet } from '../../model/schema'
import { APART_STOPS, DEEPEST_STOPS } from '../thresholds'

/**
 * Levels near the plan's of which no two are alike: lamps that hang at each other's addresses, or do not follow, show
 * in what is read of them. Lamps that are off in the plan burn low.
 */
export const toldApart = (
  set: StudioSet,
  planned: Readonly<Record<string, LightSetting>>,
): Record<string, LightSetting> => {
  const lamps = patched(set)
  const wanted = (id: string): number => (planned[id]!.on ? planned[id]!.powerStops : -DEEPEST_STOPS)
  const apart = Math.min(APART_STOPS, DEEPEST_STOPS / Math.max(1, lamps.length - 1))
  let above = apart
  const told = lamps
    .toSorted((a, b) => wanted(b.light.id) - wanted(a.light.id))
    .map(({ light: { id }, fixture }): [string, LightSetting] => {
      above = Math.min(wanted(id), above - apart)
      const powerStops = Math.max(-12, above)
      return [id, { on: intensityLevel(fixture, { on: true, powerStops }) > 0, powerStops }]
    })
  return withinRig(set, { ...planned, ...Object.fromEntries(told) })
}
