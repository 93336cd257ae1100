import { storeToRefs } from 'pinia'
import { navigateTo } from '#imports'
import { useKit } from '~/stores/kit'
import { useLight } from '~/stores/light'
import { useStudio } from '~/stores/studio'
import { computed, ref, shallowRef, toRaw } from 'vue'
import { missedWords } from '#wording/misses'
import { replacedBy, startFrom } from '#core/starting/startFrom'
import type { StudioSet } from '#core/model/schema'
import type { StartingPoint } from '#core/starting/startingPoint'
import { validationErrors } from '#core/validation/validation'

/** Putting a ready set-up into the open set: fitted, its powers found, one step to undo. */
export const useStarting = () => {
  const studio = useStudio()
  const light = useLight()
  const { kit } = storeToRefs(useKit())
  const isStarting = ref<string | null>(null)
  const problem = ref('')
  const lacks = ref<string[]>([])
  /** A set-up that would not come to its look here, with what it would be; it waits for a yes. */
  const waiting = shallowRef<{
    point: StartingPoint
    set: StudioSet
    before: StudioSet
    lacks: string[]
    words: string
  } | null>(null)

  const take = async (set: StudioSet, lacking: string[]) => {
    waiting.value = null
    lacks.value = lacking
    studio.edit(() => set)
    studio.selectedIds = []
    studio.lookId = null
    await navigateTo('/')
  }
  const takeAnyway = async () => {
    const one = waiting.value
    if (!one) return
    if (studio.document !== one.before) {
      waiting.value = null
      problem.value = 'The set was changed meanwhile, so nothing was set up. Press again.'
      return
    }
    await take(one.set, one.lacks)
  }

  const start = async (point: StartingPoint) => {
    isStarting.value = point.id
    problem.value = ''
    waiting.value = null
    const before = studio.document
    try {
      const started = startFrom(toRaw(before), point, toRaw(kit.value))
      const [fault] = validationErrors(started.set)
      if (fault) {
        problem.value = `"${point.name}" does not fit this room: ${fault} No change made; make the room larger or choose another.`
        return
      }
      const { set: settled, missed } = await light.service.settle(started.set)
      // Whoever changed something meanwhile keeps it.
      if (studio.document !== before) {
        problem.value = 'The set was changed meanwhile, so nothing was set up. Press again.'
        return
      }
      if (missed.length > 0) {
        waiting.value = {
          point,
          set: settled,
          before,
          lacks: started.lacks,
          words: missedWords(missed, settled.looks.length > 1).join('; '),
        }
        return
      }
      await take(settled, started.lacks)
    } catch (error) {
      problem.value = `It could not be set up: ${(error as Error).message} Nothing was changed.`
    } finally {
      isStarting.value = null
    }
  }

  const replaced = computed(() => replacedBy(studio.document))

  return { start, isStarting, problem, lacks, waiting, takeAnyway, replaced }
}
