import { within } from '../imaging/exposureTags'
import type { FileTags } from '../imaging/files/readTags'
import type { Camera, Frame } from '../model/schema'
import { SAME_LENS } from './thresholds'

/** What of a file's tags a frame keeps; null where it says nothing of its exposure. */
export const keptTags = ({ exposure, ...tags }: FileTags): Frame['tags'] =>
  exposure && {
    ...exposure,
    focalLengthMm: within(tags.focalLengthMm, [1, 5000]),
    compensationStops: within(tags.compensationStops, [-20, 20]),
    hasFlashFired: tags.hasFlashFired,
    camera: tags.camera,
    lens: tags.lens,
  }

/** Whether a frame was taken at another focal length than the set's, so that places in it are others. */
export const isOtherLens = (tags: Frame['tags'], { lens }: Pick<Camera, 'lens'>): boolean =>
  typeof tags?.focalLengthMm === 'number' && Math.abs(Math.log(tags.focalLengthMm / lens.focalLengthMm)) > SAME_LENS
