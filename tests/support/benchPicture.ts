import { benchExposure } from '#core/bench/answers'
import { writePicture } from '../../server/bench/pictureFile'

/** A picture of the bench as the file that its camera hands on. */
export const benchPicture = async (request: Parameters<typeof benchExposure>[0]) =>
  writePicture(await benchExposure(request))

export { writePicture }
