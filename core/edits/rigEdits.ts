import type { Fixture, Rig } from '../model/rigSchema'
import type { StudioSet } from '../model/schema'
import { without } from './without'

/** A rig without lights and looks that are gone; a row of fewer than two lamps is none. */
export const rigWithout = (rig: Rig, ids: readonly string[]): Rig => ({
  fixtures: without(rig.fixtures, ids),
  rows: rig.rows
    .map(row => ({ ...row, lightIds: row.lightIds.filter(id => !ids.includes(id)) }))
    .filter(({ lightIds }) => lightIds.length > 1),
  fadeS: without(rig.fadeS, ids),
})

/** Says which fixtures lamps are; null unpatches one. */
export const changeFixtures = (set: StudioSet, fixtures: Readonly<Record<string, Fixture | null>>): StudioSet => ({
  ...set,
  rig: {
    ...set.rig,
    fixtures: Object.fromEntries(
      Object.entries({ ...set.rig.fixtures, ...fixtures }).filter(
        (entry): entry is [string, Fixture] => entry[1] !== null,
      ),
    ),
  },
})

/** Two lamps at each other's addresses; nothing where one of them is not patched. */
export const swapAddresses = (set: StudioSet, [one, other]: readonly [string, string]): StudioSet => {
  const { [one]: first, [other]: second } = set.rig.fixtures
  return first && second
    ? changeFixtures(set, {
        [one]: { ...first, universe: second.universe, address: second.address },
        [other]: { ...second, universe: first.universe, address: first.address },
      })
    : set
}

/** Names the rows of lamps that are dimmed as one. */
export const changeRows = (set: StudioSet, rows: Rig['rows']): StudioSet => ({ ...set, rig: { ...set.rig, rows } })

/** Sets how many seconds a look fades in. */
export const changeFade = (set: StudioSet, lookId: string, seconds: number): StudioSet => ({
  ...set,
  rig: { ...set.rig, fadeS: { ...set.rig.fadeS, [lookId]: seconds } },
})
