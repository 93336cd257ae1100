import { powerChanges } from '../solve/powerChanges'
import { problem, type Check } from './finding'

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
  const changes = powerChanges(
    set.lights.filter(light => known[light.id]),
    look.lights,
    known,
  )
  const isOtherCamera =
    Math.abs(camera.fNumber / frame.camera.fNumber - 1) > 0.02 && look.exposure.followsPointId === null
  if (changes.length === 0 && !isOtherCamera) return []
  const { fNumber } = frame.camera
  return [
    problem(
      set,
      'since-frame',
      { is: 'since-frame', changes, fNumber: isOtherCamera ? fNumber : null },
      {
        purpose: { as: 'as-it-was' },
        change: {
          kind: 'several',
          changes: [
            { kind: 'power', lookId: look.id, settings: known },
            ...(isOtherCamera ? [{ kind: 'exposure', lookId: look.id, exposure: { fNumber } } as const] : []),
          ],
        },
      },
    ),
  ]
}
