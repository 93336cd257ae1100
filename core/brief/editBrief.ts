import { SHADOW_SIDE } from '../model/placeIds'
import type { Brief, StudioSet } from '../model/schema'

/** Changes parts of a set's brief. */
export const editBrief = (set: StudioSet, changes: Partial<Brief>): StudioSet => ({
  ...set,
  brief: { ...set.brief, ...changes },
})

/** Asks a key-to-fill ratio: highlight to shadow, so that 2 wants the shadow side one stop under the camera setting. */
export const askRatio = (set: StudioSet, lookId: string, ratio: number): StudioSet => ({
  ...editBrief(set, { ratio }),
  looks: set.looks.map(look =>
    look.id === lookId
      ? { ...look, targets: { ...look.targets, [SHADOW_SIDE]: { kind: 'ratio', stops: -Math.log2(ratio) } } }
      : look,
  ),
})
