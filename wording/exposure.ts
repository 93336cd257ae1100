import { exposureMismatch } from '#core/imaging/exposureTags'
import { isOtherLens } from '#core/testFrames/frameTags'
import type { ExposureTags } from '#core/imaging/exposureTags'
import type { Camera, CameraSetting, Frame } from '#core/model/schema'
import { formatAperture } from './notation/aperture'
import { shutterWords } from './quantities'

const PART: { [K in keyof CameraSetting]: (value: number) => string } = {
  fNumber: formatAperture,
  shutterS: shutterWords,
  iso: iso => `ISO ${iso}`,
}

/** In what a frame differs from what the set says; undefined where they agree. */
export const exposureMismatchWords = (tags: ExposureTags | null, camera: CameraSetting): string | undefined => {
  const parts = exposureMismatch(tags, camera)
  if (!tags || parts.length === 0) return undefined
  const of = (setting: Partial<Record<keyof CameraSetting, number | null>>) =>
    parts.map(part => PART[part](setting[part]!)).join(', ')
  return `This frame was at ${of(tags)}; the set says ${of(camera)}.`
}

/** That a frame was taken at another focal length than the set's; undefined where it was not, or does not say. */
export const otherLensWords = (tags: Frame['tags'], camera: Pick<Camera, 'lens'>): string | undefined =>
  tags && isOtherLens(tags, camera)
    ? `This frame was taken at ${Math.round(tags.focalLengthMm!)} mm; the set says ${Math.round(camera.lens.focalLengthMm)} mm. Places in it are others, so it teaches nothing.`
    : undefined
