import { ALL_BACKDROP } from '../../model/placeIds'
import { holdOf, onBackdrop, type MeterPoint } from './points'
import { coveRadius } from '../../scene/surfaces/backdropSurfaces'
import type { Grid, StudioSet } from '../../model/schema'
import { visibleBackdrop } from './areaPoints'
import { GRID_POINTS_EDGE, METER_OFF_M } from '../thresholds'

/** A place of a grid, as shares of its region from the left and from the lower edge. */
export type GridPlace = { across: number; up: number }

/** What the ids of every grid's places begin with. */
const GRID = 'grid/'
/** Whether an id is that of a place of some grid, be it the look's own or another. */
export const isGridPlace = (pointId: string): boolean => pointId.startsWith(GRID)

const rows = (columns: number, count: number): GridPlace[] =>
  Array.from({ length: columns * count }, (_, index) => ({
    across: GRID_POINTS_EDGE + ((1 - 2 * GRID_POINTS_EDGE) * (index % columns)) / (columns - 1),
    up: 1 - GRID_POINTS_EDGE - ((1 - 2 * GRID_POINTS_EDGE) * Math.floor(index / columns)) / (count - 1),
  }))

const NINE = rows(3, 3)

/** Where a grid is read, row by row from the top left. */
export const gridPlaces = ({ places, free }: Grid): readonly GridPlace[] => {
  switch (places) {
    case 'five':
      return [0, 2, 4, 6, 8].map(index => NINE[index]!)
    case 'nine':
      return NINE
    case 'fifteen':
      return rows(5, 3)
    case 'free':
      return free
  }
}

/** Grids that can lie over a backdrop: a cove only where there is one, a floor where it is the backdrop's own. */
export const gridRegions = ({ backdrop }: StudioSet): Grid['over'][] =>
  backdrop.sweepM > 0 && backdrop.kind !== 'lit-panel' ? ['backdrop', 'cove', 'floor'] : ['backdrop']

/** A point of the cove or of the floor before it, square to the surface there. */
const onSweep = (
  set: StudioSet,
  over: 'cove' | 'floor',
  id: string,
  name: string,
  { across, up }: GridPlace,
): MeterPoint => {
  const { backdrop } = set
  const { leftM, rightM } = visibleBackdrop(set)
  const radius = coveRadius(backdrop)
  const xM = leftM + across * (rightM - leftM)
  const angle = over === 'cove' ? ((1 - up) * Math.PI) / 2 : Math.PI / 2
  const facing = [0, Math.cos(angle), Math.sin(angle)] as const
  const out = radius - METER_OFF_M
  const [yM, zM] =
    over === 'cove'
      ? [radius - out * Math.cos(angle), radius - out * Math.sin(angle)]
      : [radius + (1 - up) * Math.max(0.1, backdrop.sweepM - radius), METER_OFF_M]
  return {
    ...onBackdrop(set, { id, name }, { xM, heightM: 1 }),
    position: [xM, yM, zM],
    facing,
    pointed: { receptor: 'flat', way: over === 'cove' ? 'square' : 'up' },
    heldAt: over,
    surface: over === 'floor' ? 'floor' : 'backdrop',
    reflectance: backdrop.reflectance,
    isEssential: false,
  }
}

/**
 * The points of a grid. Ids name region, pattern and place, so that readings of another grid are not taken for these.
 */
export const gridPoints = (set: StudioSet, grid: Grid): MeterPoint[] => {
  const over = gridRegions(set).includes(grid.over) ? grid.over : 'backdrop'
  const { leftM, rightM, bottomM, topM } = visibleBackdrop(set)
  return gridPlaces(grid).map((place, index) => {
    const id = `${GRID}${over}/${grid.places}/${index}`
    const name = `Place ${index + 1}`
    return over === 'backdrop'
      ? {
          ...onBackdrop(
            set,
            { id, name },
            { xM: leftM + place.across * (rightM - leftM), heightM: bottomM + place.up * (topM - bottomM) },
            holdOf(set, ALL_BACKDROP),
          ),
          heldAt: 'backdrop' as const,
          isEssential: false,
        }
      : onSweep(set, over, id, name, place)
  })
}
