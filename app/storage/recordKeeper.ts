import * as v from 'valibot'
import { base64FromBytes, bytesFromBase64 } from '../support/base64'
import { checkAnnotation, checkRecord } from '#core/records/recordFile'
import type { Copies } from './copies'
import type { Database } from './database'
import type { RecordPictures, Records } from './records'

const PicturesSchema = v.object({ whole: v.string(), small: v.string(), type: v.picklist(['image/jpeg', 'image/png']) })

/** The pictures in a copy; undefined where there are none, or none that can be read. */
const picturesIn = (value: unknown): RecordPictures | undefined => {
  const read = v.safeParse(PicturesSchema, value)
  if (!read.success) return undefined
  try {
    const { whole, small, type } = read.output
    return { whole: bytesFromBase64(whole), small: bytesFromBase64(small), type }
  } catch {
    return undefined
  }
}

/** Second copies of records: taken of sound ones, brought back where only the copy is left. */
export const createRecordKeeper = (database: Database, records: Records, copies: Copies) => {
  const picturesOf = async (id: string) => {
    const [whole, small] = [await database.recordPictures.get(id), await database.recordThumbs.get(id)]
    return whole && small
      ? { whole: base64FromBytes(whole.bytes), small: base64FromBytes(small.bytes), type: whole.type }
      : null
  }
  const copyRow = async (id: string): Promise<void> => {
    const row = await database.records.get(id)
    if (!row || !checkRecord(row.record).ok) return
    const at = new Date().toISOString()
    // What is written on a record changes; the newest copy is the one that counts.
    await copies.write({
      id,
      name: id,
      updatedAt: at,
      revision: Date.parse(at),
      document: { record: row.record, annotation: row.annotation, pictures: await picturesOf(id) },
    })
  }

  /** Writes copies that are missing, and brings back records of which only the copy is left; answers how many. */
  const reconcile = async (): Promise<number> => {
    let broughtBack = 0
    const copied = new Set(await copies.ids())
    for (const id of copied) {
      if (await database.records.get(id)) continue
      const { record, annotation, pictures } = ((await copies.read(id))?.document ?? {}) as Record<string, unknown>
      const checked = checkRecord(record)
      if (checked.ok && (await records.keep(checked.value, picturesIn(pictures), checkAnnotation(annotation))))
        broughtBack += 1
    }
    for (const id of await database.records.toCollection().primaryKeys()) if (!copied.has(id)) await copyRow(id)
    return broughtBack
  }

  const forget = async (ids: readonly string[]): Promise<void> => {
    for (const id of ids) await copies.remove(id)
  }

  return { copyRow, reconcile, forget }
}

/** What keeps second copies of records. */
export type RecordKeeper = ReturnType<typeof createRecordKeeper>
