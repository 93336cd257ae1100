import { computed, ref, shallowRef, toRaw, watch } from 'vue'
import { lightingKey, stageKey, thingsKey } from '#core/evaluation/solverKeys'
import type { LightLayer } from '#core/physics/transport/lightLayer'
import type { FrameIntrusion } from '#core/render/frameIntrusions'
import { COARSE_WIDTH } from '#services/light/coarse'
import type { Exactness } from '#services/light/lightApi'
import type { lightService } from '#services/light/lightService'
import { isCalledOff, newest } from '#services/rpc/latest'
import { useStudio } from './studio'
import { errorWords } from '#wording/impossible'

/** Light on a set as it stands: what falls from each light everywhere, and what stands in the frame. */
export type WholeLight = { of: string; layers: LightLayer[]; intrusions: FrameIntrusion[] }

/** Stands of the set whose light is kept, a few for every look. */
const MOST_REMEMBERED = 48

/** After this long a rough solve under way is told to make room for a newer question. */
const PATIENCE_MS = 120
/** While something is under the hand, the whole is left until the hand has rested for so long. */
const REST_MS = 150

/**
 * Has the light of the open set worked out, rough first and whole once the hand rests; what it comes to is kept for
 * stands of the set that come again.
 */
export const useSolving = (service: ReturnType<typeof lightService>) => {
  const studio = useStudio()
  const layers = shallowRef<WholeLight>()
  /** The newest answer, however rough. */
  const shownRevision = ref(0)
  const solvedRevision = ref(0)
  const failure = ref<string | null>(null)
  /** Share of the solve under way that is done; null when none is. */
  const progress = ref<number | null>(null)
  /** Whether the figures come from a draft that nothing is finishing. */
  const isStopped = ref(false)
  let revision = 0
  const solves = newest()
  let startedAt = 0
  /** Figures that are not yet what everything comes to rest at. */
  const isBusy = ref(false)
  let isWaiting = false
  let isWholeUnderWay = false
  /** Ends the wait for the hand to rest. */
  let wake: (() => void) | undefined

  const geometry = computed(() => lightingKey(studio.document))
  let lastThings = ''
  let lastSurfaces = ''

  const solveOnce = async (exactness: Exactness): Promise<boolean> => {
    const [set, of] = [toRaw(studio.document), geometry.value]
    revision += 1
    isWholeUnderWay = exactness === 'full'
    startedAt = performance.now()
    progress.value = 0
    const answer = await service
      .solve(revision, set, exactness, {
        signal: solves.next(),
        report: share => {
          progress.value = share
        },
      })
      .catch((error: unknown) => {
        if (!isCalledOff(error)) throw error
      })
    progress.value = null
    if (!answer) return false
    layers.value = { of, layers: answer.layers, intrusions: answer.intrusions }
    if (!answer.isDraft) remember(layers.value)
    shownRevision.value = answer.revision
    if (!answer.isDraft) solvedRevision.value = answer.revision
    return !answer.isDraft
  }

  /**
   * What gives figures at once: nothing has to be left out when surfaces stay, little when lights move, more when
   * other things do.
   */
  const firstExactness = (): Exactness => {
    const [things, surfaces] = [thingsKey(studio.document), stageKey(studio.document)]
    const isWhole = surfaces === lastSurfaces
    const isLights = things === lastThings
    lastThings = things
    lastSurfaces = surfaces
    if (isWhole) return 'full'
    return isLights ? 'quick' : 'draft'
  }

  /** Solves until nothing newer waits: in a rough way first when surfaces moved, so that figures follow the hand. */
  const solve = async () => {
    if (isBusy.value) {
      isWaiting = true
      // Figures are there already: the whole of what stood before is no use to anybody.
      if (isWholeUnderWay || performance.now() - startedAt > PATIENCE_MS) solves.stop()
      wake?.()
      return
    }
    isBusy.value = true
    try {
      do {
        isWaiting = false
        isStopped.value = false
        const isWhole = await solveOnce(firstExactness())
        if (!isWhole && !isWaiting) await rested()
        if (!isWhole && !isWaiting && !isStopped.value) await solveOnce('full')
      } while (isWaiting)
      if (!isStopped.value) void service.warm({ at: 'frame', width: COARSE_WIDTH }).catch(() => {})
      failure.value = null
    } catch (error) {
      failure.value = `The light could not be worked out: ${errorWords(error)} Undo the last step; your set is kept.`
    } finally {
      isBusy.value = false
    }
  }

  /** Waits until nothing has moved under the hand for a while, or something newer is asked. */
  const rested = async () => {
    if (!studio.isDragging) return
    await new Promise<void>(resolve => {
      wake = resolve
      setTimeout(resolve, REST_MS)
    })
    wake = undefined
  }

  /** Stops the solve under way; what figures there are stay. */
  const stop = () => {
    isStopped.value = true
    wake?.()
    solves.stop()
  }

  const remembered = new Map<string, WholeLight>()
  /** Keeps light that was worked out whole, so that another look of the set is there at once. */
  const remember = (light: WholeLight) => {
    remembered.delete(light.of)
    remembered.set(light.of, light)
    for (const oldest of remembered.keys()) {
      if (remembered.size <= MOST_REMEMBERED) break
      remembered.delete(oldest)
    }
  }

  watch(
    geometry,
    key => {
      const known = remembered.get(key)
      if (known && !studio.isDragging) layers.value = known
      void solve()
    },
    { immediate: true },
  )

  return {
    layers,
    failure,
    geometry,
    shownRevision,
    solvedRevision,
    progress,
    isStopped,
    isBusy,
    solve,
    stop,
    remember,
  }
}
