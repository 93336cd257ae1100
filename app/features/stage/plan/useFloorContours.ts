import { useFloorMaps } from '~/features/stage/plan/useFloorMaps'
import { useStudio } from '~/stores/studio'
import { computed } from 'vue'
import { contours as contourLines } from 'd3-contour'
import { roomBounds } from '#core/model/bounds'

const MOST_LINES = 9

/** A line of equal light: its stops over the camera setting, and its course in metres from the backdrop and across. */
export type Contour = { stops: number; rings: [number, number][][] }

/** Lines in whole stops that the chosen light, or all of them, leave on the floor. */
export const useFloorContours = () => {
  const studio = useStudio()
  const { contourMap } = useFloorMaps()
  const lines = computed((): Contour[] => {
    const { value: map } = contourMap
    if (!map) return []
    const { left, right, back, front } = roomBounds(studio.document.room)
    const [top, bottom] = [
      Math.floor(Math.max(...map.stops)),
      Math.ceil(Math.max(Math.min(...map.stops), Math.max(...map.stops) - MOST_LINES)),
    ]
    const thresholds = Array.from({ length: Math.max(0, top - bottom + 1) }, (_, index) => bottom + index)
    return contourLines()
      .size([map.width, map.height])
      .thresholds(thresholds)(Array.from(map.stops))
      .map(({ value, coordinates }) => ({
        stops: value,
        rings: coordinates
          .flat()
          .map(ring =>
            ring.map(([x, y]): [number, number] => [
              back + (y! / map.height) * (front - back),
              left + (x! / map.width) * (right - left),
            ]),
          ),
      }))
  })
  return { lines }
}
