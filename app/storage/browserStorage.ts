import { openCopies, type Copies } from './copies'
import { openDatabase, type Database } from './database'
import { createKeeper, type Keeper } from './keeper'
import { createPictureRoom } from './pictures'
import { createPractice, createPracticeKeeper, type Practice, type PracticeKeeper } from './practice'
import { createRecordKeeper, type RecordKeeper } from './recordKeeper'
import { createRecords, type Records } from './records'
import { createThumbs, type Thumbs } from './thumbs'
import { createLibrary, type Library } from './library'

/**
 * Everything that is kept, and where: in the browser's database, or for as long as the page is open where it gives
 * none.
 */
export type BrowserStorage = {
  database: Database
  library: Library
  pictures: ReturnType<typeof createPictureRoom>
  records: Records
  thumbs: Thumbs
  copies: Copies | undefined
  keeper: Keeper | undefined
  recordKeeper: RecordKeeper | undefined
  practice: Practice
  practiceKeeper: PracticeKeeper | undefined
  /** Why nothing is kept beyond this page; empty where it is. */
  unkept: string
}

const around = (
  database: Database,
  { copies, recordCopies, practiceCopies }: { copies?: Copies; recordCopies?: Copies; practiceCopies?: Copies },
  unkept: string,
): BrowserStorage => {
  const [library, records, practice] = [createLibrary(database), createRecords(database), createPractice(database)]
  return {
    database,
    library,
    copies,
    unkept,
    pictures: createPictureRoom(database),
    records,
    thumbs: createThumbs(database),
    keeper: copies && createKeeper(database, library, copies),
    recordKeeper: recordCopies && createRecordKeeper(database, records, recordCopies),
    practice,
    practiceKeeper: practiceCopies && createPracticeKeeper(practice, practiceCopies),
  }
}

/** A stand-in for the browser's database, in memory: a general-purpose library, loaded only where it is needed. */
const inMemory = async (reason: string): Promise<BrowserStorage> => {
  const { indexedDB, IDBKeyRange } = await import('fake-indexeddb')
  return around(openDatabase('keen-tonal', { indexedDB, IDBKeyRange }), {}, reason)
}

/**
 * Opens what the browser keeps. Where it keeps nothing (a private window, storage switched off), the app runs all the
 * same and says so.
 */
export const openBrowserStorage = async (): Promise<BrowserStorage> => {
  if (!globalThis.indexedDB) return inMemory('this browser offers no storage here')
  const database = openDatabase()
  try {
    await database.open()
  } catch (error) {
    database.close()
    return inMemory((error as Error).message.split('\n')[0]!.slice(0, 160))
  }
  const [copies, recordCopies, practiceCopies] = [
    await openCopies(),
    await openCopies('record-copies'),
    await openCopies('practice-copies'),
  ]
  return around(database, { copies, recordCopies, practiceCopies }, '')
}
