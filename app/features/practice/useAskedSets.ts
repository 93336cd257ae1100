import { computed, onMounted, ref, shallowRef, toRaw, watch } from 'vue'
import { useRoute } from 'vue-router'
import { useLibrary } from '~/stores/library'
import { useRecords } from '~/stores/records'
import { useStudio } from '~/stores/studio'
import type { StudioSet } from '#core/model/schema'
import { formatMoment } from '#wording/notation/moment'

/** What is on the screen, and the newest of the logbook: more would be a list nobody reads. */
const OPEN = 'open'
const MOST_RECORDS = 20

/** Sets and records that an exercise can ask of, and the one that is chosen, with its look. */
export const useAskedSets = () => {
  const studio = useStudio()
  const library = useLibrary()
  const records = useRecords()
  const route = useRoute()

  onMounted(() => {
    if (!records.isLoaded) void records.load()
  })

  const named = computed(() => (typeof route.query.record === 'string' ? route.query.record : ''))
  const source = ref(named.value ? `record ${named.value}` : OPEN)
  const sources = computed(() => {
    const kept = records.heads.filter(({ id }, at) => at < MOST_RECORDS || id === named.value)
    return [
      { value: OPEN, name: `The open set, ${studio.document.name}` },
      ...library.sets
        .filter(({ id }) => id !== studio.document.id)
        .map(({ id, name }) => ({ value: `set ${id}`, name: `Set: ${name}` })),
      ...kept.map(({ id, setName, lookName, at }) => ({
        value: `record ${id}`,
        name: `Record: ${setName}, ${lookName}, ${formatMoment(at, 'whole')}`,
      })),
    ]
  })

  const read = shallowRef<StudioSet>()
  const problem = ref('')
  watch(
    source,
    async chosen => {
      read.value = undefined
      problem.value = ''
      if (chosen === OPEN) return
      const [kind, id] = [chosen.split(' ')[0], chosen.slice(chosen.indexOf(' ') + 1)]
      const opened = await (kind === 'set' ? library.read(id) : records.open(id))
      if (source.value !== chosen) return
      if (!opened.ok) problem.value = opened.message
      else read.value = 'record' in opened.value ? opened.value.record.set : opened.value.set
    },
    { immediate: true },
  )

  /** The set that is asked of; undefined while it is read, and where it cannot be. */
  const set = computed(() => (source.value === OPEN ? toRaw(studio.stored) : read.value))
  const chosenLook = ref('')
  const looks = computed(() => (set.value?.looks ?? []).map(({ id, name }) => ({ value: id, name })))
  const lookId = computed(() => {
    const wanted = chosenLook.value || (source.value === OPEN ? studio.look.id : '')
    return looks.value.some(({ value }) => value === wanted) ? wanted : (looks.value[0]?.value ?? '')
  })

  return { source, sources, set, looks, lookId, chosenLook, problem }
}
