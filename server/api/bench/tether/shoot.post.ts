import { benchPicture } from '../../../bench/answers'
import { bracketFrame, bracketStops } from '../../../bench/bracket'
import { readRequest } from '../../../bench/readRequest'
import { ShootRequestSchema, type ShootRequest } from '../../../bench/requests'
import { deliver, tell } from '../../../bench/tether'

const WORD_OUT_MS = 20

const shoot = async (request: ShootRequest): Promise<void> => {
  const { session, shot, what, set, camera, seed, ownCurve } = request
  tell(session, { kind: 'exposing', shot })
  // The work that follows holds the thread: the word has to be out before.
  await new Promise(resolve => setTimeout(resolve, WORD_OUT_MS))
  if (what === 'frame') return deliver(session, shot, await benchPicture(request), 1, 1)
  const stops = bracketStops()
  for (const [index, step] of stops.entries()) {
    deliver(session, `${shot}-${index}`, await bracketFrame(set, camera, step, seed, ownCurve), index + 1, stops.length)
  }
}

/** Releases the shutter; the pictures come along the tether. */
export default defineEventHandler(async (event) => {
  const request = await readRequest(event, ShootRequestSchema)
  void shoot(request).catch((error: Error) => tell(request.session, { kind: 'failed', shot: request.shot, message: error.message }))
  setResponseStatus(event, 202)
  return { shot: request.shot }
})
