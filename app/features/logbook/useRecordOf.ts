import { computed, onScopeDispose, ref, shallowRef, watch } from 'vue'
import { useRoute } from 'vue-router'
import { useRecords } from '~/stores/records'
import type { StudioRecord } from '#core/records/recordSchema'

/** The record that an address names, opened and checked, with its picture. */
export const useRecordOf = (parameter = 'id') => {
  const records = useRecords()
  const route = useRoute()
  const id = computed(() => {
    const value = route.query[parameter]
    return typeof value === 'string' ? value : ''
  })
  const record = shallowRef<StudioRecord | undefined>()
  const problem = ref('')
  const picture = ref('')
  /** What is written on it; with the list, so that what is typed shows at once. */
  const head = computed(() => records.heads.find(one => one.id === id.value))

  const dropPicture = () => {
    if (picture.value) URL.revokeObjectURL(picture.value)
    picture.value = ''
  }
  watch(
    id,
    async wanted => {
      record.value = undefined
      problem.value = ''
      dropPicture()
      if (!wanted) {
        problem.value = 'This address names no record. Choose one in the logbook.'
        return
      }
      if (!records.isLoaded) await records.load()
      const outcome = await records.open(wanted)
      if (wanted !== id.value) return
      if (outcome.ok) record.value = outcome.value.record
      else problem.value = outcome.message
    },
    { immediate: true },
  )
  // The picture may be painted after the record was kept.
  watch(
    [id, () => records.thumbs.get(id.value), record],
    async () => {
      const wanted = id.value
      const blob = wanted && record.value ? await records.picture(wanted) : undefined
      if (wanted !== id.value) return
      dropPicture()
      if (blob) picture.value = URL.createObjectURL(blob)
    },
    { immediate: true },
  )
  onScopeDispose(dropPicture)
  return { id, record, head, problem, picture }
}
