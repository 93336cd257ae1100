import { computed, onMounted } from 'vue'
import { useRecords } from '~/stores/records'
import { formatMoment } from '#wording/notation/moment'

/** More would be a list nobody reads. */
const MOST = 20

/** The newest records of the logbook by name, to choose from, and one more that may be older. */
export const useNewestRecords = (alsoId: () => string = () => '') => {
  const records = useRecords()
  onMounted(() => {
    if (!records.isLoaded) void records.load()
  })
  return computed(() =>
    records.heads
      .filter(({ id }, at) => at < MOST || id === alsoId())
      .map(({ id, setName, lookName, at }) => ({ id, name: `${setName}, ${lookName}, ${formatMoment(at, 'whole')}` })),
  )
}
