import Dexie, { type EntityTable } from 'dexie'

/** A set as it lies in the browser. The document is checked whenever it is opened. */
export type SetRow = { id: string, name: string, updatedAt: string, revision: number, document: unknown }

/** A picture of a frame, as a PNG file's bytes. */
export type PictureRow = { id: string, setId: string, png: Uint8Array<ArrayBuffer> }

export type PreferenceRow = { key: string, value: unknown }

/** What is kept in the browser. Raise the version and add an upgrade whenever a table changes. */
export const openDatabase = (name = 'keen-tonal') => {
  const database = new Dexie(name) as Dexie & {
    sets: EntityTable<SetRow, 'id'>
    pictures: EntityTable<PictureRow, 'id'>
    preferences: EntityTable<PreferenceRow, 'key'>
  }
  database.version(1).stores({ sets: 'id, updatedAt', pictures: 'id, setId', preferences: 'key' })
  return database
}

export type Database = ReturnType<typeof openDatabase>
