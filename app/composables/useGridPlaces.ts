import { stopsRead } from '#core/calibration/compare'
import { freshReading, lightsInUse } from '#core/metering/run'
import type { MeterStep } from '#core/metering/step'
import { gridPlaces, gridPoints } from '#core/evaluation/probes/gridPoints'
import { readPoint } from '#core/evaluation/readout'

/** The places of the look's grid with what the plan says there and what was read; none where no grid is laid. */
export const useGridPlaces = () => {
  const studio = useStudio()
  const light = useLight()
  const grid = computed(() => studio.look.grid)
  const inUse = computed(() => lightsInUse(studio.document, studio.look))

  const places = computed(() => {
    const { value: laid } = grid
    const { camera, lighting, planned } = light
    if (!laid || !camera || !lighting || !planned) return []
    const spots = gridPlaces(laid)
    return gridPoints(studio.document, laid).map((point, index) => {
      const step: MeterStep = { id: `even/${point.id}`, kind: 'even', lightIds: inUse.value.map(({ id }) => id), pointId: point.id }
      const { stops, fNumber } = readPoint(studio.document, point, studio.look.lights, camera, lighting)
      const reading = freshReading(studio.document, studio.look, step, camera, planned)
      return { ...spots[index]!, point, step, reading, fNumber, stops: reading ? stopsRead(reading, camera) : stops }
    })
  })

  return { grid, inUse, places }
}
