import { goAfter } from '~/support/goAfter'
import { useReadySetUp } from '~/shared/useReadySetUp'
import { useNotices } from '~/stores/notices'
import { useStudio } from '~/stores/studio'
import { computed, ref, shallowRef } from 'vue'
import type { StudioSet } from '#core/model/schema'
import type { StartingPoint } from '#core/starting/startingPoint'
import { replacedBy } from '#wording/startingPoints'

/** Putting a ready set-up into the open set: fitted, its powers found, one step to undo. */
export const useStarting = () => {
  const studio = useStudio()
  const setUp = useReadySetUp()
  const notices = useNotices()
  const isStarting = ref<string | null>(null)
  const problem = ref('')
  /** A set-up that would not come to its look here, with what it would be; it waits for a yes. */
  const waiting = shallowRef<{
    point: StartingPoint
    set: StudioSet
    before: StudioSet
    lacks: string[]
    words: string
  } | null>(null)

  const take = (set: StudioSet, lacking: string[]) => {
    waiting.value = null
    notices.follow(
      'lacks',
      lacking.length > 0
        ? { words: `Not in the kit: ${lacking.join('; ')}. Generic ones stand in until you choose others.` }
        : undefined,
    )
    studio.edit(() => set)
    studio.selectedIds = []
    studio.lookId = null
    return true
  }
  const takenAnyway = async () => {
    const one = waiting.value
    if (!one) return false
    if (studio.document !== one.before) {
      waiting.value = null
      problem.value = 'The set was changed meanwhile, so nothing was set up. Press again.'
      return false
    }
    return take(one.set, one.lacks)
  }

  /** Whether the set-up is now in the set. */
  const started = async (point: StartingPoint) => {
    isStarting.value = point.id
    problem.value = ''
    waiting.value = null
    const before = studio.document
    const ready = await setUp(before, point)
    isStarting.value = null
    if (!ready.ok) {
      problem.value = ready.message
      return false
    }
    // Whoever changed something meanwhile keeps it.
    if (studio.document !== before) {
      problem.value = 'The set was changed meanwhile, so nothing was set up. Press again.'
      return false
    }
    const { set, lacks: lacking, missed } = ready.value
    if (!missed) return take(set, lacking)
    waiting.value = { point, set, before, lacks: lacking, words: missed }
    return false
  }
  const start = (point: StartingPoint) => goAfter(started(point), '/')
  const takeAnyway = () => goAfter(takenAnyway(), '/')

  const replaced = computed(() => replacedBy(studio.document))

  return { start, isStarting, problem, waiting, takeAnyway, replaced }
}
