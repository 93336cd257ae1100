import { theRig } from '../rig'
import type { ReadingRequest } from '#core/bench/requests'

/** A question to the bench whose lamps burn as the rig was told, with what has really reached it by now. */
export const withRig = <Request extends Pick<ReadingRequest, 'rig'>>(request: Request): Request =>
  request.rig ? { ...request, rig: { ...request.rig, received: theRig().received() } } : request
