import { toJsonSchema } from '@valibot/to-json-schema'
import { KitFileSchema } from '../kit/kitFile'
import { RecordFileSchema } from '../records/recordFile'
import { SetFileSchema } from './setFile'

/**
 * The JSON Schema of a set file. Rules that span fields (ids, everything inside the room) are beyond it;
 * docs/formats.md lists them.
 */
export const setFileJsonSchema = () => toJsonSchema(SetFileSchema, { errorMode: 'ignore' })

/** The JSON Schema of a record file; its set follows the same rules beyond it. */
export const recordFileJsonSchema = () => toJsonSchema(RecordFileSchema, { errorMode: 'ignore' })

/** The JSON Schema of a kit file. */
export const kitFileJsonSchema = () => toJsonSchema(KitFileSchema, { errorMode: 'ignore' })
