import { exposureMismatch } from '#core/imaging/exposureTags'
import type { CameraSetting, Frame } from '#core/model/schema'
import { formatAperture } from './notation/aperture'
import { shutterWords } from './quantities'

const PART: { [K in keyof CameraSetting]: (value: number) => string } = {
  fNumber: formatAperture,
  shutterS: shutterWords,
  iso: iso => `ISO ${iso}`,
}

/** In what a frame differs from what the set says; undefined where they agree. */
export const exposureMismatchWords = (tags: Frame['tags'], camera: CameraSetting): string | undefined => {
  const parts = exposureMismatch(tags, camera)
  if (!tags || parts.length === 0) return undefined
  const of = (setting: Partial<Record<keyof CameraSetting, number | null>>) =>
    parts.map(part => PART[part](setting[part]!)).join(', ')
  return `This frame was at ${of(tags)}; the set says ${of(camera)}.`
}
