import { onBackdrop, type MeterPoint } from './points'
import type { StudioSet } from '../../model/schema'
import { visibleBackdrop } from './areaPoints'
import { FRAME_COLUMNS, FRAME_ROWS } from '../thresholds'

/** Places of the backdrop that pictures are read at: a grid over what the frame shows of it. */
export const framePoints = (set: StudioSet): MeterPoint[] => {
  const { leftM, rightM, bottomM, topM } = visibleBackdrop(set)
  return Array.from({ length: FRAME_COLUMNS * FRAME_ROWS }, (_, index) => {
    const [column, row] = [index % FRAME_COLUMNS, Math.floor(index / FRAME_COLUMNS)]
    const id = `frame/${row}-${column}`
    const name = `Frame ${['top', 'middle', 'bottom'][row]} ${column + 1}`
    return {
      ...onBackdrop(
        set,
        { id, name },
        {
          xM: leftM + ((column + 0.5) / FRAME_COLUMNS) * (rightM - leftM),
          heightM: topM - ((row + 0.5) / FRAME_ROWS) * (topM - bottomM),
        },
      ),
      heldAt: 'picture' as const,
      isEssential: false,
    }
  })
}
