import type { Standing } from '../../changes/change'
import { mayBeDone } from '../../changes/constraints'
import type { StudioSet } from '../../model/schema'
import { family, type Family } from './family'

const GROUP_STEPS_M = [0.4, 0.8, 1.3, 2]

const standing = (what: Extract<Standing, Family['id']>): Family =>
  family(what, [[what]], one => ({ kind: 'stand', what: one }))

/** Everything that changes where people stand and what stands in the room. */
export const stageFamilies = (set: StudioSet, fixedIds: readonly string[]): Family[] => {
  const hasKey = set.lights.some(light => light.job === 'key')
  const steps = [GROUP_STEPS_M, GROUP_STEPS_M.map(byM => -byM)]
  const group = family('group-depth', steps, byM => ({ kind: 'group-depth', byM }))
  return [
    ...(group.ways.flat().every(change => mayBeDone(set, change, fixedIds)) ? [group] : []),
    ...(hasKey ? [standing('key-flag')] : []),
    standing('black-sides'),
    standing('curtains'),
    ...(hasKey ? [standing('fill-board')] : []),
  ]
}
