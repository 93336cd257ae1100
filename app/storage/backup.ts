import {
  BlobReader,
  BlobWriter,
  Uint8ArrayReader,
  ZipReader,
  ZipWriter,
  type Entry,
  type FileEntry,
} from '@zip.js/zip.js'
import * as v from 'valibot'
import { BACKUP_FORMAT, BACKUP_VERSION, BackupManifestSchema, type BackupManifest } from '#core/formats/backupManifest'
import { parseSetFile, writeSetFile, checkSet } from '#core/formats/setFile'
import { checkAnnotation, parseRecordFile, writeRecordFile } from '#core/records/recordFile'
import type { StudioRecord } from '#core/records/recordSchema'
import { parseKit } from '#core/kit/kitFile'
import type { StudioSet } from '#core/model/schema'
import { err, ok, type Outcome } from '#core/shared/outcome'
import { mediaType } from '../support/mediaType'
import type { Database, Picture } from './database'
import { parseCollection, writeCollection } from '#core/practice/collection'
import { parseResultsFile, writeResultsFile } from '#core/practice/results'
import { createPractice } from './practice'
import { createRecords } from './records'
import type { Library } from './library'
import { fileTold, unreadTold } from '#wording/refusals/told'

/** Endings of a record's parts; one in the bin has a word before them. */
const RECORD = '.keen-tonal-record.json'
const WHOLE = '.jpg'
const SMALL = '.small.jpg'
const BINNED = '.binned'
const RESULTS = 'practice/results.json'
const COLLECTIONS = 'practice/collection-'
const KIT = 'kit'
const PREFERENCES = 'app'
const ENDINGS: Record<string, string> = {
  'image/jpeg': 'jpg',
  'image/png': 'png',
  'image/webp': 'webp',
  'image/tiff': 'tif',
  'image/avif': 'avif',
  'image/heic': 'heic',
  'image/jxl': 'jxl',
  'image/gif': 'gif',
  'image/bmp': 'bmp',
  'image/x-raw': 'raw',
}

/** A part of a backup that holds JSON is read up to this; a set at its limits has some ten million bytes. */
const MOST_TEXT_BYTES = 100_000_000
/** A picture of a backup is read up to this: what the app takes of one file. */
const MOST_PICTURE_BYTES = 400_000_000

/** What came back from a backup, and what did not, with the reasons. */
export type Restored = {
  names: string[]
  alreadyHere: number
  pictures: number
  records: number
  results: number
  hasKit: boolean
  problems: string[]
}

type Part = { name: string; bytes: Uint8Array; isText: boolean; at?: Date }

const encode = (text: string) => new TextEncoder().encode(text)

const textPart = (name: string, value: unknown): Part => ({
  name,
  bytes: encode(typeof value === 'string' ? value : (JSON.stringify(value, null, 2) ?? 'null')),
  isText: true,
})

/** Everything that is kept, one part after another, so that no more than one picture is in memory. */
async function* partsOf(database: Database, at: string, report: (share: number) => void): AsyncGenerator<Part> {
  const rows = await database.sets.toArray()
  const listed = rows.map(({ deletedAt }, index) => ({
    file: `sets/${index + 1}.keen-tonal.json`,
    folder: `pictures/${index + 1}/`,
    isBinned: deletedAt !== undefined,
  }))
  yield textPart('backup.json', {
    format: BACKUP_FORMAT,
    version: BACKUP_VERSION,
    at,
    sets: listed,
  } satisfies BackupManifest)
  const kit = await database.preferences.get(KIT)
  if (kit) yield textPart('kit.json', kit.value)
  const preferences = await database.preferences.get(PREFERENCES)
  if (preferences) yield textPart('preferences.json', preferences.value)
  for (const [index, row] of rows.entries()) {
    const { file, folder } = listed[index]!
    const checked = checkSet(row.document)
    yield textPart(file, writeSetFile((checked.ok ? checked.value : row.document) as StudioSet, {}))
    if (row.original !== undefined) yield textPart(`sets/${index + 1}.original.json`, row.original)
    for (const id of await database.pictures.where({ setId: row.id }).primaryKeys()) {
      const picture = await database.pictures.get(id)
      if (picture)
        yield {
          name: `${folder}${encodeURIComponent(id.slice(row.id.length + 1))}.${ENDINGS[picture.type] ?? 'bin'}`,
          bytes: picture.bytes,
          isText: false,
          at: new Date(picture.at),
        }
    }
    report((index + 1) / rows.length)
  }
  yield* recordParts(database)
  yield* practiceParts(database)
}

