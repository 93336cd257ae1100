import { plural } from './language'
import { formatStops } from './notation/stops'

const toTenths = (stops: number): number => Math.round(Math.abs(stops) * 10) / 10
const stopUnit = (tenths: number): string => (tenths < 1 ? 'stop' : plural(tenths, 'stop'))

/** A size in stops without its sign, to a tenth: `0.4 stop`, `1 stop`, `2.1 stops`. */
export const stopWords = (stops: number): string => `${toTenths(stops)} ${stopUnit(toTenths(stops))}`

/** An amount that may turn out the other way round: `0.4 stop`, `−0.4 stop` where it is less than none. */
export const amountWords = (stops: number): string =>
  `${stops < 0 && toTenths(stops) > 0 ? '\u2212' : ''}${stopWords(stops)}`

/** A difference in stops with its sign, to a tenth: `+0.4 stop`, `−1.2 stops`, `0 stop`. */
export const signedStopWords = (stops: number): string => `${formatStops(stops, 'tenths')} ${stopUnit(toTenths(stops))}`

/** Where light lies against the camera setting: `0.4 stop under`, `1.2 stops over`. */
export const sideWords = (stops: number): string => `${stopWords(stops)} ${stops < 0 ? 'under' : 'over'}`

/** Minutes as a person plans them: `0.4 min`, `3 min`, `12 min`. */
export const minutesWords = (minutes: number): string =>
  `${minutes < 9.5 ? Number(Math.max(0, minutes).toFixed(1)) : Math.round(minutes)} min`

/** Light on a surface, as a meter shows it: `4.5 lx`, `430 lx`. */
export const luxWords = (lux: number): string => `${lux < 10 ? lux.toFixed(1) : Math.round(lux)} lx`

/** `1/125 s`, `0.5 s`. */
export const shutterWords = (seconds: number): string =>
  seconds < 0.4 ? `1/${Math.round(1 / seconds)} s` : `${Math.round(seconds * 10) / 10} s`

/** What a place renders and reads, in one figure of two: `118  −2.3`; the value left out where none is meant. */
export const valueAndStopsWords = (value: number | null | undefined, stops: number): string =>
  `${value === undefined || value === null ? '' : `${Math.round(value)}  `}${formatStops(stops, 'tenths')}`
