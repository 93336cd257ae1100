import type { Look, StudioSet } from '#core/model/schema'
import { solveLook } from '#core/solve/lookPowers'
import { solvedFor, tidy } from '../solved'

/** The powers that meet a look's targets, or come nearest. */
export const solvedPowers = async (set: StudioSet, look: Look) => {
  const { points, lighting, camera } = await solvedFor(set, look)
  const answer = solveLook(set, look, points, camera, lighting)
  return {
    set: set.name,
    look: look.name,
    camera,
    isReached: answer.isReached,
    lights: set.lights.map(light => ({ id: light.id, name: light.name, ...answer.settings[light.id]!, before: look.lights[light.id] })),
    targets: answer.pointIds.map((id, index) => ({ id, wanted: look.targets[id], missStops: tidy(answer.missStops[index]!) })),
  }
}
