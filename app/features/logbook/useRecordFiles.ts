import { ref } from 'vue'
import { stemOf, useRecordOut } from '~/shared/useRecordOut'
import { useUnits } from '~/shared/useUnits'
import { useRecords } from '~/stores/records'
import { downloadBlob, downloadText } from '~/support/download'
import { formatBytes } from '~/support/bytes'
import { parseRecordFile, writeRecordFile } from '#core/records/recordFile'
import { NO_ANNOTATION, type Annotation, type StudioRecord } from '#core/records/recordSchema'
import { cameraWords } from '#wording/records'
import { recordMarkdown } from '#wording/recordText'
import { fileTold } from '#wording/refusals/told'

/** A record of a set at its limits has some ten million bytes. */
const MOST_BYTES = 40_000_000

/** Records out to files that other programs read, and in from this app's own. */
export const useRecordFiles = () => {
  const records = useRecords()
  const { distance } = useUnits()
  const done = ref('')
  const problem = ref('')

  const take = async (file: File) => {
    done.value = problem.value = ''
    if (file.size > MOST_BYTES) {
      problem.value = `"${file.name}" has ${formatBytes(file.size)}; a record has at most ${formatBytes(MOST_BYTES)}. Nothing was changed in the logbook.`
      return
    }
    const outcome = fileTold(parseRecordFile(await file.text()))
    if (!outcome.ok) {
      problem.value = outcome.message
      return
    }
    const { record, annotation } = outcome.value
    const id = await records.takeIn(record, annotation)
    done.value = id
      ? `Taken in: "${record.set.name}, ${record.set.looks[0]!.name}". Pictures are not in record files.`
      : `"${record.set.name}, ${record.set.looks[0]!.name}" is in the logbook already, so nothing was added.`
  }

  /** Takes in the records of the made-up almanac that ship with the app, to look about in. */
  const takeAlmanac = async () => {
    done.value = problem.value = ''
    const answer = await fetch('/demo/almanac-records.json').catch(() => undefined)
    if (!answer?.ok) {
      problem.value = 'The almanac’s records could not be fetched from this app. Nothing was changed in the logbook.'
      return
    }
    for (const file of (await answer.json()) as unknown[]) {
      const outcome = fileTold(parseRecordFile(JSON.stringify(file)))
      if (!outcome.ok) {
        problem.value = outcome.message
        return
      }
      await records.takeIn(outcome.value.record, outcome.value.annotation, true)
    }
  }

  return {
    ...useRecordOut(),
    take,
    takeAlmanac,
    done,
    problem,
    saveRecord: (record: StudioRecord, annotation: Annotation) =>
      downloadText(writeRecordFile(record, annotation), `${stemOf(record)}.keen-tonal-record.json`),
    /** The record's picture as a PNG that says itself what it is of. */
    savePicture: async (record: StudioRecord) => {
      const blob = await records.picture(record.id)
      if (!blob) return
      const { pngWithFacts } = await import('~/support/factsPicture')
      const bitmap = await createImageBitmap(blob)
      const canvas = new OffscreenCanvas(bitmap.width, bitmap.height)
      const context = canvas.getContext('2d')!
      context.drawImage(bitmap, 0, 0)
      const png = pngWithFacts(context.getImageData(0, 0, bitmap.width, bitmap.height), {
        Title: `${record.set.name}, ${record.set.looks[0]!.name}`,
        'Creation Time': record.at,
        Source: `${cameraWords(record.camera)}; simulated`,
        Description: record.headline,
        Comment: recordMarkdown(record, NO_ANNOTATION, distance),
      })
      downloadBlob(new Blob([png], { type: 'image/png' }), `${stemOf(record)}.png`)
    },
  }
}
