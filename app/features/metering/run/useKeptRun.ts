import { watch } from 'vue'
import { useMeterRun } from '~/features/metering/run/useMeterRun'
import { useRecords } from '~/stores/records'
import { useStudio } from '~/stores/studio'

/** A run that is read to its end is kept by itself, once for what was read. */
export const useKeptRun = () => {
  const run = useMeterRun()
  const records = useRecords()
  const studio = useStudio()

  watch(run.isDone, async isDone => {
    const last = studio.document.readings.findLast(({ lookId }) => lookId === studio.look.id)
    if (!isDone || !last) return
    if (!records.isLoaded) await records.load()
    const isKept = records.heads.some(
      ({ from, setId, lookName, at }) =>
        from === 'run' && setId === studio.stored.id && lookName === studio.look.name && at >= last.at,
    )
    if (!isKept && run.isDone.value) await records.keep({ from: 'run' })
  })
}
