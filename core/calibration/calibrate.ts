import type { Reading } from '../model/schema'
import { isOfLights, surpriseStops } from './compare'
import { fitReadings, spreadOf, spreadOfFit, type Fit } from './fit'
import type { Learned } from './calibration'
import { OUTLIER_SPREADS, QUESTION_SPREADS, LEFT_OUT_SHARE, READINGS_A_ROUND } from './thresholds'

/** How one reading stands against all the others. */
type Standing = {
  /** Stops over what all the others say. */
  offStops: number
  /** The same in spreads of what they say and how a reading strays. */
  spreads: number
  /** It does not fit, and teaches nothing until somebody says otherwise. */
  isOutlier: boolean
}

/** Everything that the readings of a set teach. */
export type Calibration = { fit: Fit; learned: Learned; standings: Record<string, Standing> }

/** How each reading stands: deleted residuals from the leverage of each, so that no reading speaks for itself. */
const standingsOf = (readings: readonly Reading[], used: ReadonlySet<string>, fit: Fit): Map<string, Standing> =>
  new Map(
    readings.map(reading => {
      const own = spreadOf(reading)
      const off = surpriseStops(reading, fit.learned)
      const of = spreadOfFit(fit, reading.lights)
      const left = used.has(reading.id) ? Math.max(1e-6, 1 - (of / own) ** 2) : 1
      const offStops = off / left
      const spread = used.has(reading.id) ? own / Math.sqrt(left) : Math.hypot(own, of)
      return [reading.id, { offStops, spreads: offStops / spread, isOutlier: false }]
    }),
  )

/**
 * Learns from readings. One that does not fit the others is left out, the worst first, until all that are left agree;
 * what somebody calls sure is always believed, and what is put out never.
 */
export const calibrate = (
  readings: readonly Reading[],
  lightIds: readonly string[],
  frozen: Learned | null = null,
): Calibration => {
  const ids = [...new Set([...lightIds, ...readings.flatMap(reading => Object.keys(reading.lights))])].sort()
  const usable = readings.filter(isOfLights)
  const used = new Set(usable.filter(({ trust }) => trust !== 'out').map(({ id }) => id))
  const outliers = new Set<string>()
  const most = Math.max(1, Math.floor(used.size * LEFT_OUT_SHARE))
  const atOnce = Math.max(1, Math.floor(used.size / READINGS_A_ROUND))
  let fit: Fit | undefined
  for (;;) {
    fit = fitReadings(
      usable.filter(({ id }) => used.has(id)),
      ids,
      fit,
    )
    const shown = frozen ? { ...fit, learned: frozen } : fit
    const standings = standingsOf(usable, used, shown)
    const spreadsOf = ({ id }: Reading) => Math.abs(standings.get(id)!.spreads)
    const worst = usable
      .filter(reading => used.has(reading.id) && reading.trust === 'auto' && spreadsOf(reading) > OUTLIER_SPREADS)
      .sort((a, b) => spreadsOf(b) - spreadsOf(a))
      .slice(0, Math.min(atOnce, most - outliers.size))
    for (const { id } of worst) {
      used.delete(id)
      outliers.add(id)
    }
    if (worst.length > 0) continue
    return {
      fit: shown,
      learned: shown.learned,
      standings: Object.fromEntries(
        [...standings].map(([id, standing]) => [id, { ...standing, isOutlier: outliers.has(id) }]),
      ),
    }
  }
}

/** Whether a reading just taken should be questioned, by what was known before it: its surprise in spreads. */
export const isQuestionable = (reading: Reading, before: Fit, offStops: number): boolean =>
  Math.abs(offStops) > QUESTION_SPREADS * Math.hypot(spreadOf(reading), spreadOfFit(before, reading.lights))
