import type { AreaReadout } from '#core/evaluation/areaReadout'
import type { AreaTarget } from '#core/model/schema'
import { formatStops } from './notation/stops'
import { amountWords, stopWords } from './quantities'

/** How an area stands, in a few words: `Backdrop even to 0.6 stop, wanted 0.3`. */
export const areaReadoutWords = ({ area, measured }: Pick<AreaReadout, 'area' | 'measured'>): string => {
  switch (area.kind) {
    case 'even':
      return `Backdrop even to ${stopWords(measured)}, wanted ${area.withinStops}`
    case 'pool':
      return `The pool falls ${amountWords(measured)}, wanted ${stopWords(area.depthStops)}`
    case 'ramp':
      return `Backdrop rises ${amountWords(measured)} toward the ${area.toward}, wanted ${stopWords(area.stops)}`
    case 'colour':
      return `The colour is ${Math.round(100 * measured)} % deep, wanted ${Math.round(100 * area.depth)} %`
    // Its figure is against what is allowed.
    case 'wrap':
      return `The backdrop lights wrap the subject at ${formatStops(area.mostStops + measured)}, at most ${formatStops(area.mostStops)} is wanted`
    case 'apart':
      return `Outline and backdrop are ${stopWords(measured)} apart, wanted ${stopWords(area.leastStops)}`
  }
}

/** Areas by what is wanted of them. */
export const AREA_NAMES: Readonly<Record<AreaTarget['kind'], string>> = {
  even: 'Evenness',
  pool: 'The pool',
  ramp: 'The ramp',
  colour: 'The colour',
  wrap: 'Wrap',
  apart: 'The outline',
}
