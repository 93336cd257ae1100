import { proxy, wrap } from 'comlink'
import type { StudioSet } from '#core/model/schema'
import type { StorageWorker } from './storage.worker'

/** Starts the worker that reads and writes files and second copies, so that the page goes on meanwhile. It opens the same database. */
export const startStorageWorker = () => {
  const remote = wrap<StorageWorker>(new Worker(new URL('./storage.worker.ts', import.meta.url), { type: 'module' }))
  return {
    copy: (id: string) => remote.copy(id),
    reconcile: () => remote.reconcile(),
    exportSet: (id: string, open: StudioSet | undefined) => remote.exportSet(id, open),
    importSet: (file: Blob) => remote.importSet(file),
    readLamp: (file: Blob, name: string) => remote.readLamp(file, name),
    readReadings: (file: Blob, set: StudioSet) => remote.readReadings(file, set),
    readKit: (file: Blob) => remote.readKit(file),
    isZip: (file: Blob) => remote.isZip(file),
    backup: (at: string, report: (share: number) => void) => remote.backup(at, proxy(report)),
    restore: (file: Blob, withSettings: boolean, report: (share: number) => void) => remote.restore(file, withSettings, proxy(report)),
    stop: () => remote.stop(),
  }
}
