import type { StudioSet } from '../../model/schema'
import type { Family } from './family'
import { lightFamilies } from './lightFamilies'
import { stageFamilies } from './stageFamilies'

/** Everything that a search may do to a set beside turning powers; locked and fixed things are left alone. */
export const familiesOf = (set: StudioSet, fixedIds: readonly string[]): Family[] => [
  ...lightFamilies(set, fixedIds),
  ...stageFamilies(set, fixedIds),
]
