import { liveQuery } from 'dexie'
import { checkAnnotation, checkRecord } from '#core/records/recordFile'
import { recordHead, type RecordHead } from '#core/records/recordHead'
import { NO_ANNOTATION, type Annotation, type StudioRecord } from '#core/records/recordSchema'
import { err, ok, type Outcome } from '#core/shared/outcome'
import type { Database } from './database'
import { unreadTold } from '#wording/refusals/told'

/** The picture of a record, whole and small, each a file's bytes. */
export type RecordPictures = { whole: Uint8Array<ArrayBuffer>; small: Uint8Array<ArrayBuffer>; type: string }

const GONE = 'This record is not in this browser any more.'

/** Which records a list has, as a text that differs where another list has others. */
export const stampOf = (heads: readonly Pick<RecordHead, 'id'>[]): string =>
  heads
    .map(({ id }) => id)
    .toSorted()
    .join()

/** The logbook: records that are kept once and never changed, beside them what is written on them later. */
export const createRecords = (database: Database) => {
  const { records, recordHeads, recordPictures, recordThumbs } = database
  const all = [records, recordHeads, recordPictures, recordThumbs]

  /** Keeps a record under its own id; answers its head, or undefined where the very same is kept already. */
  const keep = (
    record: StudioRecord,
    pictures?: RecordPictures,
    annotation: Annotation = NO_ANNOTATION,
  ): Promise<RecordHead | undefined> =>
    database.transaction('rw', all, async () => {
      if (await records.get(record.id)) return undefined
      const head = recordHead(record, annotation)
      await records.put({ id: record.id, record, annotation })
      await recordHeads.put(head)
      if (pictures) {
        await recordPictures.put({ id: record.id, bytes: pictures.whole, type: pictures.type })
        await recordThumbs.put({ id: record.id, bytes: pictures.small, type: pictures.type })
      }
      return head
    })

  /** Puts the pictures of a record beside it, where they were painted after it was kept. */
  const putPictures = (id: string, { whole, small, type }: RecordPictures): Promise<void> =>
    database.transaction('rw', all, async () => {
      if (!(await records.get(id))) return
      await recordPictures.put({ id, bytes: whole, type })
      await recordThumbs.put({ id, bytes: small, type })
    })

  /** Heads of all records, the newest first; those in the bin left out. */
  const list = async (): Promise<RecordHead[]> =>
    (await recordHeads.toArray())
      .filter(({ deletedAt }) => deletedAt === undefined)
      .sort((a, b) => b.at.localeCompare(a.at))

  /** Heads of records in the bin, the last deleted first. */
  const binned = async (): Promise<RecordHead[]> =>
    (await recordHeads.toArray())
      .filter(({ deletedAt }) => deletedAt !== undefined)
      .sort((a, b) => b.deletedAt!.localeCompare(a.deletedAt!))

  const open = async (id: string): Promise<Outcome<{ record: StudioRecord; annotation: Annotation }>> => {
    const row = await records.get(id)
    if (!row) return err(GONE)
    const record = unreadTold(checkRecord(row.record), 'record')
    return record.ok
      ? ok({ record: record.value, annotation: checkAnnotation(row.annotation) })
      : err(`This record is damaged: ${record.message} It is kept as it is.`)
  }

  /** Writes on a record; the record itself stays as it is. Answers whether it is there. */
  const annotate = (id: string, annotation: Annotation): Promise<boolean> =>
    database.transaction('rw', [records, recordHeads], async () => {
      const [row, head] = [await records.get(id), await recordHeads.get(id)]
      if (!row || !head) return false
      await records.put({ ...row, annotation })
      await recordHeads.put({ ...head, ...annotation })
      return true
    })

  /** Puts records into the bin, or takes them out again. */
  const putInBin = (ids: readonly string[], deletedAt: string | undefined): Promise<void> =>
    database.transaction('rw', [recordHeads], async () => {
      for (const id of ids) {
        const head = await recordHeads.get(id)
        if (!head) continue
        const { deletedAt: _deletedAt, ...kept } = head
        await recordHeads.put(deletedAt === undefined ? kept : { ...kept, deletedAt })
      }
    })

  /** Deletes for good what has lain in the bin since before a time. */
  const emptyBin = (before: string): Promise<string[]> =>
    database.transaction('rw', all, async () => {
      const ids = (await recordHeads.toArray())
        .filter(({ deletedAt }) => deletedAt !== undefined && deletedAt < before)
        .map(({ id }) => id)
      await Promise.all(all.map(table => table.bulkDelete(ids)))
      return ids
    })

  /** Tells which records there are, whenever a tab adds one, deletes one or takes one out of the bin. */
  const watchList = (told: (stamp: string) => void): void => {
    liveQuery(async () => stampOf(await list())).subscribe(told)
  }

  const thumbs = async (ids: readonly string[]): Promise<Map<string, Blob>> => {
    const rows = await recordThumbs.bulkGet([...ids])
    return new Map(rows.flatMap(row => (row ? [[row.id, new Blob([row.bytes], { type: row.type })] as const] : [])))
  }
  const picture = async (id: string): Promise<Blob | undefined> => {
    const row = await recordPictures.get(id)
    return row && new Blob([row.bytes], { type: row.type })
  }

  return { keep, putPictures, list, binned, open, annotate, putInBin, emptyBin, thumbs, picture, watchList }
}

/** The logbook as it is kept. */
export type Records = ReturnType<typeof createRecords>
