import type { Light, Look, StudioSet } from '../model/schema'
import { inLook } from './inLook'

/** What of a light is its placement: what takes more than a turn of its power or a gel to change. */
const PLACED = ['lamp', 'modifier', 'place', 'aim', 'rollDeg'] as const

const isPanel = (set: StudioSet, id: string): boolean => set.panels.some(panel => panel.id === id)

const withoutPlacement = (fields: Partial<Light>): Partial<Light> =>
  Object.fromEntries(Object.entries(fields).filter(([key]) => !(PLACED as readonly string[]).includes(key)))

const placedOtherwise = (set: StudioSet, { overrides }: Look): boolean =>
  Object.values(overrides.lights).some(fields => PLACED.some(key => key in fields)) ||
  Object.values(overrides.panels).some(fields => Object.keys(fields).length > 0) ||
  overrides.out.some(id => isPanel(set, id))

/** Looks for which lights or panels stand otherwise than the set has them. */
export const looksPlacedOtherwise = (set: StudioSet): Look[] => set.looks.filter(look => placedOtherwise(set, look))

/**
 * A set in which lights and panels stand alike in every look: as the set has them, or as one look has. Gels, subjects,
 * props, camera and backdrop of the looks stay their own.
 */
export const onePlacement = (set: StudioSet, lookId?: string): StudioSet => {
  const shown = lookId === undefined ? set : inLook(set, lookId)
  const of = set.looks.find(({ id }) => id === lookId)
  const goneIds = of ? of.overrides.out.filter(id => isPanel(set, id)) : []
  return {
    ...set,
    lights: set.lights.map((light, index) => ({
      ...light,
      ...Object.fromEntries(PLACED.map(key => [key, shown.lights[index]![key]])),
    })),
    panels: set.panels.map(panel => shown.panels.find(({ id }) => id === panel.id) ?? panel),
    looks: set.looks.map(look => ({
      ...look,
      overrides: {
        ...look.overrides,
        lights: Object.fromEntries(
          Object.entries(look.overrides.lights)
            .map(([id, fields]) => [id, withoutPlacement(fields)] as const)
            .filter(([, fields]) => Object.keys(fields).length > 0),
        ),
        panels: {},
        out: [...look.overrides.out.filter(id => !isPanel(set, id)), ...goneIds],
      },
    })),
  }
}
