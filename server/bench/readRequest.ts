import type { H3Event } from 'h3'
import * as v from 'valibot'

/** Bytes of a request at most: a set with thousands of readings fits, a picture library does not. */
const LARGEST_REQUEST = 4 * 1024 * 1024

/** Reads a request's JSON against a schema; anything else is answered 400 or 413 with the reason. */
export const readRequest = async <S extends v.GenericSchema>(event: H3Event, schema: S): Promise<v.InferOutput<S>> => {
  const text = await readRawBody(event) ?? ''
  if (text.length > LARGEST_REQUEST) {
    throw createError({ statusCode: 413, message: `The bench takes requests up to ${LARGEST_REQUEST / 1024 / 1024} MB.` })
  }
  let raw: unknown
  try {
    raw = JSON.parse(text)
  }
  catch {
    throw createError({ statusCode: 400, message: 'The bench takes JSON.' })
  }
  const result = v.safeParse(schema, raw)
  if (result.success) return result.output
  const [issue] = result.issues
  throw createError({ statusCode: 400, message: `The bench cannot use this request. ${v.getDotPath(issue) ?? ''} ${issue.message}`.trim() })
}
