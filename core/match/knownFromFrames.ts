import { responseOf } from '../camera/response'
import { BACKDROP_MIDDLE } from '../model/placeIds'
import type { Frame, StudioSet } from '../model/schema'
import type { FrameReading } from '../testFrames/reading/readFrame'
import { stopsFromRatio } from '../physics/units/stops'
import type { PictureKnown } from './fromPicture'

/** Sizes of a key as it looks from a face, degrees, from hard to very soft; common practice, no source. */
export const SOFTNESSES = [
  { id: 'hard', deg: 6 },
  { id: 'medium', deg: 20 },
  { id: 'soft', deg: 35 },
  { id: 'very-soft', deg: 60 },
] as const
/** How soft a key looks. */
export type Softness = (typeof SOFTNESSES)[number]['id']

/**
 * What a picture says of its backdrop: tone and by how much it grows lighter to the right and to the top. Other frames
 * of the same set have a say in the tone: their mean, in light.
 */
export const knownFromFrames = (
  set: StudioSet,
  { parts, unevenness }: Pick<FrameReading, 'parts' | 'unevenness'>,
  others: readonly Pick<Frame, 'values'>[] = [],
): Pick<PictureKnown, 'toneStops' | 'acrossStops' | 'uprightStops'> => {
  const response = responseOf(set.camera)
  const values = [parts.backdrop?.value, ...others.map(({ values: read }) => read[BACKDROP_MIDDLE])].filter(
    value => value !== undefined,
  )
  const light = values.map(value => response.linearFromValue(value))
  return {
    toneStops: light.length === 0 ? null : stopsFromRatio(light.reduce((sum, one) => sum + one, 0) / light.length),
    acrossStops: unevenness?.acrossStops ?? 0,
    uprightStops: unevenness ? 0 - unevenness.downStops : 0,
  }
}
