import { parseReadingsCsv, writeReadingsCsv } from '#core/formats/readingsCsv'
import { MOST } from '#core/set/limits'
import { downloadText } from '~/support/download'

/** Bytes that a table of readings may have; 5000 readings take about two million. */
const LARGEST = 8 * 1024 * 1024
const NAMED = 3

/** Readings out to a CSV file and in from one. */
export const useReadingsFile = () => {
  const studio = useStudio()
  const done = ref('')
  const problem = ref('')

  const save = () => downloadText(writeReadingsCsv(studio.document.readings), `${studio.document.id}-readings.csv`, 'text/csv')

  /** Adds what a file has; a reading that is already there is replaced by the file's. */
  const load = async (file: File) => {
    done.value = ''
    problem.value = ''
    if (file.size > LARGEST) {
      problem.value = `"${file.name}" has ${Math.round(file.size / 1024 / 1024)} MB; a table of readings has at most 8. Nothing was changed.`
      return
    }
    const outcome = parseReadingsCsv(await file.text(), studio.document)
    if (!outcome.ok) {
      problem.value = outcome.message
      return
    }
    const { readings, problems } = outcome.value
    const ids = new Set(readings.map(({ id }) => id))
    const kept = studio.document.readings.filter(({ id }) => !ids.has(id))
    if (kept.length + readings.length > MOST.readings) {
      problem.value = `A set holds at most ${MOST.readings} readings; with these it would have ${kept.length + readings.length}. Nothing was changed.`
      return
    }
    if (readings.length > 0) studio.edit(set => ({ ...set, readings: [...kept, ...[...new Map(readings.map(reading => [reading.id, reading])).values()]].sort((a, b) => a.at.localeCompare(b.at)) }))
    done.value = `Took in ${ids.size} reading${ids.size === 1 ? '' : 's'} from "${file.name}".`
    if (problems.length > 0) problem.value = `${problems.length} line${problems.length === 1 ? ' was' : 's were'} left out. ${problems.slice(0, NAMED).join(' ')}${problems.length > NAMED ? ` And ${problems.length - NAMED} more.` : ''}`
  }

  return { save, load, done, problem }
}
