import { computed, onUnmounted, ref } from 'vue'
import { useNewestRecords } from '~/shared/useNewestRecords'
import { useFrames } from '~/stores/frames'
import { useRecords } from '~/stores/records'

/** What a live picture can be wiped against: the plan, the frame under Read, or a record of the logbook. */
type Beside = { value: string; name: string; kind: 'plan' | 'frame' | 'record'; recordId?: string }

const PLAN: Beside = { value: 'plan', name: 'the plan', kind: 'plan' }
const FRAME: Beside = { value: 'frame', name: 'the frame chosen under Read', kind: 'frame' }

/** What lies beside the live picture, and all that could. */
export const useBeside = () => {
  const frames = useFrames()
  const records = useRecords()
  const kept = useNewestRecords()
  const beside = ref<Beside>(PLAN)
  const recordPicture = ref('')
  const problem = ref('')

  const besides = computed<Beside[]>(() => [
    PLAN,
    ...(frames.frames.length > 0 ? [FRAME] : []),
    ...kept.value.map(({ id, name }): Beside => ({
      value: `record ${id}`,
      name: `record: ${name}`,
      kind: 'record',
      recordId: id,
    })),
  ])

  const letGo = () => {
    if (recordPicture.value) URL.revokeObjectURL(recordPicture.value)
    recordPicture.value = ''
  }
  onUnmounted(letGo)
  const choose = async (value: string) => {
    const chosen = besides.value.find(one => one.value === value) ?? PLAN
    beside.value = chosen
    letGo()
    problem.value = ''
    if (chosen.kind === 'frame') return frames.show()
    if (chosen.recordId === undefined) return
    const picture = await records.picture(chosen.recordId)
    if (beside.value.value !== value) return
    if (picture) recordPicture.value = URL.createObjectURL(picture)
    else problem.value = 'This record has no picture.'
  }

  return { beside, besides, recordPicture, problem, choose }
}
