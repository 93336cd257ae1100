import type { Lighting } from '../calibration/lighting'
import type { AreaTarget, CameraSetting, Look, StudioSet } from '../model/schema'
import { measureAt } from './constraint'
import { areaConstraints, factorsOf } from './constraints'
import { isHard } from './target'

/** How an area stands against what is wanted of it. */
export type AreaReadout = {
  area: AreaTarget
  /** Evenness, fall or rise in stops; depth of a colour, 0 to 1. */
  measured: number
  /** Stops by which it is off: above 0 too much, below 0 too little. */
  missStops: number
  isWished: boolean
}

/** How the areas of a look stand; of one that is judged at several places, the place that is furthest off speaks. */
export const areaReadouts = (set: StudioSet, look: Look, camera: CameraSetting, lighting: Lighting): AreaReadout[] => {
  const factors = factorsOf(set, look.lights)
  return look.areas.map(area => {
    const read = areaConstraints(set, look, [area], camera, lighting).map((constraint): AreaReadout => {
      const measured = measureAt(constraint, factors)
      return {
        area,
        measured,
        missStops: area.firmness === 'indifferent' ? 0 : constraint.missOf(measured),
        isWished: !isHard(area),
      }
    })
    return read.reduce((most, one) => (Math.abs(one.missStops) > Math.abs(most.missStops) ? one : most))
  })
}
