import type { CameraSetting, StudioSet } from '../model/schema'
import { exposed, type Exposed } from './exposed'
import { recorded, trueResponse } from './trueCamera'

/** From and to, in stops about the metered exposure, and how far apart. */
const BRACKET = { fromStops: -7, toStops: 11 / 3, stepStops: 1 / 3 }
const WIDTH = 120
const HEIGHT = 80
const CARD = 0.18
const SURROUND = 0.05
/** The card lies in the middle, this share of the frame. */
const CARD_SHARE = 0.6

/** Stops of each frame of a bracket. */
export const bracketStops = (): number[] =>
  Array.from(
    { length: Math.round((BRACKET.toStops - BRACKET.fromStops) / BRACKET.stepStops) + 1 },
    (_, index) => BRACKET.fromStops + index * BRACKET.stepStops,
  )

/**
 * One frame of a bracket of the grey card, evenly lit and metered at the camera's setting; the shutter makes the
 * steps.
 */
export const bracketFrame = (
  set: StudioSet,
  camera: CameraSetting,
  stops: number,
  seed: number,
  hasOwnCurve: boolean,
): Exposed => {
  const response = trueResponse(set, seed, hasOwnCurve)
  const linear = new Float32Array(WIDTH * HEIGHT * 3)
  for (let at = 0; at < WIDTH * HEIGHT; at++) {
    const isCard =
      Math.abs((at % WIDTH) / WIDTH - 0.5) < CARD_SHARE / 2 &&
      Math.abs(Math.floor(at / WIDTH) / HEIGHT - 0.5) < CARD_SHARE / 2
    const light = (isCard ? CARD : SURROUND) * 2 ** stops
    for (let channel = 0; channel < 3; channel++)
      linear[at * 3 + channel] = Math.max(0, recorded(light, seed, `card ${stops} ${at} ${channel}`))
  }
  return exposed(
    { linear, width: WIDTH, height: HEIGHT },
    response,
    { ...camera, shutterS: camera.shutterS * 2 ** stops },
    { format: 'jpeg', name: `bracket ${stops >= 0 ? '+' : ''}${stops.toFixed(1)}` },
  )
}
