import type { Job } from '#services/rpc/job'
import { parsePhotometry } from '#core/formats/photometry'
import { textOf } from '#core/formats/textOf'
import type { DateOrder } from '#core/formats/timeIn'
import { measuredLight, type MeasuredLamp } from '#core/formats/measuredLight'
import { parseReadingsCsv, type ReadingsIn } from '#core/formats/readingsCsv'
import { parseKitFile } from '#core/kit/kitFile'
import type { Kit } from '#core/kit/kitSchema'
import { writeIes } from '#core/formats/writeIes'
import type { CameraSetting, Light, StudioSet } from '#core/model/schema'
import { err, type Outcome } from '#core/shared/outcome'
import type { Restored } from '~/storage/backup'
import { isZip } from '~/storage/isZip'
import type { BrowserStorage } from '~/storage/browserStorage'
import type { Reconciled } from '~/storage/keeper'
import { BIN_DAYS, type SetText } from '~/storage/library'
import { formatBytes } from '~/support/bytes'
import { fileTold, photometricTold, tableTold } from '#wording/refusals/told'

/**
 * Bytes that files of each kind may have: a distribution at its limits has two million, 5000 readings about as many.
 */
const MOST_LAMP_BYTES = 4_000_000
const MOST_TABLE_BYTES = 16_000_000

/** What reads and writes zip files comes with the first of them. */
const zips = () => import('~/storage/backup')

/** Questions that the storage worker answers about one browser's storage. */
export const storageApi = (storage: Promise<BrowserStorage>) => ({
  /** Takes a second copy of a set as it lies in the database. */
  copy: async (_job: Job, id: string): Promise<void> => {
    await (await storage).keeper?.copyRow(id)
  },

  /** Takes a second copy of a record. */
  copyRecord: async (_job: Job, id: string): Promise<void> => {
    await (await storage).recordKeeper?.copyRow(id)
  },

  /** The same for the logbook; answers how many records came back. Deletes what has lain in the bin long enough. */
  reconcileRecords: async (_job: Job): Promise<number> => {
    const { recordKeeper, records } = await storage
    const broughtBack = (await recordKeeper?.reconcile()) ?? 0
    const gone = await records.emptyBin(new Date(Date.now() - BIN_DAYS * 24 * 60 * 60 * 1000).toISOString())
    await recordKeeper?.forget(gone)
    return broughtBack
  },

  /** Takes a second copy of all that was practised, and of collections. */
  copyPractice: async (_job: Job): Promise<void> => {
    await (await storage).practiceKeeper?.copy()
  },

  /** Brings back what only the copy of practice holds; answers how many results and collections. */
  reconcilePractice: async (_job: Job): Promise<number> => (await (await storage).practiceKeeper?.reconcile()) ?? 0,

  /**
   * Looks over database and second copies; brings back what only a copy holds. Empties what has lain in the bin long
   * enough.
   */
  reconcile: async (_job: Job): Promise<Reconciled> => {
    const { keeper, library } = await storage
    const found = (await keeper?.reconcile()) ?? { broughtBack: [] }
    const old = (await library.binned()).map(({ id }) => id)
    const gone = await library.emptyBin()
    await keeper?.forget(old.filter(id => gone.includes(id)))
    return found
  },

  /** A set as a file's text, as it is open or as it lies. */
  exportSet: async (_job: Job, id: string, open: StudioSet | undefined): Promise<Outcome<SetText>> =>
    (await storage).library.exportFile(id, open),

  /** Adds the set that a file holds; answers its name. */
  importSet: async (_job: Job, file: Blob): Promise<Outcome<string>> => {
    const outcome = await (await storage).library.importFile(await file.text())
    return outcome.ok ? { ok: true, value: outcome.value.set.name } : outcome
  },

  /** Reads a photometric file as a light; refuses what no light can be. */
  readLamp: async (_job: Job, file: Blob, name: string): Promise<Outcome<MeasuredLamp>> => {
    if (file.size > MOST_LAMP_BYTES)
      return err(
        `This file has ${formatBytes(file.size)}; photometric files are read up to ${formatBytes(MOST_LAMP_BYTES)}. Nothing was changed.`,
      )
    const read = parsePhotometry(textOf(new Uint8Array(await file.arrayBuffer())))
    return photometricTold(read.ok ? measuredLight(read.value, read.value.name || name) : read)
  },

  /** A look as a scene for 3D programs; the set shows it as its first. */
  writeScene: async (_job: Job, set: StudioSet, camera: CameraSetting): Promise<Uint8Array<ArrayBuffer>> =>
    (await import('#core/formats/gltf')).writeGltf(set, set.looks[0]!, camera),

  /** Writes a light as a photometric file. */
  writeLamp: async (_job: Job, light: Light, learnedStops: number, issued: string): Promise<string> =>
    writeIes(light, learnedStops, issued),

  /** Reads a table of readings against a set. */
  readReadings: async (
    _job: Job,
    file: Blob,
    set: StudioSet,
    order: DateOrder | undefined,
  ): Promise<Outcome<ReadingsIn>> => {
    if (file.size > MOST_TABLE_BYTES)
      return err(
        `This file has ${formatBytes(file.size)}; a table of readings has at most ${formatBytes(MOST_TABLE_BYTES)}. Nothing was changed.`,
      )
    return tableTold(parseReadingsCsv(textOf(new Uint8Array(await file.arrayBuffer())), set, order))
  },

  /** Reads a kit file. */
  readKit: async (_job: Job, file: Blob): Promise<Outcome<Kit>> => {
    if (file.size > MOST_TABLE_BYTES)
      return err(
        `This file has ${formatBytes(file.size)}; kit files are read up to ${formatBytes(MOST_TABLE_BYTES)}. Your kit is as it was.`,
      )
    return fileTold(parseKitFile(await file.text()))
  },

  isZip: (_job: Job, file: Blob): Promise<boolean> => isZip(file),

  backup: async (job: Job<number>, at: string): Promise<Blob> =>
    (await zips()).writeBackup((await storage).database, at, job.report, job.signal),

  restore: async (job: Job<number>, file: Blob, withSettings: boolean): Promise<Outcome<Restored>> => {
    const { database, library, unkept } = await storage
    if (unkept) return err(`This browser keeps nothing here (${unkept}).`)
    return (await zips()).readBackup(database, library, file, withSettings, job.report)
  },
})

/** Questions that the storage worker answers. */
export type StorageApi = ReturnType<typeof storageApi>
