import { toJsonSchema } from '@valibot/to-json-schema'
import { SetFileSchema } from './setFile'

/**
 * The JSON Schema of a set file. Rules that span fields (ids, everything inside the room) are beyond it;
 * docs/formats.md lists them.
 */
export const setFileJsonSchema = () => toJsonSchema(SetFileSchema, { errorMode: 'ignore' })
