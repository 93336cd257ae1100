import { useDebounceFn } from '@vueuse/core'
import { useGridPlaces } from '~/features/metering/useGridPlaces'
import { useRecording } from '~/shared/useRecording'
import { useLight } from '~/stores/light'
import { useStudio } from '~/stores/studio'
import { computed, ref, shallowRef, toRaw, watch } from 'vue'
import { residualField } from '#core/calibration/residuals'
import { changeGrid } from '#core/edits/edits'
import type { Grid } from '#core/model/schema'
import { visibleBackdrop } from '#core/evaluation/probes/areaPoints'
import { gridRegions } from '#core/evaluation/probes/gridPoints'
import { isEvenEnough, toleranceOf, useOf } from '#core/tone/tolerance'
import { stopsBetween, stopsOnMap, type StopMap } from '~/features/metering/even/evenField'
import { USES } from '#wording/tone'

/** Cells across the map that the light worker makes of the whole backdrop. */
const MAP_WIDTH = 64
/** Cells across the map that is drawn. */
const DRAWN_WIDTH = 90

/** The evenness of what the camera sees: the plan where nothing was read, readings where they were. */
export const useEvenness = () => {
  const studio = useStudio()
  const light = useLight()
  const recording = useRecording()
  const position = ref(0)
  const problem = ref('')

  const { grid, inUse, places } = useGridPlaces()
  const regions = computed(() => gridRegions(studio.document))
  const choose = (changes: Partial<Grid>) => {
    const before: Grid = grid.value ?? { over: 'backdrop', places: 'nine', free: [] }
    position.value = 0
    studio.edit(set => changeGrid(set, studio.look.id, { ...before, ...changes }))
  }
  const place = computed(() => places.value[Math.min(position.value, places.value.length - 1)])
  const readCount = computed(() => places.value.filter(({ reading }) => reading).length)
  /** What was read, by place. */
  const read = computed(() =>
    Object.fromEntries(
      places.value.flatMap(({ point, reading, stops }) => (reading ? [[point.id, stops] as const] : [])),
    ),
  )
  const spreadOf = (stops: readonly number[]) => (stops.length > 0 ? Math.max(...stops) - Math.min(...stops) : 0)
  const spreadStops = computed(() => spreadOf(places.value.map(({ stops }) => stops)))
  const tolerance = computed(() => ({
    stops: toleranceOf(studio.document, studio.look),
    use: USES[useOf(studio.document, studio.look)],
  }))
  const isEven = computed(() => isEvenEnough(spreadStops.value, tolerance.value.stops))

  const whole = shallowRef<StopMap | undefined>()
  const relight = useDebounceFn(async () => {
    if (!grid.value || !light.camera || light.solvedRevision === 0) return
    if (!(await light.service.light(light.solvedRevision, 'evenness', { at: 'backdrop', width: MAP_WIDTH }))) return
    whole.value = await light.service.map('evenness', {
      settings: toRaw(studio.look.lights),
      camera: light.camera,
      learned: light.learned,
    })
  }, 150)
  watch(() => [light.solvedRevision, studio.look.lights, light.camera, light.learned, grid.value === null], relight, {
    immediate: true,
  })

  /** Stops over the camera setting all over the region. */
  const field = computed((): StopMap | undefined => {
    const { value: laid } = grid
    if (!laid) return undefined
    const { backdrop } = studio.document
    const seen = visibleBackdrop(studio.document)
    const isDrop = laid.over === 'backdrop' || !regions.value.includes(laid.over)
    const shape = isDrop ? (seen.topM - seen.bottomM) / (seen.rightM - seen.leftM) : 0.5
    const [width, height] = [DRAWN_WIDTH, Math.max(20, Math.round(DRAWN_WIDTH * shape))]
    const { value: map } = whole
    if (isDrop && !map) return undefined
    const left = residualField(light.learned.residuals ?? [])
    const stops = Float32Array.from({ length: width * height }, (_, cell) => {
      const [across, up] = [((cell % width) + 0.5) / width, 1 - (Math.floor(cell / width) + 0.5) / height]
      if (!isDrop) return stopsBetween(places.value, across, up)
      const [xM, zM] = [
        seen.leftM + across * (seen.rightM - seen.leftM),
        seen.bottomM + up * (seen.topM - seen.bottomM),
      ]
      return (
        stopsOnMap(map!, (xM - backdrop.centreXM) / backdrop.widthM + 0.5, 1 - zM / backdrop.heightM) +
        left({ id: 'map', surface: 'backdrop', position: [xM, 0.03, zM] })
      )
    })
    return { width, height, stops }
  })
  /** The whole backdrop, seen or not, as far as it hangs upright. */
  const wholeSpreadStops = computed(() =>
    whole.value ? spreadOf(Array.from(whole.value.stops).filter(stops => stops > -10)) : undefined,
  )

  const record = async (asking: ReturnType<typeof recording.askBench>): Promise<boolean> => {
    const outcome = await asking
    problem.value = outcome.ok ? '' : outcome.message
    if (!outcome.ok) return false
    const next = places.value.findIndex((one, index) => index > position.value && !one.reading)
    position.value =
      next >= 0
        ? next
        : Math.max(
            0,
            places.value.findIndex(one => !one.reading),
          )
    return true
  }
  const enter = (text: string) =>
    place.value ? record(recording.enter(place.value.step, text)) : Promise.resolve(false)
  const askBench = () => (place.value ? record(recording.askBench(place.value.step)) : Promise.resolve(false))
  const askBenchForAll = async () => {
    for (const one of places.value.filter(({ reading }) => !reading)) {
      const outcome = await recording.askBench(one.step)
      if (!outcome.ok) {
        problem.value = outcome.message
        return
      }
    }
  }
  const addFree = (across: number, up: number) =>
    choose({ places: 'free', free: [...(grid.value?.free ?? []), { across, up }] })
  const removeFree = (index: number) => choose({ free: (grid.value?.free ?? []).filter((_, other) => other !== index) })

  return {
    grid,
    regions,
    inUse,
    choose,
    places,
    place,
    position,
    problem,
    read,
    readCount,
    spreadStops,
    wholeSpreadStops,
    tolerance,
    isEven,
    field,
    enter,
    askBench,
    askBenchForAll,
    addFree,
    removeFree,
    isAsking: recording.isAsking,
  }
}
