import { counted, leftOutWords } from '#wording/language'
import { useStudio } from '~/stores/studio'
import { useVault } from '~/stores/vault'
import { ref, toRaw } from 'vue'
import { writeReadingsCsv } from '#core/formats/readingsCsv'
import { downloadText } from '~/support/download'

/** Readings out to a CSV file and in from one. */
export const useReadingsFile = () => {
  const studio = useStudio()
  const vault = useVault()
  const done = ref('')
  const problem = ref('')

  const save = () =>
    downloadText(writeReadingsCsv(studio.document.readings), `${studio.document.id}-readings.csv`, 'text/csv')

  /** Adds what a file has; a reading that is already there is replaced by the file's. */
  const load = async (file: File) => {
    done.value = ''
    problem.value = ''
    const ticket = studio.ticket()
    const outcome = await vault.reader.readReadings(file, toRaw(ticket.set))
    if (!outcome.ok) {
      problem.value = outcome.message
      return
    }
    const { readings, problems } = outcome.value
    const ids = new Set(readings.map(({ id }) => id))
    const taken = ticket.commit('This table', set => ({
      ...set,
      readings: [
        ...set.readings.filter(({ id }) => !ids.has(id)),
        ...new Map(readings.map(reading => [reading.id, reading])).values(),
      ].sort((a, b) => a.at.localeCompare(b.at)),
    }))
    if (!taken.ok) {
      problem.value = taken.message
      return
    }
    done.value = `Took in ${counted(ids.size, 'reading')} from "${file.name}".`
    if (problems.length > 0) problem.value = leftOutWords(problems)
  }

  return { save, load, done, problem }
}
