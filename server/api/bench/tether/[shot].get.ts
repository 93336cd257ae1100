import { createError, defineEventHandler, getQuery, getRouterParam, setHeader } from 'h3'
import { fetchPicture } from '../../../bench/tether'

/** One picture that the tether has announced. The session that took it can fetch it once. */
export default defineEventHandler(event => {
  const { session } = getQuery(event)
  const file = fetchPicture(typeof session === 'string' ? session : '', getRouterParam(event, 'shot') ?? '')
  if (!file)
    throw createError({ statusCode: 404, message: 'The bench does not hold this picture any more. Shoot again.' })
  setHeader(event, 'content-type', file.type)
  setHeader(event, 'cache-control', 'no-store')
  return Buffer.from(file.bytes)
})
