import { useDebounceFn } from '@vueuse/core'
import { usePlanView } from '~/features/stage/plan/usePlanView'
import { useLight } from '~/stores/light'
import { useStudio } from '~/stores/studio'
import { ref, shallowRef, toRaw, watch } from 'vue'
import { contours as contourLines } from 'd3-contour'
import { roomBounds } from '#core/model/bounds'
import { onlyOn } from '#core/model/settings'

/** Cells across the floor. */
const WIDTH = 48
const REST_MS = 150
const MOST_LINES = 9

/** A line of equal light: its stops over the camera setting, and its course in metres of the room. */
export type Contour = { stops: number; rings: [number, number][][] }

/** Lines in whole stops that the chosen light, or all of them, leave on the floor. */
export const useFloorContours = () => {
  const studio = useStudio()
  const light = useLight()
  const { contours: choice } = usePlanView()
  const lines = shallowRef<Contour[]>([])
  const litFor = ref(0)

  const relight = useDebounceFn(async () => {
    const revision = light.solvedRevision
    if (choice.value === 'none' || litFor.value === revision) return
    if (await light.service.light(revision, 'floor', { at: 'floor', width: WIDTH })) litFor.value = revision
  }, REST_MS)
  watch(() => [light.solvedRevision, choice.value !== 'none'], relight, { immediate: true })

  watch(
    () => [litFor.value, choice.value, light.shownSettings, light.camera],
    async () => {
      if (choice.value === 'none' || litFor.value === 0 || !light.camera) {
        lines.value = []
        return
      }
      const settings =
        choice.value === 'all'
          ? toRaw(light.shownSettings)
          : onlyOn({ ...studio.look, lights: light.shownSettings }, [choice.value])
      const map = await light.service.map('floor', { settings, camera: light.camera, learned: light.learned })
      if (!map) return
      const { left, right, back, front } = roomBounds(studio.document.room)
      const [top, bottom] = [
        Math.floor(Math.max(...map.stops)),
        Math.ceil(Math.max(Math.min(...map.stops), Math.max(...map.stops) - MOST_LINES)),
      ]
      const thresholds = Array.from({ length: Math.max(0, top - bottom + 1) }, (_, index) => bottom + index)
      lines.value = contourLines()
        .size([map.width, map.height])
        .thresholds(thresholds)(Array.from(map.stops))
        .map(({ value, coordinates }) => ({
          stops: value,
          rings: coordinates
            .flat()
            .map(ring =>
              ring.map(([x, y]): [number, number] => [
                left + (x! / map.width) * (right - left),
                back + (y! / map.height) * (front - back),
              ]),
            ),
        }))
    },
  )
  return { lines }
}
