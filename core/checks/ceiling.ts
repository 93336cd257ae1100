import { placeThing } from '../set/things'
import { emitterOf } from '../set/scene'
import { frontReach } from '../sources/frontShape'
import type { Check } from './finding'

const AIR_M = 0.03

/** Fronts that would reach through the ceiling, or into the floor. */
export const ceiling: Check = ({ set }, inLength) => set.lights.flatMap((light) => {
  const { up, across, front } = emitterOf(light, set)
  const reach = frontReach(front)
  const rise = Math.abs(up[2]) * reach.up + Math.abs(across[2]) * reach.across
  const over = light.place.zM + rise + AIR_M - set.room.heightM
  const under = rise + AIR_M - light.place.zM
  if (over <= 0.005 && under <= 0.005) return []
  const zM = over > 0 ? light.place.zM - over : light.place.zM + under
  return [{
    id: `ceiling/${light.id}`,
    kind: 'problem' as const,
    words: over > 0 ? `${light.name} (${light.modifier.name}) reaches ${inLength(over)} above the ceiling.` : `${light.name} (${light.modifier.name}) reaches ${inLength(under)} into the floor.`,
    mends: [{ words: `${over > 0 ? 'Lower' : 'Raise'} ${light.name} to ${inLength(zM)}`, apply: before => placeThing(before, light.id, { ...light.place, zM }) }],
  }]
})
