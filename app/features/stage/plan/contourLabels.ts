import type { Contour } from '~/features/stage/plan/useFloorContours'
import type { LabelWish } from '~/features/stage/plan/placeLabels'
import type { PlanMap } from '~/features/stage/plan/planMap'
import { formatStops } from '#wording/notation/stops'

/** A figure stands where its line comes nearest to the camera. */
export const contourLabels = (lines: readonly Contour[], map: PlanMap): LabelWish[] =>
  lines.flatMap(({ stops, rings }) => {
    const longest = rings.toSorted((a, b) => b.length - a.length)[0] ?? []
    const nearest = longest.reduce<[number, number] | undefined>(
      (best, point) => (!best || point[0] > best[0] ? point : best),
      undefined,
    )
    if (!nearest) return []
    const { x, y } = map.at(...nearest)
    const beside = { left: x, right: x, top: y, bottom: y }
    return [{ id: `contour/${stops}`, words: formatStops(stops, 'halves'), sizePx: 12, beside, weight: 0 }]
  })
