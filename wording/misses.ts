import type { Miss } from '#core/evaluation/evaluation'
import { ON_TARGET_STOPS } from '#core/evaluation/thresholds'
import type { Missed } from '#core/solve/solveFromScratch'
import { AREA_NAMES, areaReadoutWords } from './areas'
import { inSentence } from './language'
import { stopWords } from './quantities'

const nameOf = ({ of }: Miss): string => (of.kind === 'point' ? of.point.name : AREA_NAMES[of.area.kind])

const wayOf = ({ of, stops }: Miss): string => {
  if (of.kind === 'area') return 'off'
  return stops > 0 ? 'too bright' : 'too dark'
}

/** What an answer still misses, worst first: `Backdrop right 0.4 stop too bright`. */
export const missWords = (misses: readonly Miss[]): string[] =>
  misses
    .filter(miss => Math.abs(miss.stops) > ON_TARGET_STOPS)
    .sort((a, b) => Number(b.isHard) - Number(a.isHard) || Math.abs(b.stops) - Math.abs(a.stops))
    .map(miss => `${nameOf(miss)} ${stopWords(miss.stops)} ${wayOf(miss)}`)

/** What the powers of looks leave missed; looks are named where there are several. */
export const missedWords = (missed: readonly Missed[], isManyLooks: boolean): string[] =>
  missed.map(one => {
    const named = isManyLooks ? `${one.lookName}: ` : ''
    if ('area' in one) return `${named}${areaReadoutWords(one.area)}`
    const { point, missStops = 0 } = one.readout
    return `${named}${inSentence(point.name)} stays ${stopWords(missStops)} too ${missStops > 0 ? 'bright' : 'dark'}`
  })
