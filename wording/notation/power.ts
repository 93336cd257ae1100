import type { Light } from '#core/model/schema'
import { ratioFromStops, stopsFromRatio } from '#core/physics/units/stops'
import { err, ok, type Outcome } from '#core/shared/outcome'
import { fractionFrom, formatStops, parseStops, plainFigures, styleForClick } from './stops'

/** The dial of a lamp: its clicks, and whether it burns on and is dimmed. */
export type Dial = Pick<Light['lamp'], 'clickStops' | 'kind'>

/** Stops below full as they stand on the lamp: `full`, `−1⅓`. */
export const formatDial = (powerStops: number, clickStops: number): string =>
  Math.abs(powerStops) < clickStops / 2 ? 'full' : formatStops(powerStops, styleForClick(clickStops))

/** Percent of full of a lamp that is dimmed in proportion, whole or to two figures: `25 %`, `1.6 %`. */
export const formatPercent = (powerStops: number): string => {
  const percent = 100 * ratioFromStops(powerStops)
  return `${percent < 10 ? Number(percent.toPrecision(2)) : Math.round(percent)} %`
}

/** A power as an instruction; of a lamp that is dimmed with its percent: `−2.0 (25 %)`. */
export const formatPower = (powerStops: number, { clickStops, kind }: Dial): string => {
  const dial = formatDial(powerStops, clickStops)
  return kind === 'continuous' && dial !== 'full' ? `${dial} (${formatPercent(powerStops)})` : dial
}

/** Whether a figure is a share of full and no number of stops. */
const SHARE = /^\+?\d+\/\d+$/

/**
 * Reads a power as lamps and dimmers are labelled, in stops below full (0 or less): `full`, `-1.3`, `−1⅓`, `1/4`,
 * `25 %`, and a bank of tubes of which some are on, `3/4`. A bare figure such as `2` could be stops or a scale of the
 * lamp's own, and is refused.
 */
export const parsePower = (text: string): Outcome<number> => {
  const plain = plainFigures(text).toLowerCase()
  const refused: Outcome<number> = err(
    `"${text.trim()}" is no power: write stops below full with their sign (-1.3), a share of full (1/4) or percent (25 %)`,
  )
  if (plain === 'full' || plain === '0') return ok(0)
  if (plain.endsWith('%')) {
    const percent = fractionFrom(plain.slice(0, -1).trim())
    return percent !== undefined && percent > 0 && percent <= 100 ? ok(stopsFromRatio(percent / 100)) : refused
  }
  if (SHARE.test(plain)) {
    const share = fractionFrom(plain)
    return share !== undefined && share > 0 && share <= 1 ? ok(stopsFromRatio(share)) : refused
  }
  if (!plain.startsWith('-')) return refused
  const stops = parseStops(plain)
  return stops.ok ? stops : refused
}
