import type { Lighting } from '../calibration/lighting'
import type { AreaTarget, CameraSetting, LightSetting, Look, StudioSet } from '../model/schema'
import { formatStops } from '../physics/units/fractions'
import { measureAt } from './constraint'
import { areaDemandId, demandsOf, factorsOf } from './constraints'
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

/** The areas of a look under some light settings; those whose points are not solved yet are left out. */
export const readAreas = (set: StudioSet, look: Look, settings: Readonly<Record<string, LightSetting>>, camera: CameraSetting, lighting: Lighting): AreaReadout[] => {
  const factors = factorsOf(set, settings)
  return look.areas.flatMap((area) => {
    const read = demandsOf(set, { targets: look.targets, areas: [{ ...area, firmness: 'hard' }] }, [], camera, lighting)
      .filter(({ id }) => id === areaDemandId(area))
      .map((demand) => {
        const measured = measureAt(demand, factors)
        return { area, measured, missStops: area.firmness === 'indifferent' ? 0 : demand.missOf(measured), isWished: !isHard(area) }
      })
    const worst = read.reduce<AreaReadout | undefined>((most, one) => !most || Math.abs(one.missStops) > Math.abs(most.missStops) ? one : most, undefined)
    return worst ? [worst] : []
  })
}

const stops = (value: number): string => `${Math.abs(value).toFixed(1)} stop${Math.abs(value) < 1.05 ? '' : 's'}`

/** How an area stands, in a few words: `Backdrop even to 0.6 stop, wanted 0.3`. */
export const areaReadoutWords = ({ area, measured }: AreaReadout): string => {
  switch (area.kind) {
    case 'even': return `Backdrop even to ${stops(measured)}, wanted ${area.withinStops}`
    case 'pool': return `The pool falls ${measured.toFixed(1)}, wanted ${stops(area.depthStops)}`
    case 'ramp': return `Backdrop rises ${measured.toFixed(1)} toward the ${area.toward}, wanted ${stops(area.stops)}`
    case 'colour': return `The colour is ${Math.round(100 * measured)} % deep, wanted ${Math.round(100 * area.depth)} %`
    // Its figure is against what is allowed.
    case 'wrap': return `The backdrop lights wrap the sitter at ${formatStops(area.mostStops + measured)}, at most ${formatStops(area.mostStops)} is wanted`
    case 'apart': return `Outline and backdrop are ${Math.abs(measured).toFixed(1)} apart, wanted ${stops(area.leastStops)}`
  }
}

/** Areas by the id of their demand, for words. */
export const areaReadoutNames: Readonly<Record<string, string>> = {
  'area:even': 'Evenness', 'area:pool': 'The pool', 'area:ramp': 'The ramp', 'area:colour': 'The colour', 'area:wrap': 'Wrap', 'area:apart': 'The outline',
}
