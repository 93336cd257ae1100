import { ref } from 'vue'
import { usePractice } from '~/stores/practice'
import { downloadText } from '~/support/download'
import { fileStem } from '~/support/fileName'
import { formatBytes } from '~/support/bytes'
import { parseCollection, writeCollection, type Collection } from '#core/practice/collection'
import { writeResultsCsv } from '#core/practice/resultsTable'
import { fileTold } from '#wording/refusals/told'

/** A collection of two hundred sets has some ten million bytes. */
const MOST_BYTES = 40_000_000

/** Collections in from files and out to them; their results as a table. */
export const useCollectionFiles = () => {
  const practice = usePractice()
  const problem = ref('')
  const done = ref('')

  const take = async (file: File) => {
    problem.value = done.value = ''
    if (file.size > MOST_BYTES) {
      problem.value = `"${file.name}" has ${formatBytes(file.size)}; a collection has at most ${formatBytes(MOST_BYTES)}. Nothing was changed.`
      return
    }
    const outcome = fileTold(parseCollection(await file.text()))
    if (!outcome.ok) {
      problem.value = outcome.message
      return
    }
    const isHere = practice.collections.some(({ id }) => id === outcome.value.id)
    await practice.keepCollection(outcome.value)
    done.value = isHere
      ? `"${outcome.value.title}" took the place of the one that was here.`
      : `Taken in: "${outcome.value.title}".`
  }

  const save = (collection: Collection) =>
    downloadText(writeCollection(collection), `${fileStem(collection.title)}.keen-tonal-collection.json`)
  const saveResults = (collection: Collection) =>
    downloadText(
      writeResultsCsv(practice.resultsOf(collection).filter(result => result !== undefined)),
      `${fileStem(collection.title)}-results.csv`,
      'text/csv',
    )

  return { take, save, saveResults, problem, done }
}
