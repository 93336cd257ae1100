import { coverageOf } from '../../camera/coverage'
import { onBackdrop, type MeterPoint } from './points'
import { coveRadius } from '../../scene/surfaces/backdropSurfaces'
import type { AreaTarget, Look, StudioSet } from '../../model/schema'
import { INSET_M, LEAST_M, AREA_COLUMNS, AREA_ROWS, POOL_RING } from '../thresholds'

/** The backdrop as far as the frame shows it, metres of the room. */
export type Visible = { leftM: number; rightM: number; bottomM: number; topM: number }

/** The part of the upright backdrop that the frame shows; where it shows next to none, the middle of it. */
export const visibleBackdrop = (set: StudioSet): Visible => {
  const { centreXM, widthM, heightM, sweepM } = set.backdrop
  const seen = coverageOf(set)
  const between = (value: number, least: number, most: number) => Math.min(most, Math.max(least, value))
  const [left, right] = [centreXM - widthM / 2 + INSET_M, centreXM + widthM / 2 - INSET_M]
  const [low, high] = [
    Math.min(heightM - 2 * LEAST_M, (sweepM > 0 ? coveRadius(set.backdrop) : 0) + INSET_M),
    heightM - INSET_M,
  ]
  const leftM = between(seen.leftM, left, right - LEAST_M)
  const bottomM = between(seen.bottomM, low, high - LEAST_M)
  return {
    leftM,
    rightM: Math.max(leftM + LEAST_M, between(seen.rightM, left, right)),
    bottomM,
    topM: Math.max(bottomM + LEAST_M, between(seen.topM, low, high)),
  }
}

/** Row 0 is the top, column 0 the left. */
export const areaId = (row: number, column: number): string => `area/${row}-${column}`
/** A pool belongs to its look: two looks may have one each, at places of their own. */
export const poolMiddleId = (lookId: string): string => `pool/${lookId}/middle`
/** The id of a place round a look's pool. */
export const ringId = (lookId: string, index: number): string => `pool/${lookId}/ring-${index}`

const place = (set: StudioSet, id: string, xM: number, heightM: number): MeterPoint => ({
  ...onBackdrop(set, { id, name: 'Backdrop' }, { xM, heightM }),
  isEssential: false,
})

/** A grid over what the frame shows of the backdrop, row by row from the top left. */
export const visibleGrid = (set: StudioSet): MeterPoint[] => {
  const { leftM, rightM, bottomM, topM } = visibleBackdrop(set)
  return Array.from({ length: AREA_ROWS * AREA_COLUMNS }, (_, index) => {
    const [row, column] = [Math.floor(index / AREA_COLUMNS), index % AREA_COLUMNS]
    return place(
      set,
      areaId(row, column),
      leftM + ((column + 0.5) / AREA_COLUMNS) * (rightM - leftM),
      topM - ((row + 0.5) / AREA_ROWS) * (topM - bottomM),
    )
  })
}

const poolPoints = (
  set: StudioSet,
  lookId: string,
  { xM, heightM, radiusM }: Extract<AreaTarget, { kind: 'pool' }>,
): MeterPoint[] => {
  const { backdrop } = set
  const onDrop = (x: number, height: number): [number, number] => [
    Math.max(
      backdrop.centreXM - backdrop.widthM / 2 + 0.02,
      Math.min(backdrop.centreXM + backdrop.widthM / 2 - 0.02, x),
    ),
    Math.max(0.1, Math.min(backdrop.heightM - 0.02, height)),
  ]
  const ring = Array.from({ length: POOL_RING }, (_, index) => {
    const angle = (2 * Math.PI * index) / POOL_RING
    return place(
      set,
      ringId(lookId, index),
      ...onDrop(xM + radiusM * Math.cos(angle), heightM + radiusM * Math.sin(angle)),
    )
  })
  return [place(set, poolMiddleId(lookId), ...onDrop(xM, heightM)), ...ring]
}

/** Points that the area targets of some looks are judged at; none where no area is asked for. */
export const areaPoints = (set: StudioSet, looks: readonly Look[] = set.looks): MeterPoint[] => [
  ...(looks.some(({ areas }) => areas.some(({ kind }) => kind === 'even' || kind === 'ramp')) ? visibleGrid(set) : []),
  ...looks.flatMap(({ id, areas }) => {
    const pool = areas.find(area => area.kind === 'pool')
    return pool ? poolPoints(set, id, pool) : []
  }),
]
