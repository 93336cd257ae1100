import { createSharedComposable, useDebounceFn } from '@vueuse/core'
import { usePlanView } from '~/features/stage/plan/usePlanView'
import { useLight } from '~/stores/light'
import { useStudio } from '~/stores/studio'
import { computed, ref, shallowRef, toRaw, watch } from 'vue'
import { onlyOn } from '#core/model/settings'
import type { StopsMap } from '#services/light/lightApi'

/** Cells across the floor. */
const WIDTH = 48
const REST_MS = 150

/** What lights leave on the floor, in stops over the camera setting: for stop contours, and for the light chosen. */
export const useFloorMaps = createSharedComposable(() => {
  const studio = useStudio()
  const light = useLight()
  const { contours } = usePlanView()
  const chosen = computed(() => {
    const id = studio.selectedId
    return id !== null && studio.document.lights.some(one => one.id === id) ? id : undefined
  })
  const isWanted = computed(() => contours.value !== 'none' || chosen.value !== undefined)
  const litFor = ref(0)

  const relight = useDebounceFn(async () => {
    const revision = light.solvedRevision
    if (!isWanted.value || litFor.value === revision) return
    if (await light.service.light(revision, 'floor', { at: 'floor', width: WIDTH })) litFor.value = revision
  }, REST_MS)
  watch([() => light.solvedRevision, isWanted], relight, { immediate: true })

  /** Whether what lies on the floor is of the set as it stands. */
  const isFresh = computed(() => litFor.value === light.solvedRevision && !light.isLate)

  /** The map under some lights, or undefined while there is none; under a moving hand it stays as it was. */
  const mapOf = (lights: () => 'none' | 'all' | (string & {})) => {
    const map = shallowRef<StopsMap | undefined>()
    watch(
      () => [isFresh.value, litFor.value, lights(), light.shownSettings, light.camera],
      async () => {
        const ids = lights()
        if (ids === 'none' || litFor.value === 0 || !light.camera) {
          map.value = undefined
          return
        }
        if (!isFresh.value) return
        const settings =
          ids === 'all' ? toRaw(light.shownSettings) : onlyOn({ ...studio.look, lights: light.shownSettings }, [ids])
        const found = await light.service.map('floor', { settings, camera: light.camera, learned: light.learned })
        if (found) map.value = found
      },
      { immediate: true },
    )
    return map
  }
  return { isFresh, contourMap: mapOf(() => contours.value), toneMap: mapOf(() => chosen.value ?? 'none'), chosen }
})
