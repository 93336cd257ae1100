import { createError, getHeader, type H3Event } from 'h3'
import * as v from 'valibot'
import { misfitsOf } from '#core/validation/misfits'
import { misfitsWords } from '#wording/refusals/misfits'

/** Bytes of a request at most: a set with thousands of readings fits, a picture library does not. */
const LARGEST_REQUEST = 8 * 1024 * 1024

const TOO_LARGE = `This server takes requests up to ${LARGEST_REQUEST / 1024 / 1024} MB.`

/** Reads a body up to a limit; what is longer is not read on. */
const readBody = (event: H3Event): Promise<string> =>
  new Promise((resolve, reject) => {
    const { req } = event.node
    const tooLarge = () => reject(createError({ statusCode: 413, message: TOO_LARGE }))
    if (Number(getHeader(event, 'content-length') ?? 0) > LARGEST_REQUEST) return tooLarge()
    const pieces: Buffer[] = []
    let size = 0
    req.on('data', (piece: Buffer) => {
      size += piece.length
      if (size > LARGEST_REQUEST) {
        req.pause()
        tooLarge()
      } else pieces.push(piece)
    })
    req.on('end', () => resolve(Buffer.concat(pieces).toString('utf8')))
    req.on('error', reject)
  })

/** Reads a request's JSON against a schema; anything else is answered 400, 413 or 415 with the reason. */
export const readRequest = async <S extends v.GenericSchema>(event: H3Event, schema: S): Promise<v.InferOutput<S>> => {
  if (!/^application\/json\b/.test(getHeader(event, 'content-type') ?? ''))
    throw createError({ statusCode: 415, message: 'This server takes JSON.' })
  const text = await readBody(event)
  let raw: unknown
  try {
    raw = JSON.parse(text)
  } catch {
    throw createError({ statusCode: 400, message: 'This server takes JSON.' })
  }
  const result = v.safeParse(schema, raw)
  if (result.success) return result.output
  throw createError({
    statusCode: 400,
    message: `This request cannot be used. ${misfitsWords(misfitsOf(result.issues), 'it')}`,
  })
}
