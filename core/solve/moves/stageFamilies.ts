import type { Standing } from '../../changes/change'
import { subjectGroupIds } from '../../edits/subjectGroup'
import type { StudioSet } from '../../model/schema'
import { family, type Family } from './family'
import type { MayMove } from './lightFamilies'

const GROUP_STEPS_M = [0.4, 0.8, 1.3, 2]

const standing = (what: Extract<Standing, Family['id']>): Family =>
  family(what, [[what]], one => ({ kind: 'stand', what: one }))

/** Everything that changes where people stand and what stands in the room. */
export const stageFamilies = (set: StudioSet, mayMove: MayMove): Family[] => {
  const hasKey = set.lights.some(light => light.job === 'key')
  const steps = [GROUP_STEPS_M, GROUP_STEPS_M.map(byM => -byM)]
  return [
    ...(subjectGroupIds(set).every(mayMove)
      ? [family('group-depth', steps, byM => ({ kind: 'group-depth', byM }))]
      : []),
    ...(hasKey ? [standing('key-flag')] : []),
    standing('black-sides'),
    standing('curtains'),
    ...(hasKey ? [standing('fill-board')] : []),
  ]
}
