import { expose } from 'comlink'
import type { StudioSet } from '#core/set/schema'
import { refused, type Outcome } from '#core/units/outcome'
import { isZip, readBackup, writeBackup, type Restored } from '~/storage/backup'
import { openBrowserStorage } from '~/storage/browserStorage'
import type { Reconciled } from '~/storage/keeper'
import type { SetText } from '~/storage/shelf'

const storage = openBrowserStorage()
let stop = new AbortController()

const worker = {
  /** Takes a second copy of a set as it lies in the database. */
  copy: async (id: string): Promise<void> => {
    await (await storage).keeper?.copyRow(id)
  },

  /** Looks over database and second copies; brings back what only a copy holds. Empties what has lain in the bin long enough. */
  reconcile: async (): Promise<Reconciled> => {
    const { keeper, shelf } = await storage
    const found = await keeper?.reconcile() ?? { broughtBack: [] }
    const old = (await shelf.binned()).map(({ id }) => id)
    const gone = await shelf.emptyBin()
    await keeper?.forget(old.filter(id => gone.includes(id)))
    return found
  },

  /** A set as a file's text, as it is open or as it lies. */
  exportSet: async (id: string, open: StudioSet | undefined): Promise<Outcome<SetText>> => (await storage).shelf.exportFile(id, open),

  /** Adds the set that a file holds; answers its name. */
  importSet: async (file: Blob): Promise<Outcome<string>> => {
    const outcome = await (await storage).shelf.importFile(await file.text())
    return outcome.ok ? { ok: true, value: outcome.value.set.name } : outcome
  },

  isZip: (file: Blob): Promise<boolean> => isZip(file),

  backup: async (at: string, report: (share: number) => void): Promise<Blob> => {
    stop = new AbortController()
    return writeBackup((await storage).database, at, report, stop.signal)
  },

  restore: async (file: Blob, withSettings: boolean, report: (share: number) => void): Promise<Outcome<Restored>> => {
    const { database, shelf, unkept } = await storage
    if (unkept) return refused(`This browser keeps nothing here (${unkept}).`)
    return readBackup(database, shelf, file, withSettings, report)
  },

  /** Stops a backup under way. */
  stop: () => stop.abort(new Error('stopped')),
}

export type StorageWorker = typeof worker

expose(worker)
