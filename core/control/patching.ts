import { dimmable, slotsOf } from './channels'
import { SLOTS, type Fixture, type Rig } from '../model/rigSchema'
import type { StudioSet } from '../model/schema'
import { TEN } from './thresholds'

/** What is wrong with a patch. */
export type PatchFault =
  | { kind: 'overrun'; lightId: string; lastSlot: number }
  | { kind: 'collision'; lightIds: readonly [string, string]; universe: number; slot: number }

/** Slots from the first to the last of a fixture. */
export const spanOf = ({ address, personality }: Pick<Fixture, 'address' | 'personality'>) => ({
  first: address,
  last: address + slotsOf(personality) - 1,
})

/** Fixtures that reach past the last slot of a universe, and pairs that share a slot. */
export const patchFaults = ({ fixtures }: Pick<Rig, 'fixtures'>): PatchFault[] => {
  const sorted = Object.entries(fixtures).sort(([, a], [, b]) => a.universe - b.universe || a.address - b.address)
  const overruns = sorted.flatMap(([lightId, fixture]): PatchFault[] => {
    const { last } = spanOf(fixture)
    return last > SLOTS ? [{ kind: 'overrun', lightId, lastSlot: last }] : []
  })
  const collisions = sorted.flatMap(([lightId, fixture], index): PatchFault[] =>
    sorted
      .slice(index + 1)
      .filter(([, other]) => other.universe === fixture.universe && other.address <= spanOf(fixture).last)
      .map(([otherId, other]) => ({
        kind: 'collision',
        lightIds: [lightId, otherId],
        universe: other.universe,
        slot: other.address,
      })),
  )
  return [...overruns, ...collisions]
}

/** How start addresses are spaced: one fixture after another, or each at the next ten and one (1, 11, 21). */
export type Spacing = 'packed' | 'tens'

const nextStart = (free: number, spacing: Spacing): number =>
  spacing === 'packed' ? free : Math.ceil((free - 1) / TEN) * TEN + 1

/**
 * Start addresses for every lamp that can be dimmed, in the set's order, from a universe on; what a fixture is stays as
 * it is. A fixture that does not fit into what is left of a universe begins the next.
 */
export const proposedPatch = (
  set: Pick<StudioSet, 'lights' | 'rig'>,
  spacing: Spacing,
  firstUniverse = 1,
): Record<string, Fixture> => {
  let universe = firstUniverse
  let free = 1
  return Object.fromEntries(
    dimmable(set).map(({ id }) => {
      const known: Omit<Fixture, 'universe' | 'address'> = set.rig.fixtures[id] ?? PLAIN_FIXTURE
      let address = nextStart(free, spacing)
      if (spanOf({ address, personality: known.personality }).last > SLOTS) {
        universe += 1
        address = 1
      }
      free = spanOf({ address, personality: known.personality }).last + 1
      return [id, { ...known, universe, address }]
    }),
  )
}

/** A dimmer of eight bits, where nothing else is known of a fixture. */
export const PLAIN_FIXTURE: Omit<Fixture, 'universe' | 'address'> = {
  personality: 'intensity-8',
  curve: { kind: 'linear' },
  temperatureK: [2700, 6500],
  leastLevel: 0,
  mostLevel: 1,
}

/** A plain dimmer behind the last slot that is in use. */
export const nextFixture = ({ fixtures }: Pick<Rig, 'fixtures'>): Fixture => {
  const universe = Math.max(1, ...Object.values(fixtures).map(one => one.universe))
  const address = Math.max(
    1,
    ...Object.values(fixtures)
      .filter(one => one.universe === universe)
      .map(one => spanOf(one).last + 1),
  )
  return address <= SLOTS
    ? { ...PLAIN_FIXTURE, universe, address }
    : { ...PLAIN_FIXTURE, universe: universe + 1, address: 1 }
}

/** Universes that a patch uses, in order. */
export const universesOf = ({ fixtures }: Pick<Rig, 'fixtures'>): number[] =>
  [...new Set(Object.values(fixtures).map(({ universe }) => universe))].sort((a, b) => a - b)
