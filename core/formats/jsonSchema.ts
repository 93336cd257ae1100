import { toJsonSchema } from '@valibot/to-json-schema'
import type { GenericSchema } from 'valibot'
import { KitFileSchema } from '../kit/kitFile'
import { SET_VERSION } from '../model/schema'
import { COLLECTION_VERSION, CollectionFileSchema } from '../practice/collection'
import { ResultsFileSchema } from '../practice/results'
import { RecordFileSchema } from '../records/recordFile'
import { BACKUP_VERSION, BackupManifestSchema } from './backupManifest'
import { SetFileSchema } from './setFile'

/**
 * The JSON Schema (draft 7) of something that leaves as JSON, with a name of its own. Rules that span fields (ids,
 * everything inside the room) are beyond it; docs/formats.md lists them.
 */
export const jsonSchemaOf = (name: string, version: number, schema: GenericSchema) => ({
  ...toJsonSchema(schema, { errorMode: 'ignore' }),
  $id: `urn:keen-tonal:${name}:${version}`,
})

/** The schemas of files that leave, by their names; those of the command line's answers are its own. */
export const fileSchemas = () => ({
  'set-file': jsonSchemaOf('set-file', SET_VERSION, SetFileSchema),
  'record-file': jsonSchemaOf('record-file', 1, RecordFileSchema),
  'collection-file': jsonSchemaOf('collection-file', COLLECTION_VERSION, CollectionFileSchema),
  backup: jsonSchemaOf('backup', BACKUP_VERSION, BackupManifestSchema),
  'practice-results': jsonSchemaOf('practice-results', 1, ResultsFileSchema),
  'kit-file': jsonSchemaOf('kit-file', 1, KitFileSchema),
})