/** What was practised, and collections of exercises. */
async function* practiceParts(database: Database): AsyncGenerator<Part> {
  const practice = createPractice(database)
  const [{ results }, { sound }] = [await practice.all(), await practice.allCollections()]
  if (results.length > 0) yield textPart(RESULTS, writeResultsFile(results))
  for (const [index, collection] of sound.entries())
    yield textPart(`${COLLECTIONS}${index + 1}.json`, writeCollection(collection))
}

/** Every record with its pictures, one after another; those in the bin are named so. */
async function* recordParts(database: Database): AsyncGenerator<Part> {
  for (const [index, id] of (await database.records.toCollection().primaryKeys()).entries()) {
    const [row, head] = [await database.records.get(id), await database.recordHeads.get(id)]
    if (!row) continue
    const stem = `records/${index + 1}${head?.deletedAt === undefined ? '' : BINNED}`
    yield textPart(`${stem}${RECORD}`, writeRecordFile(row.record as StudioRecord, checkAnnotation(row.annotation)))
    const pictures = [
      [WHOLE, await database.recordPictures.get(id)],
      [SMALL, await database.recordThumbs.get(id)],
    ] as const
    for (const [ending, picture] of pictures)
      if (picture) yield { name: `${stem}${ending}`, bytes: picture.bytes, isText: false }
  }
}

/**
 * A zip of every set (those in the bin too), kit, pictures and preferences; docs/formats.md describes it. `signal`
 * stops it.
 */
export const writeBackup = async (
  database: Database,
  at: string,
  report: (share: number) => void,
  signal?: AbortSignal,
): Promise<Blob> => {
  const writer = new ZipWriter(new BlobWriter('application/zip'), { useWebWorkers: false })
  for await (const { name, bytes, isText, at: made } of partsOf(database, at, report)) {
    signal?.throwIfAborted()
    // Pictures are compressed already.
    await writer.add(name, new Uint8ArrayReader(bytes), {
      level: isText ? 6 : 0,
      ...(made && !Number.isNaN(made.getTime()) ? { lastModDate: made } : {}),
    })
  }
  return writer.close()
}

/** Unpacks a part of a zip; undefined where it has more than it may have, whatever its head says of its size. */
const unpack = async (entry: FileEntry, most: number): Promise<Uint8Array<ArrayBuffer> | undefined> => {
  if (entry.uncompressedSize > most) return undefined
  const pieces: Uint8Array[] = []
  let size = 0
  const stop = new AbortController()
  const sink = new WritableStream<Uint8Array>({
    write: piece => {
      size += piece.byteLength
      if (size > most) stop.abort()
      else pieces.push(piece)
    },
  })
  try {
    await entry.getData(sink, { signal: stop.signal, useWebWorkers: false, checkSignature: true })
  } catch (error) {
    if (size > most) return undefined
    throw error
  }
  const whole = new Uint8Array(size)
  let at = 0
  for (const piece of pieces) {
    whole.set(piece, at)
    at += piece.byteLength
  }
  return whole
}

const isFile = (entry: Entry): entry is FileEntry => !entry.directory

const NOTHING = 'Nothing was changed in what is already saved.'

/**
 * Brings a backup back. Sets come under ids of their own and overwrite nothing; one that is here already in the very
 * same state is
 * passed over. Kit and preferences take the place of this browser's where `withSettings` says so.
 */
