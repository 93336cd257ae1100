import { isOverSubject } from '../scene/stands'
import type { Check, Fact, Finding } from './finding'
import { CIRCUIT_W, HEAVY_HEIGHT_M } from './thresholds'

const caution = (id: string, fact: Fact, things: readonly { id: string }[] = []): Finding => ({
  id: `caution/${id}`,
  kind: 'caution',
  fact,
  fixes: [],
  concerns: things.map(thing => thing.id),
})

/** Placements that can hurt somebody. Nothing here certifies anything: local codes and licensed people do. */
export const cautions: Check = ({ set, look }) => {
  const over = set.lights.filter(light => isOverSubject(light, set))
  const overhead = set.panels.filter(panel => panel.place.zM > 1.9 && Math.abs(panel.tiltDeg) > 45)
  const watts = set.lights
    .filter(light => look.lights[light.id]?.on && light.lamp.kind === 'continuous')
    .reduce((sum, light) => sum + (light.lamp.watts ?? 0), 0)
  const high = set.lights.filter(light => light.place.zM > HEAVY_HEIGHT_M)
  const names = (things: readonly { name: string }[]) => things.map(thing => thing.name)
  return [
    ...(over.length > 0 ? [caution('boom', { is: 'caution-boom', names: names(over) }, over)] : []),
    ...(overhead.length > 0 ? [caution('overhead', { is: 'caution-overhead', names: names(overhead) }, overhead)] : []),
    ...(high.length > 0 && over.length === 0
      ? [caution('height', { is: 'caution-height', names: names(high), aboveM: HEAVY_HEIGHT_M }, high)]
      : []),
    ...(watts > CIRCUIT_W ? [caution('load', { is: 'caution-load', watts })] : []),
    ...(set.room.floorGloss ? [caution('gloss', { is: 'caution-gloss' })] : []),
  ]
}
