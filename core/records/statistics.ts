import type { RecordHead } from './recordHead'
import { grouped, mean } from '../shared/groups'

/** How one lamp stood against its rating, over time; stops. */
type LampHistory = {
  lamp: string
  points: readonly { at: string; stops: number }[]
  meanStops: number
  driftStops: number
}

/** How plan and meter agreed in one month, stops. */
type MonthAgreement = { month: string; records: number; meanOffStops: number }

/** A placement that was used more than once. */
type RepeatedPlacement = { placement: string; ids: readonly string[]; onTarget: number }

/** What many records together say. */
export type LogbookStatistics = {
  lamps: readonly LampHistory[]
  months: readonly MonthAgreement[]
  placements: readonly RepeatedPlacement[]
}

/**
 * Lamps over time, agreement of plan and meter by month (UTC), and placements that were repeated, each from what there
 * is of it. A lamp's drift is its last figure against its first.
 */
export const statisticsOf = (heads: readonly RecordHead[]): LogbookStatistics => {
  const inTime = heads.toSorted((a, b) => a.at.localeCompare(b.at))
  const readings = inTime.flatMap(({ at, lampStops }) => lampStops.map(({ lamp, stops }) => ({ lamp, at, stops })))
  const metered = inTime.filter(({ meanOffStops }) => meanOffStops !== null)
  return {
    lamps: grouped(readings, ({ lamp }) => lamp)
      .map(([lamp, points]) => ({
        lamp,
        points: points.map(({ at, stops }) => ({ at, stops })),
        meanStops: mean(points.map(({ stops }) => stops)),
        driftStops: points.at(-1)!.stops - points[0]!.stops,
      }))
      .toSorted((a, b) => a.lamp.localeCompare(b.lamp)),
    months: grouped(metered, ({ at }) => at.slice(0, 7)).map(([month, group]) => ({
      month,
      records: group.length,
      meanOffStops: mean(group.map(({ meanOffStops }) => meanOffStops!)),
    })),
    placements: grouped(inTime, ({ placement }) => placement)
      .filter(([, group]) => group.length > 1)
      .map(([placement, group]) => ({
        placement,
        ids: group.map(({ id }) => id),
        onTarget: group.filter(({ isOnTarget }) => isOnTarget).length,
      }))
      .toSorted((a, b) => b.ids.length - a.ids.length),
  }
}
