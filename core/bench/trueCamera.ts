import { behindLens, responseOf, type Response } from '../camera/response'
import type { StudioSet } from '../model/schema'
import { evenDraw, normalDraw } from '../shared/chance'

const MID_GREY = 0.18
/** How far a camera's own curve strays: contrast about mid grey, and headroom over white. */
const CONTRAST = { middle: 1.05, eitherWay: 0.12 }
const HEADROOM = { middle: 1, eitherWay: 0.6 }

/** A camera's own curve, hidden in its number: more or less contrast about mid grey, and highlights that roll off. */
export const ownResponse = (seed: number): Response => {
  const contrast = CONTRAST.middle + CONTRAST.eitherWay * evenDraw(seed, 'contrast')
  const shoulder = responseOf({
    response: { kind: 'shoulder', headroomStops: HEADROOM.middle + HEADROOM.eitherWay * evenDraw(seed, 'headroom') },
  })
  return {
    valueFromLinear: linear => shoulder.valueFromLinear(MID_GREY * (Math.max(0, linear) / MID_GREY) ** contrast),
    linearFromValue: value => MID_GREY * (shoulder.linearFromValue(value) / MID_GREY) ** (1 / contrast),
  }
}

/** How the simulated camera turns light into values: as the set says, or by a curve of its own. */
export const trueResponse = ({ camera }: StudioSet, seed: number, hasOwnCurve: boolean): Response =>
  hasOwnCurve ? behindLens(ownResponse(seed), camera.lensLossStops) : responseOf(camera)

/** Noise of the simulated sensor, in linear light where white is 1. */
const SENSOR_NOISE = 0.004

/** Light as the sensor records it, with the noise of one draw. */
export const recorded = (light: number, seed: number, draw: string): number =>
  light + SENSOR_NOISE * Math.sqrt(light) * normalDraw(seed, draw)
