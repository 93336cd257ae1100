import type { FrameView } from '#core/render/gBuffer'
import type { Response } from '#core/camera/response'
import type { MeterPoint } from '#core/evaluation/probes/points'
import { LUMINANCE_WEIGHTS } from '#core/physics/units/rgb'

/** A picture as decoded: `channels` bytes a pixel, the first three red, green and blue. */
export type Picture = { width: number; height: number; channels: number; data: ArrayLike<number> }

/** Pixels around a point that are averaged. Where the subject hides the point, they are the nearest beside it. */
const PIXELS_WANTED = 400

/**
 * Mean pixel value at each backdrop point of a picture taken with the set's own framing.
 * The view tells which pixels show the backdrop and where on it they lie. Averages light, not values, so noise does
 * not shift it.
 */
export const backdropValues = (
  picture: Picture,
  view: FrameView,
  surfaceIds: readonly string[],
  points: readonly MeterPoint[],
  response: Response,
): Record<string, number> => {
  if (picture.width !== view.width || picture.height !== view.height) {
    throw new RangeError(
      `The picture is ${picture.width} × ${picture.height} pixels; the set's framing gives ${view.width} × ${view.height}.`,
    )
  }
  const linear = Float64Array.from({ length: 256 }, (_, value) => response.linearFromValue(value))
  const onBackdrop = [...view.surface.keys()].filter(pixel => surfaceIds[view.surface[pixel]!]?.startsWith('backdrop/'))
  return Object.fromEntries(
    points
      .filter(point => point.surface === 'backdrop')
      .flatMap((point): [string, number][] => {
        const nearest = onBackdrop
          .map(pixel => ({
            pixel,
            away: Math.hypot(
              view.points[pixel * 6]! - point.position[0],
              view.points[pixel * 6 + 2]! - point.position[2],
            ),
          }))
          .sort((a, b) => a.away - b.away)
          .slice(0, PIXELS_WANTED)
        if (nearest.length === 0) return []
        const total = nearest.reduce(
          (sum, { pixel }) =>
            sum +
            LUMINANCE_WEIGHTS.reduce(
              (light, weight, channel) => light + weight * linear[picture.data[pixel * picture.channels + channel]!]!,
              0,
            ),
          0,
        )
        return [[point.id, response.valueFromLinear(total / nearest.length)]]
      }),
  )
}
