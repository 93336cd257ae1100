import { useDebounceFn } from '@vueuse/core'
import { useLight } from '~/stores/light'
import { useStudio } from '~/stores/studio'
import type { Ref } from 'vue'
import { computed, ref, shallowRef, toRaw, watch } from 'vue'
import type { LightSetting } from '#core/model/schema'
import { COARSE_WIDTH } from '#services/light/coarse'
import type { Developed, Looking } from '#services/light/lightApi'

/** A large picture is shown this wide before it is sharp. */
const MIDDLE_WIDTH = 232

/** A picture is lit once the hand rests. */
const REST_MS = 120

type Options = {
  /** Other light settings than those that are shown. */
  settings?: Ref<Record<string, LightSetting>>
  /** Lit after every answer of a drag, however rough. */
  isLive?: boolean
}

/**
 * A picture of the open set as it would be lit: lit again when something moved or it looks elsewhere, only developed
 * again when a
 * power changed.
 */
export const useLitPicture = (looking: () => Looking, { settings, isLive = false }: Options = {}) => {
  const light = useLight()
  const studio = useStudio()
  const picture = shallowRef<Developed | undefined>()
  const litFor = ref('')
  const isFollowing = computed(() => isLive && studio.isMoving)
  const revision = computed(() => (isFollowing.value ? light.shownRevision : light.solvedRevision))
  const wanted = computed(() => JSON.stringify([revision.value, looking()]))
  const lights = computed(() => settings?.value ?? toRaw(light.shownSettings))
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
      picture.value =
        (await light.service.develop(looking().at, {
          settings: lights.value,
          camera: light.camera,
          learned: light.learned,
        })) ?? picture.value
    } while (isWaiting)
    isDeveloping = false
  }

  /** Widths that a picture is lit at, one after another: at once, then sharp. */
  const widths = (): number[] => {
    const { width } = looking()
    const isFirst = isLive && !picture.value
    // One of the set as it stands that is as wide is there again at once: what it was made of is kept.
    if (picture.value && picture.value.revision === revision.value && picture.value.width >= width) return [width]
    return [
      ...(isFirst && width > COARSE_WIDTH ? [COARSE_WIDTH] : []),
      ...(isLive && width > 1.6 * MIDDLE_WIDTH ? [MIDDLE_WIDTH] : []),
      width,
    ]
  }

  let isLighting = false
  const relight = async () => {
    if (isLighting) return
    isLighting = true
    const mine = wanted.value
    for (const width of widths()) {
      const isLit = await light.service.light(revision.value, looking().at, { ...looking(), width })
      if (!isLit || mine !== wanted.value) break
      await develop()
      // Fresh is what is seen, not what is on its way.
      if (width === looking().width) litFor.value = mine
    }
    isLighting = false
    if (litFor.value === mine) void showFigures()
    // Things moved on meanwhile.
    if (mine !== wanted.value) void (isFollowing.value ? relight() : relightAtRest())
  }
  /** Sitters are shown plain until they are made as they look. */
  const showFigures = async () => {
    if (!['frame', 'screen', 'around'].includes(looking().at)) return
    // Where they cannot be made, sitters stay plain.
    const areNew = await light.service.figures().catch(() => false)
    if (areNew) await relight()
  }
  const relightAtRest = useDebounceFn(relight, REST_MS)

  // What was lit last is there at once, until it is lit again.
  if (looking().at !== 'around') void develop()
  watch(wanted, () => (isFollowing.value ? relight() : relightAtRest()), { immediate: true })
  watch(
    () => [lights.value, light.camera, light.learned],
    () => {
      // Under a moving hand a picture that fits better is on its way, and is developed when it comes.
      if (!(isFollowing.value && isLighting)) void develop()
    },
  )

  return { picture, isFresh: computed(() => litFor.value === wanted.value) }
}
