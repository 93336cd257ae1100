import type { Look } from '../model/schema'
import type { OverridableList } from '../model/overridesSchema'

/** Lists of things that a look may have otherwise. */
export const LISTS = ['lights', 'panels', 'props', 'subjects'] as const

/** One thing that a look has otherwise: `camera` and `backdrop` by name, others by their list and id. */
export type Overridden =
  | { of: OverridableList; id: string; fields: readonly string[] }
  | { of: 'camera' | 'backdrop'; fields: readonly string[] }
  /** A panel or prop that is not there in this look. */
  | { of: 'out'; id: string }

/** All that a look has otherwise than the set. */
export const overriddenBy = ({ overrides }: Pick<Look, 'overrides'>): Overridden[] => [
  ...LISTS.flatMap(of =>
    Object.entries(overrides[of])
      .map(([id, fields]) => ({ of, id, fields: Object.keys(fields) }))
      .filter(({ fields }) => fields.length > 0),
  ),
  ...(['camera', 'backdrop'] as const)
    .map(of => ({ of, fields: Object.keys(overrides[of]) }))
    .filter(({ fields }) => fields.length > 0),
  ...overrides.out.map(id => ({ of: 'out' as const, id })),
]

/** Whether a look has anything of the stage otherwise than the set. */
export const hasOverrides = (look: Pick<Look, 'overrides'>): boolean => overriddenBy(look).length > 0
