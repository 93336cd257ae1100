import { createError, defineEventHandler, getQuery, createEventStream } from 'h3'
import { listen } from '../../../bench/tether'

/** The simulated camera's cable: events of one session, as they come. */
export default defineEventHandler(event => {
  const { session } = getQuery(event)
  if (typeof session !== 'string' || !/^[\w-]{8,64}$/.test(session))
    throw createError({ statusCode: 400, message: 'The tether needs a session.' })
  const stream = createEventStream(event)
  const stop = listen(session, told => void stream.push(JSON.stringify(told)))
  if (!stop) throw createError({ statusCode: 503, message: 'Too many cameras are tethered already.' })
  stream.onClosed(async () => {
    stop()
    await stream.close()
  })
  void stream.push(JSON.stringify({ kind: 'ready' }))
  return stream.send()
})
