import { computed, ref, shallowRef, toRaw, watch } from 'vue'
import { useRoute } from 'vue-router'
import { useNewestRecords } from '~/shared/useNewestRecords'
import { useLibrary } from '~/stores/library'
import { useRecords } from '~/stores/records'
import { useStudio } from '~/stores/studio'
import type { StudioSet } from '#core/model/schema'
import type { Outcome } from '#core/shared/outcome'

/** A set that can be asked of; the open one has not to be read. */
type Source = { value: string; name: string; read?: () => Promise<Outcome<StudioSet>> }

/** Sets and records that an exercise can ask of, and the one that is chosen, with its look. */
export const useAskedSets = () => {
  const studio = useStudio()
  const library = useLibrary()
  const records = useRecords()
  const route = useRoute()

  const named = computed(() => (typeof route.query.record === 'string' ? route.query.record : ''))
  const kept = useNewestRecords(() => named.value)
  const ofSet = async (id: string): Promise<Outcome<StudioSet>> => {
    const opened = await library.read(id)
    return opened.ok ? { ok: true, value: opened.value.set } : opened
  }
  const ofRecord = async (id: string): Promise<Outcome<StudioSet>> => {
    const opened = await records.open(id)
    return opened.ok ? { ok: true, value: opened.value.record.set } : opened
  }
  const open = computed<Source>(() => ({ value: 'open', name: `The open set, ${studio.document.name}` }))
  const sources = computed<Source[]>(() => [
    open.value,
    ...library.sets
      .filter(({ id }) => id !== studio.document.id)
      .map(({ id, name }) => ({ value: `set ${id}`, name: `Set: ${name}`, read: () => ofSet(id) })),
    ...kept.value.map(({ id, name }) => ({ value: `record ${id}`, name: `Record: ${name}`, read: () => ofRecord(id) })),
  ])
  const source = ref(named.value ? `record ${named.value}` : 'open')
  /** The list may still be read: what an address names is waited for. */
  const chosen = computed(() => sources.value.find(({ value }) => value === source.value))

  const read = shallowRef<StudioSet>()
  const failure = ref('')
  watch(
    () => chosen.value?.value,
    async value => {
      read.value = undefined
      failure.value = ''
      const opened = await chosen.value?.read?.()
      if (!opened || chosen.value?.value !== value) return
      if (opened.ok) read.value = opened.value
      else failure.value = opened.message
    },
    { immediate: true },
  )

  const problem = computed(() =>
    !chosen.value && records.isLoaded ? 'That record is not in the logbook.' : failure.value,
  )

  const isOpen = computed(() => source.value === 'open')
  /** The set that is asked of; undefined while it is read, and where it cannot be. */
  const set = computed(() => (isOpen.value ? toRaw(studio.stored) : read.value))
  const chosenLook = ref('')
  const looks = computed(() => (set.value?.looks ?? []).map(({ id, name }) => ({ value: id, name })))
  const lookId = computed(() => {
    const wanted = chosenLook.value || (isOpen.value ? studio.look.id : '')
    return looks.value.some(({ value }) => value === wanted) ? wanted : (looks.value[0]?.value ?? '')
  })

  return { source, sources, set, looks, lookId, chosenLook, problem }
}
