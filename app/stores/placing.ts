import { defineStore } from 'pinia'
import { computed, markRaw, ref, shallowRef, toRaw, watch } from 'vue'
import { applyChange } from '#core/changes/apply'
import { learnedOf } from '#core/evaluation/calibratedLighting'
import { inLook } from '#core/looks/inLook'
import { isCalledOff, newest } from '#services/rpc/latest'
import type { PlacedFront, PlacedLooks } from '#services/search/searchApi'
import { searchService } from '#services/search/searchService'
import { useLight } from './light'
import { useStudio } from './studio'

/** One placement for all looks: asked for in a worker of its own; answers belong to the set they were asked of. */
export const usePlacing = defineStore('placing', () => {
  const studio = useStudio()
  const light = useLight()
  const service = markRaw(searchService())
  const questions = newest()
  /** Things that each look may have moved for itself. */
  const mostMoved = ref(2)
  const isBusy = ref(false)
  const share = ref(0)
  const failure = ref('')
  const found = shallowRef<PlacedFront | null>(null)
  const chosenId = ref<string | null>(null)
  /** A placement was made since the last question. */
  const isTaken = ref(false)

  const stop = () => {
    questions.stop()
    isBusy.value = false
  }
  const ask = async () => {
    const set = toRaw(studio.stored)
    const signal = questions.next()
    isBusy.value = true
    share.value = 0
    failure.value = ''
    found.value = null
    chosenId.value = null
    isTaken.value = false
    const learned = Object.fromEntries(
      set.looks.map(look => [look.id, learnedOf(inLook(set, look.id), look, light.calibration)]),
    )
    try {
      const answer = await service.placeForAll(
        set,
        { learned, mayChangeCamera: true, mostMoved: mostMoved.value },
        {
          signal,
          report: ({ found: some, share: done }) => {
            found.value = some
            share.value = done
          },
        },
      )
      if (answer) found.value = answer
    } catch (error) {
      if (isCalledOff(error)) return
      failure.value = `The search broke off: ${(error as Error).message} Your set is as it was.`
    }
    isBusy.value = false
  }

  /** The one that is looked at: chosen, or the one that misses least. */
  const shown = computed((): PlacedLooks | undefined => {
    const front = found.value?.front ?? []
    return front.find(({ id }) => id === chosenId.value) ?? front.toSorted((a, b) => a.missStops - b.missStops)[0]
  })
  /** Makes a placement, one step to undo. */
  const accept = ({ change }: PlacedLooks) => {
    studio.editKept(set => applyChange(set, change))
    isTaken.value = true
  }

  watch(
    () => studio.stored,
    () => {
      if (isBusy.value) failure.value = 'The set was changed meanwhile, so the search was stopped. Look again.'
      stop()
      found.value = null
      chosenId.value = null
    },
  )

  return { mostMoved, isBusy, isTaken, share, failure, found, shown, chosenId, ask, stop, accept }
})
