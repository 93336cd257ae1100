import { computed, onMounted, onUnmounted, ref } from 'vue'
import { useFrames } from '~/stores/frames'
import { useRecords } from '~/stores/records'
import { formatMoment } from '#wording/notation/moment'

/** More records than these would be a list nobody reads. */
const MOST_RECORDS = 20

/** What a live picture can be wiped against: the plan, the frame under Read, or a record of the logbook. */
export const useBeside = () => {
  const frames = useFrames()
  const records = useRecords()
  const chosen = ref('plan')
  const recordPicture = ref('')
  const problem = ref('')

  onMounted(() => {
    if (!records.isLoaded) void records.load()
  })

  const besides = computed(() => [
    { value: 'plan', name: 'the plan' },
    ...(frames.frames.length > 0 ? [{ value: 'frame', name: 'the frame chosen under Read' }] : []),
    ...records.heads.slice(0, MOST_RECORDS).map(({ id, setName, lookName, at }) => ({
      value: `record ${id}`,
      name: `record: ${setName}, ${lookName}, ${formatMoment(at, 'whole')}`,
    })),
  ])
  const beside = computed(() => ({
    value: chosen.value,
    kind: chosen.value.startsWith('record ') ? ('record' as const) : (chosen.value as 'plan' | 'frame'),
  }))

  const letGo = () => {
    if (recordPicture.value) URL.revokeObjectURL(recordPicture.value)
    recordPicture.value = ''
  }
  onUnmounted(letGo)
  const choose = async (what: string) => {
    chosen.value = what || 'plan'
    letGo()
    problem.value = ''
    if (what === 'frame') return frames.show()
    if (!what.startsWith('record ')) return
    const picture = await records.picture(what.slice('record '.length))
    if (chosen.value !== what) return
    if (picture) recordPicture.value = URL.createObjectURL(picture)
    else problem.value = 'This record has no picture.'
  }

  return { beside, besides, recordPicture, problem, choose }
}
