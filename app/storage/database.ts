import Dexie, { type DexieOptions, type EntityTable, type Table } from 'dexie'
import type { RecordHead } from '#core/records/recordHead'
import type { Step } from '../document/history'

/** A set as it lies in the browser. The document is checked whenever it is opened. */
export type SetRow = {
  id: string
  name: string
  updatedAt: string
  revision: number
  document: unknown
  /** When it was put into the bin; absent for a set on the library. */
  deletedAt?: string
  /** The newest step that is done, of those in the table of steps; 0 where none is. */
  doneStep?: number
  /** It came out of a second copy, and nobody has saved over it since. */
  isBroughtBack?: true
  /** What was stored before damaged parts were left out, as it was. */
  original?: unknown
}

/**
 * What lists and other tabs have to know of a set, apart from its document, which may have megabytes. Written in the
 * same transaction
 * as the row that it speaks of.
 */
export type SetHead = {
  id: string
  name: string
  updatedAt: string
  revision: number
  deletedAt?: string
  hasOriginal: boolean
}

/** The head of a row, however damaged the row is. */
export const headOf = ({ id, name, updatedAt, revision, deletedAt, original }: SetRow): SetHead => ({
  id,
  name: typeof name === 'string' && name ? name : String(id),
  updatedAt: typeof updatedAt === 'string' && !Number.isNaN(Date.parse(updatedAt)) ? updatedAt : '',
  revision: Number.isInteger(revision) ? revision : 0,
  ...(deletedAt === undefined ? {} : { deletedAt }),
  hasOriginal: original !== undefined,
})

/** A step of a set's history. */
type StepRow = Step & { setId: string }

/** A picture of a frame: a file's bytes, its media type, when it came, and a small JPEG of it to show in its place. */
export type PictureRow = {
  id: string
  setId: string
  bytes: Uint8Array<ArrayBuffer>
  type: string
  at: string
  preview?: Uint8Array<ArrayBuffer>
}

/** What a picture is before it lies in the table. */
export type Picture = Pick<PictureRow, 'bytes' | 'type' | 'preview'>

/** A record as it lies in the browser: what was kept, and what is written on it. Checked whenever it is opened. */
type RecordRow = { id: string; record: unknown; annotation: unknown }

/** What lists know of a record. */
type RecordHeadRow = RecordHead & { deletedAt?: string }

/** A picture of a record, whole or small: each in a table of its own, so that a list loads no whole one. */
type RecordPictureRow = { id: string; bytes: Uint8Array<ArrayBuffer>; type: string }

/**
 * A small picture that can be made again at any time, of a set or of a set-up in somebody's room; `of` tells what it is
 * of, and `notes` what was found when it was made.
 */
export type ThumbRow = { id: string; of: string; bytes: Uint8Array<ArrayBuffer>; type: string; notes?: unknown }

/** An answered exercise as it lies in the browser, numbered in the order of answers. Checked when it is read. */
type PracticeRow = { n?: number; id: string; result: unknown }

/** A collection of exercises as it lies in the browser. Checked when it is read. */
type CollectionRow = { id: string; at: string; collection: unknown }

/** A preference as it is stored. */
type PreferenceRow = { key: string; value: unknown }

/** What is kept in the browser. Raise the version and add an upgrade whenever a table changes. */
export const openDatabase = (name = 'keen-tonal', options: DexieOptions = {}) => {
  // Strict: a transaction counts as done when the browser has handed it to the disk, not to a buffer.
  const database = new Dexie(name, { chromeTransactionDurability: 'strict', ...options }) as Dexie & {
    sets: EntityTable<SetRow, 'id'>
    heads: EntityTable<SetHead, 'id'>
    steps: Table<StepRow, [string, number]>
    pictures: EntityTable<PictureRow, 'id'>
    preferences: EntityTable<PreferenceRow, 'key'>
    records: EntityTable<RecordRow, 'id'>
    recordHeads: EntityTable<RecordHeadRow, 'id'>
    recordPictures: EntityTable<RecordPictureRow, 'id'>
    recordThumbs: EntityTable<RecordPictureRow, 'id'>
    thumbs: EntityTable<ThumbRow, 'id'>
    practiceResults: Table<PracticeRow, number>
    collections: EntityTable<CollectionRow, 'id'>
  }
  database.version(1).stores({ sets: 'id, updatedAt', pictures: 'id, setId', preferences: 'key' })
  // Version 1 kept PNG files only.
  database
    .version(2)
    .stores({ pictures: 'id, setId, [setId+at]' })
    .upgrade(transaction =>
      transaction
        .table('pictures')
        .toCollection()
        .modify((row: Record<string, unknown>) => {
          row.bytes = row.png
          row.type = 'image/png'
          row.at = new Date(0).toISOString()
          delete row.png
        }),
    )
  // Version 2 forgot the history of a set with the page. Sets are not listed by date in the database: a damaged date
  // would hide one.
  database
    .version(3)
    .stores({ sets: 'id', heads: 'id', steps: '[setId+id], setId' })
    .upgrade(transaction =>
      transaction.table('sets').each(row => transaction.table('heads').put(headOf(row as SetRow))),
    )
  // Version 3 knew no logbook.
  database.version(4).stores({ records: 'id', recordHeads: 'id', recordPictures: 'id', recordThumbs: 'id' })
  // Version 4 had no small pictures of sets and set-ups.
  database.version(5).stores({ thumbs: 'id' })
  // Version 5 knew no practice.
  database.version(6).stores({ practiceResults: '++n, &id', collections: 'id' })
  return database
}

/** The browser's database of this app. */
export type Database = ReturnType<typeof openDatabase>
