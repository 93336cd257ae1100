import { luminance, type Rgb } from '../units/rgb'
import type { LightLayer, Share } from './lightLayer'

/** Direct and bounced exposure of one light at one receiver, luminance in lux-seconds. */
export type Part = { lightId: string, directLuxS: number, bouncedLuxS: number }

/** Factors on a light's layer: what its power makes of full power, and what readings have shown of it. */
export type Weight = { direct: number, bounced: number }

const NOTHING: Share = { direct: [0, 0, 0], bounced: [0, 0, 0] }

/** What each light gives at a receiver under the weights; lights without a weight are off. */
export const partsAt = (layers: readonly LightLayer[], receiverId: string, weights: Readonly<Record<string, Weight>>): Part[] =>
  layers.flatMap(({ lightId, shares }) => {
    const weight = weights[lightId]
    if (!weight) return []
    const share = shares[receiverId] ?? NOTHING
    return [{ lightId, directLuxS: luminance(share.direct) * weight.direct, bouncedLuxS: luminance(share.bounced) * weight.bounced }]
  })

/** What all weighed lights together give at a receiver, lux-seconds per channel. */
export const lightAt = (layers: readonly LightLayer[], receiverId: string, weights: Readonly<Record<string, Weight>>): Rgb => {
  let [red, green, blue] = [0, 0, 0]
  for (const { lightId, shares } of layers) {
    const [weight, share] = [weights[lightId], shares[receiverId]]
    if (!weight || !share) continue
    red += share.direct[0] * weight.direct + share.bounced[0] * weight.bounced
    green += share.direct[1] * weight.direct + share.bounced[1] * weight.bounced
    blue += share.direct[2] * weight.direct + share.bounced[2] * weight.bounced
  }
  return [red, green, blue]
}

export const totalOf = (parts: readonly Part[]): number =>
  parts.reduce((sum, part) => sum + part.directLuxS + part.bouncedLuxS, 0)
