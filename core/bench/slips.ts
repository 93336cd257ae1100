import type { LightSetting, StudioSet } from '../model/schema'
import { evenDraw, pick } from '../shared/chance'

/** What can go wrong on a set, when it is asked for. */
export type Faults = {
  /** One lamp loses light from reading to reading. */
  drift: boolean
  /** Now and then a lamp does not fire. */
  misfire: boolean
  /** Lamps that are fired again too soon give less. */
  recycling: boolean
  /** Now and then the assistant slips: a light is left on, or the meter's ISO is a stop off. */
  slips: boolean
}

/** A bench whose lamps do what they are told. */
export const NO_FAULTS: Faults = { drift: false, misfire: false, recycling: false, slips: false }

const DRIFT_A_TAKE = 0.03
const MOST_DRIFT_STOPS = 0.4
/** One reading in so many. */
const MISFIRE_IN = 6
const SLIP_IN = 6
/** Seconds that a lamp takes to be ready again after a flash at full power. */
export const RECYCLING_S = 2.4

const happens = (seed: number, name: string, oneIn: number): boolean => (evenDraw(seed, name) + 1) / 2 < 1 / oneIn

/** Stops that a lamp has lost by this reading. */
const driftOf = (set: StudioSet, lightId: string, seed: number, take: number): number =>
  pick(set.lights, seed, 'drifts')?.id === lightId ? -Math.min(MOST_DRIFT_STOPS, DRIFT_A_TAKE * take) : 0

/** Share of its charge that a lamp has, so long after the last flash; lower power is ready sooner. */
const chargeOf = (powerStops: number, sinceS: number): number =>
  Math.min(1, Math.max(0.1, sinceS / (RECYCLING_S * 2 ** powerStops)))

/** A reading as the bench takes it: its number, and seconds since the last flash. */
export type Taking = { faults: Faults; seed: number; take: number; sinceS: number }

/** What lamps really do at a reading: settings as they are, with everything that goes wrong. */
export const slipped = (
  set: StudioSet,
  settings: Readonly<Record<string, LightSetting>>,
  inUse: readonly string[],
  { faults, seed, take, sinceS }: Taking,
): { settings: Record<string, LightSetting>; isoStops: number } => {
  const isoSlip = evenDraw(seed, `iso ${take}`) > 0 ? 1 : -1
  const on = Object.keys(settings).filter(id => settings[id]!.on)
  const silent =
    faults.misfire && happens(seed, `misfire ${take}`, MISFIRE_IN) ? pick(on, seed, `silent ${take}`) : undefined
  const slips = faults.slips && happens(seed, `slip ${take}`, SLIP_IN)
  const isIso = evenDraw(seed, `which slip ${take}`) > 0
  const left =
    slips && !isIso
      ? pick(
          inUse.filter(id => !on.includes(id)),
          seed,
          `left ${take}`,
        )
      : undefined
  return {
    isoStops: slips && isIso ? isoSlip : 0,
    settings: Object.fromEntries(
      Object.entries(settings).map(([id, setting]) => {
        const isFlash = set.lights.find(light => light.id === id)?.lamp.kind === 'flash'
        const lost =
          (faults.drift ? driftOf(set, id, seed, take) : 0) +
          (faults.recycling && isFlash ? Math.log2(chargeOf(setting.powerStops, sinceS)) : 0)
        return [
          id,
          { on: (setting.on && id !== silent) || id === left, powerStops: Math.max(-12, setting.powerStops + lost) },
        ]
      }),
    ),
  }
}
