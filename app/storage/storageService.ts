import type { DateOrder } from '#core/formats/timeIn'
import type { CameraSetting, Light, StudioSet } from '#core/model/schema'
import { connect, type Asking, type Carrier } from '#services/rpc/connect'
import type { StorageApi } from './storageApi'

const startWorker = (): Carrier => new Worker(new URL('./storage.worker.ts', import.meta.url), { type: 'module' })

/**
 * The service that reads and writes files and second copies, so that the page goes on meanwhile. It opens the same
 * database.
 */
export const storageService = (start: () => Carrier = startWorker) => {
  const { call } = connect<StorageApi>(start)
  return {
    copy: (id: string) => call('copy', [id]),
    reconcile: () => call('reconcile', []),
    copyRecord: (id: string) => call('copyRecord', [id]),
    copyPractice: () => call('copyPractice', []),
    reconcilePractice: () => call('reconcilePractice', []),
    reconcileRecords: () => call('reconcileRecords', []),
    exportSet: (id: string, open: StudioSet | undefined) => call('exportSet', [id, open]),
    importSet: (file: Blob) => call('importSet', [file]),
    readLamp: (file: Blob, name: string) => call('readLamp', [file, name]),
    writeLamp: (light: Light, learnedStops: number, issued: string) => call('writeLamp', [light, learnedStops, issued]),
    writeScene: (set: StudioSet, camera: CameraSetting) => call('writeScene', [set, camera]),
    readReadings: (file: Blob, set: StudioSet, order?: DateOrder) => call('readReadings', [file, set, order]),
    readKit: (file: Blob) => call('readKit', [file]),
    isZip: (file: Blob) => call('isZip', [file]),
    backup: (at: string, asking: Asking<number>) => call('backup', [at], asking),
    restore: (file: Blob, withSettings: boolean, asking: Asking<number>) =>
      call('restore', [file, withSettings], asking),
  }
}
