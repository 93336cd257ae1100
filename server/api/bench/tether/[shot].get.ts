import { fetchPicture } from '../../../bench/tether'

/** One picture that the tether has announced. It can be fetched once. */
export default defineEventHandler((event) => {
  const file = fetchPicture(getRouterParam(event, 'shot') ?? '')
  if (!file) throw createError({ statusCode: 404, message: 'The bench does not hold this picture any more. Shoot again.' })
  setHeader(event, 'content-type', file.type)
  setHeader(event, 'cache-control', 'no-store')
  return file.bytes
})
