import type { Look, StudioSet } from '#core/model/schema'
import { solveLook } from '#core/solve/lookPowers'
import { solvedFor, tidy } from '../solved'

/** The powers that meet a look's targets, or come nearest. */
export const solvedPowers = async (set: StudioSet, look: Look) => {
  const { evaluation } = await solvedFor(set, look)
  const answer = solveLook(evaluation)
  return {
    set: set.name,
    look: look.name,
    camera: evaluation.camera,
    isReached: answer.isReached,
    lights: set.lights.map(light => ({
      id: light.id,
      name: light.name,
      ...answer.settings[light.id]!,
      before: look.lights[light.id],
    })),
    targets: answer.misses.map(({ of, stops }) =>
      of.kind === 'point'
        ? { id: of.point.id, wanted: look.targets[of.point.id], missStops: tidy(stops) }
        : { area: of.area.kind, wanted: of.area, missStops: tidy(stops) },
    ),
  }
}
