import { evenDraw, pick } from '../shared/chance'
import { intensityHeard, lookChannels, patched, tintedBy } from '../control/channels'
import { makePlayback } from '../control/playback'
import { universesOf } from '../control/patching'
import { lightAt } from '../control/dimmerCurve'
import type { Fixture } from '../model/rigSchema'
import type { LightSetting, StudioSet } from '../model/schema'
import { stopsFromRatio } from '../physics/units/stops'

/** What can be wrong with the bench's rig, when it is asked for. */
export type RigFaults = {
  /** Two lamps hang at each other's addresses. */
  swapped: boolean
  /** One lamp hears nothing and burns as it was left. */
  stuck: boolean
  /** One lamp loses light from reading to reading. */
  drift: boolean
  /** One lamp turns in coarse steps. */
  steps: boolean
}

/** A rig that does what it is sent. */
export const NO_RIG_FAULTS: RigFaults = { swapped: false, stuck: false, drift: false, steps: false }

/** The slots that reached the rig, by universe. */
export type Received = Readonly<Record<number, ArrayLike<number>>>

/** A dimmer's light is a power of its level: 1, more or less by so much in a rough hall; common practice, no source. */
const CURVE_STRAYS = 0.25
const STUCK_LEVEL = 0.3
const DRIFT_A_TAKE = 0.02
const MOST_DRIFT_STOPS = 0.3
const COARSE_STEPS = 24
/** A lamp that is dimmed to less than this is dark. */
const DARK = 2 ** -12

/** Lamps that are patched, and which of them the faults befall: each fault another lamp, as far as they reach. */
export const rigFaultsOf = (set: StudioSet, seed: number, faults: RigFaults) => {
  let free = patched(set).map(({ light }) => light.id)
  const take = (name: string): string | undefined => {
    const id = pick(free, seed, name)
    free = free.filter(other => other !== id)
    return id
  }
  const one = faults.swapped && free.length > 1 ? take('swapped one') : undefined
  // Only lamps of one kind of control are mistaken for each other.
  const alike = one && free.filter(id => set.rig.fixtures[id]!.personality === set.rig.fixtures[one]!.personality)
  const other = alike && pick(alike, seed, 'swapped other')
  free = free.filter(id => id !== other)
  return {
    swapped: one && other ? ([one, other] as const) : undefined,
    stuckId: faults.stuck ? take('stuck') : undefined,
    driftsId: faults.drift ? take('drifts') : undefined,
    stepsId: faults.steps ? take('steps') : undefined,
  }
}

/**
 * Where a swapped pair really hangs: the lamp that comes first in the set at the later address. A patch that goes by
 * the set's order is wrong about them, one that has them the other way round is right.
 */
const hungAddresses = (set: StudioSet, pair: readonly [string, string] | undefined): Record<string, Fixture> => {
  if (!pair) return {}
  const [first, second] = set.lights.map(({ id }) => id).filter(id => pair.includes(id))
  const [low, high] = pair
    .map(id => set.rig.fixtures[id]!)
    .toSorted((a, b) => a.universe - b.universe || a.address - b.address)
  return { [first!]: high!, [second!]: low! }
}

/**
 * What lamps really give when these slots reach the rig: dimmers have curves of their own, and what is wrong is wrong.
 * Lamps that are not patched, and flash heads, stay as the look has them.
 */
export const rigSettings = (
  set: StudioSet,
  settings: Readonly<Record<string, LightSetting>>,
  received: Received,
  { seed, roughness, take, faults }: { seed: number; roughness: number; take: number; faults: RigFaults },
): Record<string, LightSetting> => {
  const wrong = rigFaultsOf(set, seed, faults)
  const hung = hungAddresses(set, wrong.swapped)
  const heard = (fixture: Fixture) => intensityHeard(fixture, received[fixture.universe] ?? [])
  const lit = patched(set).map(({ light, fixture }): [string, LightSetting] => {
    const level = light.id === wrong.stuckId ? STUCK_LEVEL : heard(hung[light.id] ?? fixture)
    const stepped = light.id === wrong.stepsId ? Math.round(level * COARSE_STEPS) / COARSE_STEPS : level
    const power = 1 + CURVE_STRAYS * roughness * evenDraw(seed, `curve ${light.id}`)
    const lost = light.id === wrong.driftsId ? -Math.min(MOST_DRIFT_STOPS, DRIFT_A_TAKE * take) : 0
    const share = lightAt(fixture.curve, stepped) ** power
    return [
      light.id,
      share > DARK
        ? { on: true, powerStops: Math.max(-12, Math.min(0, stopsFromRatio(share) + lost)) }
        : { on: false, powerStops: settings[light.id]!.powerStops },
    ]
  })
  return { ...settings, ...Object.fromEntries(lit) }
}

/** The set with the colours that these slots give the lamps that mix or tune them; a stuck lamp keeps its own. */
export const rigColours = (
  set: StudioSet,
  received: Received,
  { seed, faults }: { seed: number; faults: RigFaults },
): StudioSet => {
  const wrong = rigFaultsOf(set, seed, faults)
  const hung = hungAddresses(set, wrong.swapped)
  const tinted = new Map(
    patched(set)
      .filter(({ light }) => light.id !== wrong.stuckId)
      .map(({ light, fixture }) => {
        const at = hung[light.id] ?? fixture
        return [light.id, tintedBy(light, { ...fixture, address: at.address }, received[at.universe] ?? [])] as const
      }),
  )
  return { ...set, lights: set.lights.map(light => tinted.get(light.id) ?? light) }
}

/** The slots that a desk sends for these settings, as they are: for a bench without a desk. */
export const slotsOfLook = (set: StudioSet, settings: Readonly<Record<string, LightSetting>>): Received => {
  const playback = makePlayback()
  playback.play(lookChannels(set, settings), 0, 0)
  return Object.fromEntries(universesOf(set.rig).map(universe => [universe, playback.slotsAt(universe, 0)]))
}
