import { changesBetween, changesWords } from '../solve/powerChanges'
import { changeExposure, changeSettings } from '../edits/edits'
import { formatAperture } from '../physics/units/aperture'
import type { Check } from './finding'

/**
 * What differs from how things stood at the last test frame, where the tones no longer fit: the way back to what
 * worked.
 */
export const sinceFrame: Check = ({ set, look, camera, readouts }) => {
  const frame = set.frames.findLast(candidate => candidate.lookId === look.id)
  if (!frame || !readouts.some(({ missStops }) => Math.abs(missStops ?? 0) > 0.1)) return []
  const known = Object.fromEntries(
    set.lights.filter(light => frame.lights[light.id]).map(light => [light.id, frame.lights[light.id]!]),
  )
  const changes = changesBetween(
    set.lights.filter(light => known[light.id]),
    look.lights,
    known,
  )
  const isOtherCamera =
    Math.abs(camera.fNumber / frame.camera.fNumber - 1) > 0.02 && look.exposure.followsPointId === null
  if (changes.length === 0 && !isOtherCamera) return []
  const back = [
    ...(changes.length > 0 ? [changesWords(changes, set.lights)] : []),
    ...(isOtherCamera ? [`set the camera to ${formatAperture(frame.camera.fNumber)}`] : []),
  ].join(' and ')
  return [
    {
      id: 'since-frame',
      kind: 'problem',
      words: `Since the last test frame something was changed. To repeat it: ${back}.`,
      mends: [
        {
          words: 'Set it as it was',
          apply: before => {
            const restored = changeSettings(before, look.id, known)
            return isOtherCamera ? changeExposure(restored, look.id, { fNumber: frame.camera.fNumber }) : restored
          },
        },
      ],
    },
  ]
}
