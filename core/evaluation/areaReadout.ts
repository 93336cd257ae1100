import type { Lighting } from '../calibration/lighting'
import type { AreaTarget, CameraSetting, Look, StudioSet } from '../model/schema'
import { formatStops } from '../physics/units/fractions'
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

const stops = (value: number): string => `${Math.abs(value).toFixed(1)} stop${Math.abs(value) < 1.05 ? '' : 's'}`

/** How an area stands, in a few words: `Backdrop even to 0.6 stop, wanted 0.3`. */
export const areaReadoutWords = ({ area, measured }: AreaReadout): string => {
  switch (area.kind) {
    case 'even':
      return `Backdrop even to ${stops(measured)}, wanted ${area.withinStops}`
    case 'pool':
      return `The pool falls ${measured.toFixed(1)}, wanted ${stops(area.depthStops)}`
    case 'ramp':
      return `Backdrop rises ${measured.toFixed(1)} toward the ${area.toward}, wanted ${stops(area.stops)}`
    case 'colour':
      return `The colour is ${Math.round(100 * measured)} % deep, wanted ${Math.round(100 * area.depth)} %`
    // Its figure is against what is allowed.
    case 'wrap':
      return `The backdrop lights wrap the sitter at ${formatStops(area.mostStops + measured)}, at most ${formatStops(area.mostStops)} is wanted`
    case 'apart':
      return `Outline and backdrop are ${Math.abs(measured).toFixed(1)} apart, wanted ${stops(area.leastStops)}`
  }
}

/** Areas by what is wanted of them, for words. */
export const areaReadoutNames: Readonly<Record<AreaTarget['kind'], string>> = {
  even: 'Evenness',
  pool: 'The pool',
  ramp: 'The ramp',
  colour: 'The colour',
  wrap: 'Wrap',
  apart: 'The outline',
}
