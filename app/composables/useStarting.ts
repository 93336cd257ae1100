import { startFrom } from '#core/starting/startFrom'
import type { StartingPoint } from '#core/starting/startingPoint'
import { faults } from '#core/set/faults'

/** Putting a ready set-up into the open set: fitted, its powers found, one step to undo. */
export const useStarting = () => {
  const studio = useStudio()
  const light = useLight()
  const { kit } = storeToRefs(useKit())
  const isStarting = ref<string | null>(null)
  const problem = ref('')
  const lacks = ref<string[]>([])

  const start = async (point: StartingPoint) => {
    isStarting.value = point.id
    problem.value = ''
    const before = studio.document
    try {
      const started = startFrom(toRaw(before), point, toRaw(kit.value))
      const [fault] = faults(started.set)
      if (fault) {
        problem.value = `"${point.name}" does not fit here: ${fault} Nothing was changed; make the room larger or choose another.`
        return
      }
      const settled = await light.worker.settle(started.set)
      // Whoever changed something meanwhile keeps it.
      if (studio.document !== before) {
        problem.value = 'The set was changed meanwhile, so nothing was set up. Press again.'
        return
      }
      lacks.value = started.lacks
      studio.edit(() => settled)
      studio.selectedIds = []
      studio.lookId = null
      await navigateTo('/')
    }
    catch (error) {
      problem.value = `It could not be set up: ${(error as Error).message} Nothing was changed.`
    }
    finally {
      isStarting.value = null
    }
  }

  return { start, isStarting, problem, lacks }
}