export const readBackup = async (
  database: Database,
  library: Library,
  file: Blob,
  withSettings: boolean,
  report: (share: number) => void,
): Promise<Outcome<Restored>> => {
  const restored: Restored = {
    names: [],
    alreadyHere: 0,
    pictures: 0,
    records: 0,
    results: 0,
    hasKit: false,
    problems: [],
  }
  const records = createRecords(database)
  const practice = createPractice(database)
  const recordOfStem = new Map<string, string>()
  let manifest: BackupManifest | undefined
  const idOfFolder = new Map<string, string>()
  const textOf = (bytes: Uint8Array) => new TextDecoder().decode(bytes)

  const takeSet = async (name: string, bytes: Uint8Array) => {
    const listed = manifest!.sets.find(set => set.file === name)
    if (!listed) return
    const outcome = fileTold(parseSetFile(textOf(bytes)))
    if (!outcome.ok) {
      restored.problems.push(`${name}: ${outcome.message}`)
      return
    }
    const { set } = outcome.value
    const row = await database.sets.get(set.id)
    const here = row && checkSet(row.document)
    if (here?.ok && JSON.stringify(here.value) === JSON.stringify(set)) {
      restored.alreadyHere += 1
      idOfFolder.set(listed.folder, set.id)
      return
    }
    const added = await library.add(set)
    idOfFolder.set(listed.folder, added.set.id)
    if (listed.isBinned) await library.remove(added.set.id)
    else restored.names.push(added.set.name)
  }

  const takePicture = async (name: string, bytes: Uint8Array<ArrayBuffer>) => {
    const [, folder, frame] = /^(pictures\/[^/]+\/)([^/]+)\.\w+$/.exec(name) ?? []
    const setId = folder && idOfFolder.get(folder)
    if (!setId || !frame) return
    const frameId = decodeURIComponent(frame)
    if (await database.pictures.get(`${setId}/${frameId}`)) return
    await library.putPicture(setId, frameId, { bytes, type: mediaType(bytes) } satisfies Picture)
    restored.pictures += 1
  }

  const takeSettings = async (key: string, bytes: Uint8Array) => {
    if (!withSettings) return
    const value: unknown = JSON.parse(textOf(bytes))
    if (key === KIT) {
      const kit = unreadTold(parseKit(value), 'kit')
      if (!kit.ok) {
        restored.problems.push(`kit.json: ${kit.message}`)
        return
      }
      restored.hasKit = true
    }
    if (key === PREFERENCES && typeof value === 'object' && value !== null) Object.assign(value, { currentSetId: null })
    await database.preferences.put({ key, value })
  }

  const takeRecord = async (name: string, bytes: Uint8Array) => {
    const outcome = fileTold(parseRecordFile(textOf(bytes)))
    if (!outcome.ok) {
      restored.problems.push(`${name}: ${outcome.message}`)
      return
    }
    const { record, annotation } = outcome.value
    const stem = name.slice(0, -RECORD.length)
    const head = await records.keep(record, undefined, annotation)
    if (!head) {
      restored.alreadyHere += 1
      return
    }
    recordOfStem.set(stem, record.id)
    restored.records += 1
    if (stem.endsWith(BINNED)) await records.putInBin([record.id], new Date().toISOString())
  }
  const takeRecordPicture = async (name: string, bytes: Uint8Array<ArrayBuffer>) => {
    const isSmall = name.endsWith(SMALL)
    const id = recordOfStem.get(name.slice(0, -(isSmall ? SMALL : WHOLE).length))
    const table = isSmall ? database.recordThumbs : database.recordPictures
    if (id) await table.put({ id, bytes, type: mediaType(bytes) })
  }

  const takePractice = async (name: string, bytes: Uint8Array) => {
    if (name === RESULTS) {
      const outcome = fileTold(parseResultsFile(textOf(bytes)))
      if (!outcome.ok) restored.problems.push(`${name}: ${outcome.message}`)
      else restored.results += await practice.add(outcome.value.results)
      return
    }
    const outcome = fileTold(parseCollection(textOf(bytes)))
    if (!outcome.ok) restored.problems.push(`${name}: ${outcome.message}`)
    else await practice.putCollection(outcome.value)
  }

  const take = (name: string, bytes: Uint8Array<ArrayBuffer>): Promise<void> | void => {
    if (name.startsWith('records/'))
      return name.endsWith(RECORD) ? takeRecord(name, bytes) : takeRecordPicture(name, bytes)
    if (name.startsWith('practice/')) return takePractice(name, bytes)
    if (name.startsWith('sets/')) return takeSet(name, bytes)
    if (name.startsWith('pictures/')) return takePicture(name, bytes)
    if (name === 'kit.json') return takeSettings(KIT, bytes)
    if (name === 'preferences.json') return takeSettings(PREFERENCES, bytes)
  }

  try {
    const entries = (await new ZipReader(new BlobReader(file)).getEntries()).filter(isFile)
    const contents = entries.find(({ filename }) => filename === 'backup.json')
    const listed = contents && (await unpack(contents, MOST_TEXT_BYTES))
    const read = listed && v.safeParse(BackupManifestSchema, JSON.parse(textOf(listed)))
    if (!read?.success)
      return err(
        `This zip is no backup of this app, or a newer Keen Tonal wrote it: its list of contents cannot be read. ${NOTHING}`,
      )
    manifest = read.output
    // Sets come before their pictures, whatever their order in the file.
    const isPicture = ({ filename }: Entry) => filename.startsWith('pictures/') || filename.endsWith(WHOLE)
    const ordered = entries.toSorted((a, b) => Number(isPicture(a)) - Number(isPicture(b)))
    for (const [index, entry] of ordered.entries()) {
      try {
        const bytes = await unpack(entry, isPicture(entry) ? MOST_PICTURE_BYTES : MOST_TEXT_BYTES)
        if (bytes) await take(entry.filename, bytes)
        else restored.problems.push(`${entry.filename} is larger than such a part can be, and was passed over.`)
      } catch (error) {
        restored.problems.push(`${entry.filename} cannot be read (${(error as Error).message}).`)
      }
      report((index + 1) / ordered.length)
    }
    return ok(restored)
  } catch (error) {
    return err(`This backup cannot be read: it is damaged or cut off (${(error as Error).message}). ${NOTHING}`)
  }
}
