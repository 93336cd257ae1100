import type { Developed, Looking } from '~/workers/light.worker'

/** A picture is lit once the hand rests. */
const REST_MS = 120

/**
 * A picture of the open set as it would be lit: lit again when something moved or it looks elsewhere, only developed again when a
 * power changed.
 */
export const useLitPicture = (looking: () => Looking) => {
  const light = useLight()
  const picture = shallowRef<Developed | undefined>()
  const litFor = ref('')
  const wanted = computed(() => JSON.stringify([light.solvedRevision, looking()]))
  let isDeveloping = false
  let isWaiting = false

  const develop = async () => {
    if (isDeveloping) {
      isWaiting = true
      return
    }
    isDeveloping = true
    do {
      isWaiting = false
      if (!light.camera) break
      picture.value = await light.worker.develop(looking().at, { settings: toRaw(light.shownSettings), camera: light.camera, learned: light.learned }) ?? picture.value
    } while (isWaiting)
    isDeveloping = false
  }

  const relight = useDebounceFn(async () => {
    const mine = wanted.value
    if (await light.worker.light(light.solvedRevision, looking())) {
      litFor.value = mine
      await develop()
    }
  }, REST_MS)

  watch(wanted, relight, { immediate: true })
  watch(() => [light.shownSettings, light.camera, light.learned], develop)

  return { picture, isFresh: computed(() => litFor.value === wanted.value) }
}
