import { ref, toRaw } from 'vue'
import { useStudio } from '~/stores/studio'
import { downloadText } from '~/support/download'
import { fileStem } from '~/support/fileName'
import { parsePatchCsv, writePatchCsv } from '#core/formats/patchCsv'
import { textOf } from '#core/formats/textOf'
import { counted } from '#wording/language'
import { leftOutWords } from '#wording/refusals/tables'
import { tableTold } from '#wording/refusals/told'

/** A patch sheet is no larger than this, bytes. */
const MOST_BYTES = 1_000_000

/** The patch out to a sheet, and in from one. */
export const usePatchFiles = () => {
  const studio = useStudio()
  const done = ref('')
  const problem = ref('')

  const take = async (file: File) => {
    done.value = problem.value = ''
    const ticket = studio.ticket()
    if (file.size > MOST_BYTES) {
      problem.value = `"${file.name}" is larger than any patch sheet. Nothing was changed.`
      return
    }
    const outcome = tableTold(parsePatchCsv(textOf(new Uint8Array(await file.arrayBuffer())), toRaw(ticket.set)))
    if (!outcome.ok) {
      problem.value = outcome.message
      return
    }
    const { taken, problems, set: read } = outcome.value
    const kept = ticket.commit('This sheet', set => ({ ...set, rig: { ...set.rig, fixtures: read.rig.fixtures } }))
    if (!kept.ok) {
      problem.value = kept.message
      return
    }
    done.value = `Patched ${counted(taken, 'lamp')} from "${file.name}".`
    if (problems.length > 0) problem.value = leftOutWords(problems)
  }

  const save = () =>
    downloadText(writePatchCsv(studio.document), `${fileStem(studio.document.name)}-patch.csv`, 'text/csv')

  return { take, save, done, problem }
}
