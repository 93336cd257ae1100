import type { StudioSet } from '../model/schema'
import { NO_OVERRIDES, type OverridableList, type Overrides } from '../model/overridesSchema'
import { hasOverrides } from './overridden'

const withFields = <T extends { id: string }>(items: readonly T[], byId: Readonly<Record<string, object>>): T[] =>
  items.map(item => (byId[item.id] && Object.keys(byId[item.id]!).length > 0 ? { ...item, ...byId[item.id] } : item))

const overridden = (set: StudioSet, overrides: Overrides): StudioSet => {
  const isIn = ({ id }: { id: string }) => !overrides.out.includes(id)
  const list = <K extends OverridableList>(kind: K): StudioSet[K] =>
    withFields(set[kind] as { id: string }[], overrides[kind]) as StudioSet[K]
  return {
    ...set,
    lights: list('lights'),
    subjects: list('subjects'),
    panels: list('panels').filter(isIn),
    props: list('props').filter(isIn),
    camera: Object.keys(overrides.camera).length > 0 ? { ...set.camera, ...overrides.camera } : set.camera,
    backdrop: Object.keys(overrides.backdrop).length > 0 ? { ...set.backdrop, ...overrides.backdrop } : set.backdrop,
    // What stands is all there is: what other looks would have otherwise is not about this stage.
    looks: set.looks.map(look => (hasOverrides(look) ? { ...look, overrides: NO_OVERRIDES } : look)),
  }
}

const cache = new WeakMap<StudioSet, Map<string, StudioSet>>()

/**
 * The set as it stands while a look is taken: everything that judges, draws or moves things for a look begins here.
 * The set itself where the look has nothing otherwise; the same object for the same set and look.
 */
export const inLook = (set: StudioSet, lookId: string): StudioSet => {
  const look = set.looks.find(({ id }) => id === lookId)
  if (!look || !hasOverrides(look)) return set
  const known = cache.get(set) ?? new Map<string, StudioSet>()
  cache.set(set, known)
  const found = known.get(lookId) ?? overridden(set, look.overrides)
  known.set(lookId, found)
  return found
}
