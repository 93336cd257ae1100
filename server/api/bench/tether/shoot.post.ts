import { createError, defineEventHandler, setResponseStatus } from 'h3'
import { ShootRequestSchema } from '#core/bench/requests'
import { readRequest } from '../../../shell/readRequest'
import { deliver, tell } from '../../../bench/tether'
import { withRig } from '../../../bench/withRig'
import { work, WorkshopBusy } from '../../../bench/workshop'

/** Releases the shutter; the pictures come along the tether. */
export default defineEventHandler(async event => {
  const request = withRig(await readRequest(event, ShootRequestSchema))
  const { session, shot, what } = request
  try {
    tell(session, { kind: 'exposing', shot })
    void work({ kind: 'shot', request }, result => {
      if (result.kind === 'picture')
        deliver(session, what === 'frame' ? shot : `${shot}-${result.number}`, result.file, result.number, result.of)
    }).catch((error: Error) => tell(session, { kind: 'failed', shot, message: error.message }))
  } catch (error) {
    throw createError({ statusCode: error instanceof WorkshopBusy ? 503 : 500, message: (error as Error).message })
  }
  setResponseStatus(event, 202)
  return { shot }
})
