import { useLight } from '~/stores/light'
import { useStudio } from '~/stores/studio'
import { computed } from 'vue'
import { covers } from '#core/evaluation/evaluation'
import { stopsRead } from '#core/calibration/compare'
import { freshReading, lightsInUse } from '#core/metering/run'
import type { MeterStep } from '#core/metering/step'
import { gridPlaces, gridPoints } from '#core/evaluation/probes/gridPoints'

/** The places of the look's grid with what the plan says there and what was read; none where no grid is laid. */
export const useGridPlaces = () => {
  const studio = useStudio()
  const light = useLight()
  const grid = computed(() => studio.look.grid)
  const inUse = computed(() => lightsInUse(studio.document, studio.look))

  const places = computed(() => {
    const { value: laid } = grid
    const { camera, evaluation, planned } = light
    if (!laid || !camera || !evaluation || !planned) return []
    const spots = gridPlaces(laid)
    const points = gridPoints(studio.document, laid)
    // A grid that was just chosen is being worked out.
    if (!covers(planned, points)) return []
    return points.map((point, index) => {
      const step: MeterStep = {
        id: `even/${point.id}`,
        kind: 'even',
        lightIds: inUse.value.map(({ id }) => id),
        pointId: point.id,
      }
      const { stops, fNumber } = evaluation.read(point)
      const reading = freshReading(studio.document, studio.look, step, camera, planned)
      return { ...spots[index]!, point, step, reading, fNumber, stops: reading ? stopsRead(reading, camera) : stops }
    })
  })

  return { grid, inUse, places }
}
