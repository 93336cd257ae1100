import { luminance, type Rgb } from '../units/rgb'
import type { LightLayer, Share } from './lightLayer'

/** Direct and bounced exposure of one light at one receiver, luminance in lux-seconds. */
export type Part = { lightId: string; directLuxS: number; bouncedLuxS: number }

/** Factors on a light's layer: what its power makes of full power, and what readings have shown of it. */
export type Weight = { direct: number; bounced: number }

/**
 * What a light gives at full power at a receiver. Light that was not worked out there is not darkness: asking for it
 * is an error.
 */
export const shareAt = ({ lightId, shares }: LightLayer, receiverId: string): Share => {
  const share = shares[receiverId]
  if (!share) throw new RangeError(`The light of ${lightId} was not worked out at "${receiverId}".`)
  return share
}

/** What each light gives at a receiver under the weights; lights without a weight are off. */
export const partsAt = (
  layers: readonly LightLayer[],
  receiverId: string,
  weights: Readonly<Record<string, Weight>>,
): Part[] =>
  layers.flatMap(layer => {
    const { lightId } = layer
    const weight = weights[lightId]
    if (!weight) return []
    const share = shareAt(layer, receiverId)
    return [
      {
        lightId,
        directLuxS: luminance(share.direct) * weight.direct,
        bouncedLuxS: luminance(share.bounced) * weight.bounced,
      },
    ]
  })

/** What all weighed lights together give at a receiver, lux-seconds per channel. */
export const lightAt = (
  layers: readonly LightLayer[],
  receiverId: string,
  weights: Readonly<Record<string, Weight>>,
): Rgb => {
  let [red, green, blue] = [0, 0, 0]
  for (const layer of layers) {
    const weight = weights[layer.lightId]
    if (!weight) continue
    const share = shareAt(layer, receiverId)
    red += share.direct[0] * weight.direct + share.bounced[0] * weight.bounced
    green += share.direct[1] * weight.direct + share.bounced[1] * weight.bounced
    blue += share.direct[2] * weight.direct + share.bounced[2] * weight.bounced
  }
  return [red, green, blue]
}

/** All light of some parts, lux-seconds. */
export const totalOf = (parts: readonly Part[]): number =>
  parts.reduce((sum, part) => sum + part.directLuxS + part.bouncedLuxS, 0)
