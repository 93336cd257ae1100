import * as v from 'valibot'

/** What a backup's list of contents says that it is. */
export const BACKUP_FORMAT = 'keen-tonal-backup'
/** The version of that list. */
export const BACKUP_VERSION = 1

/** The list of what lies in a backup: each set's file, the folder of its pictures, and whether it lay in the bin. */
export const BackupManifestSchema = v.object({
  format: v.literal(BACKUP_FORMAT),
  version: v.literal(BACKUP_VERSION),
  at: v.string(),
  sets: v.array(v.object({ file: v.string(), folder: v.string(), isBinned: v.boolean() })),
})

/** What lies in a backup. */
export type BackupManifest = v.InferOutput<typeof BackupManifestSchema>
