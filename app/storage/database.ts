import Dexie, { type EntityTable } from 'dexie'

/** A set as it lies in the browser. The document is checked whenever it is opened. */
export type SetRow = { id: string, name: string, updatedAt: string, revision: number, document: unknown }

/** A picture of a frame: a file's bytes, its media type, when it came, and a small JPEG of it to show in its place. */
export type PictureRow = { id: string, setId: string, bytes: Uint8Array<ArrayBuffer>, type: string, at: string, preview?: Uint8Array<ArrayBuffer> }

/** What a picture is before it lies in the table. */
export type Picture = Pick<PictureRow, 'bytes' | 'type' | 'preview'>

export type PreferenceRow = { key: string, value: unknown }

/** What is kept in the browser. Raise the version and add an upgrade whenever a table changes. */
export const openDatabase = (name = 'keen-tonal') => {
  const database = new Dexie(name) as Dexie & {
    sets: EntityTable<SetRow, 'id'>
    pictures: EntityTable<PictureRow, 'id'>
    preferences: EntityTable<PreferenceRow, 'key'>
  }
  database.version(1).stores({ sets: 'id, updatedAt', pictures: 'id, setId', preferences: 'key' })
  // Version 1 kept PNG files only.
  database.version(2).stores({ pictures: 'id, setId, [setId+at]' }).upgrade(transaction => transaction.table('pictures').toCollection().modify((row: Record<string, unknown>) => {
    row.bytes = row.png
    row.type = 'image/png'
    row.at = new Date(0).toISOString()
    delete row.png
  }))
  return database
}

export type Database = ReturnType<typeof openDatabase>
