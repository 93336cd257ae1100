import type { Fix } from '../changes/fix'
import { placeThing } from '../edits/things'
import { emitterOf } from '../scene/scene'
import { frontReach } from '../physics/sources/frontShape'
import type { Light, StudioSet } from '../model/schema'
import { problem, type Check } from './finding'
import { CEILING_AIR_M, CEILING_ROUNDS, TOUCH_M } from './thresholds'

/** How far a light's front reaches above the ceiling, and into the floor. */
const reachOut = (set: StudioSet, light: Light): { over: number; under: number } => {
  const { up, across, front } = emitterOf(light, set)
  const reach = frontReach(front)
  const rise = Math.abs(up[2]) * reach.up + Math.abs(across[2]) * reach.across
  return {
    over: light.place.zM + rise + CEILING_AIR_M - set.room.heightM,
    under: rise + CEILING_AIR_M - light.place.zM,
  }
}

const fitted = (set: StudioSet, id: string): StudioSet => {
  let current = set
  for (let round = 0; round < CEILING_ROUNDS; round++) {
    const light = current.lights.find(candidate => candidate.id === id)
    if (!light) return current
    const { over, under } = reachOut(current, light)
    if (over <= 0 && under <= 0) break
    current = placeThing(current, id, { ...light.place, zM: light.place.zM + (over > 0 ? -over : under) })
  }
  return current
}

/** Fronts that would reach through the ceiling, or into the floor. */
export const ceiling: Check = ({ set }) =>
  set.lights.flatMap(light => {
    const { over, under } = reachOut(set, light)
    if (over <= TOUCH_M && under <= TOUCH_M) return []
    const { id, name, modifier } = light
    const { place } = fitted(set, id).lights.find(one => one.id === id)!
    const isOver = over > 0
    const byM = isOver ? over : under
    const fix: Fix = { purpose: { as: isOver ? 'lower' : 'raise' }, change: { kind: 'place', id, place } }
    const is = isOver ? 'through-ceiling' : 'into-floor'
    return [problem(set, `ceiling/${id}`, { is, light: name, modifier: modifier.name, byM }, fix)]
  })
