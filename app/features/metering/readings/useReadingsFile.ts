import { counted } from '#wording/language'
import { useStudio } from '~/stores/studio'
import { useVault } from '~/stores/vault'
import { ref, shallowRef, toRaw } from 'vue'
import { writeReadingsCsv, type ReadingsIn } from '#core/formats/readingsCsv'
import type { DateOrder } from '#core/formats/timeIn'
import { fileStem } from '~/support/fileName'
import { downloadText } from '~/support/download'

/** A table that was read and not yet taken in. */
export type Waiting = { file: File; read: ReadingsIn; ticket: ReturnType<ReturnType<typeof useStudio>['ticket']> }

/** Readings out to a CSV file and in from one: what was understood is shown before it is taken in. */
export const useReadingsFile = () => {
  const studio = useStudio()
  const vault = useVault()
  const done = ref('')
  const problem = ref('')
  const waiting = shallowRef<Waiting | null>(null)

  const save = () =>
    downloadText(
      writeReadingsCsv(studio.document.readings),
      `${fileStem(studio.document.name)}-readings.csv`,
      'text/csv',
    )

  /** Reads a table and shows what was understood; `order` answers what its dates leave open. */
  const load = async (file: File, order?: DateOrder) => {
    done.value = ''
    problem.value = ''
    const ticket = studio.ticket()
    const outcome = await vault.reader.readReadings(file, toRaw(ticket.set), order)
    waiting.value = outcome.ok ? { file, read: outcome.value, ticket } : null
    if (!outcome.ok) problem.value = `${file.name}: ${outcome.message}`
  }

  /** Adds what a table has; a reading that is already there is replaced by the table's. */
  const take = () => {
    if (!waiting.value) return
    const { file, read, ticket } = waiting.value
    waiting.value = null
    const ids = new Set(read.readings.map(({ id }) => id))
    const taken = ticket.commit('This table', set => ({
      ...set,
      readings: [
        ...set.readings.filter(({ id }) => !ids.has(id)),
        ...new Map(read.readings.map(reading => [reading.id, reading])).values(),
      ].sort((a, b) => a.at.localeCompare(b.at)),
    }))
    if (taken.ok) done.value = `Took in ${counted(ids.size, 'reading')} from "${file.name}".`
    else problem.value = taken.message
  }

  const leave = () => {
    waiting.value = null
  }

  return { save, load, take, leave, waiting, done, problem }
}
