import * as v from 'valibot'
import { spanOf, type PatchFault } from '#core/control/patching'
import type { Suspicion } from '#core/control/levelling/explain'
import type { LevelAnswer } from '#core/control/levelling/levelStep'
import type { RigState } from '#core/control/protocol'
import { DimmerCurveSchema, SLOTS, type DimmerCurve, type Fixture, type Personality } from '#core/model/rigSchema'
import { err, ok, type Outcome } from '#core/shared/outcome'
import type { StudioSet } from '#core/model/schema'
import { counted, listed } from './language'
import { letterOf } from './lights'

/** What the slots of a fixture mean, in order. */
export const PERSONALITY_WORDS: Readonly<Record<Personality, string>> = {
  'intensity-8': 'Intensity',
  'intensity-16': 'Intensity, 16 bits',
  'intensity-temperature': 'Intensity, colour temperature',
  'intensity-rgb': 'Intensity, red, green, blue',
}

/** The slots of a universe that a fixture takes. */
export const slotWords = (fixture: Fixture): string => {
  const { first, last } = spanOf(fixture)
  return first === last ? String(first) : `${first}–${last}`
}

/** The levels that a fixture is kept between. */
export const levelWords = ({ leastLevel, mostLevel }: Fixture): string =>
  `${Math.round(100 * leastLevel)} to ${Math.round(100 * mostLevel)} %`

/** The shares of a measured dimmer curve, percent: `0 10 30 60 100`. */
export const curveWords = (curve: DimmerCurve): string =>
  curve.kind === 'measured' ? curve.shares.map(share => Number((100 * share).toFixed(1))).join(' ') : curve.kind

/** Reads shares of full light in percent, at evenly spaced levels from 0 to full. */
export const parseCurve = (text: string): Outcome<DimmerCurve> => {
  const shares = text
    .replaceAll('%', ' ')
    .trim()
    .split(/[\s;]+/)
    .map(word => Number(word.replace(',', '.')) / 100)
  const result = v.safeParse(DimmerCurveSchema, { kind: 'measured', shares })
  return result.success
    ? ok(result.output)
    : err(
        `"${text.trim().slice(0, 60)}" is no dimmer curve: ${result.issues[0].message.replace(/\.$/, '')}. Write percent of full light at evenly spaced levels, such as 0 10 30 60 100. The curve stays as it was.`,
      )
}

/** What is wrong with a patch, and what helps. */
export const patchFaultWords = (set: Pick<StudioSet, 'lights'>, fault: PatchFault): string => {
  if (fault.kind === 'overrun')
    return `${letterOf(fault.lightId, set.lights)} reaches slot ${fault.lastSlot}: a universe ends at ${SLOTS}. Give it a lower address or the next universe.`
  const [one, other] = fault.lightIds.map(id => letterOf(id, set.lights))
  return `${one} and ${other} share slot ${fault.slot} of universe ${fault.universe}: turning one turns the other.`
}

/** What levelling found to be wrong with the rig. */
export const suspicionWords = (set: Pick<StudioSet, 'lights'>, suspicion: Suspicion): string =>
  suspicion.kind === 'swapped'
    ? `${listed(suspicion.lightIds.map(id => letterOf(id, set.lights)))} hang at each other’s addresses.`
    : `${letterOf(suspicion.lightId, set.lights)} does not follow: its light stays the same whatever it is sent.`

/** Where levels go. */
export const rigToWords = ({ to }: Pick<RigState, 'to'>): string => {
  if (to.isLoopback) return 'Levels stay on this machine, where the simulated rig hears them.'
  return to.hosts.length > 0
    ? `Levels leave by ${to.interface} to ${listed(to.hosts)}.`
    : `Levels leave by ${to.interface} to every listener there.`
}

/** How far the worst of what has to be met is off, stops; 0 where nothing is asked for. */
export const worstOf = ({ misses }: Pick<LevelAnswer, 'misses'>): number =>
  Math.max(0, ...misses.filter(({ isHard }) => isHard).map(({ stops }) => Math.abs(stops)))

/** Seconds or minutes that levels are held. */
export const holdWords = (seconds: number | null): string => {
  if (seconds === null) return 'until somebody turns them off'
  return seconds < 120 ? counted(seconds, 'second') : `${Math.round(seconds / 60)} minutes`
}

/** The usual cautions beside lamps that are turned from afar; common practice, no source. */
export const RIG_CAUTIONS: readonly string[] = [
  'Lamps come up without warning while the rig is armed: say so before each change, and nobody works on a lamp, plugs it or stands under it while it is armed.',
  'Hot lamps burn: let them cool before gels, leaves or bulbs are touched. A dimmed lamp is still live.',
  'Overhead rigs are hung by trained people with rated gear and safety bonds, as local codes ask.',
  'Flashing and flickering light can trigger seizures: ask first, keep fades slow. Dimmed lamps can flicker and band at short shutter times: look at a test frame.',
  'This is no emergency stop: mains switches, and licensed electricians for distribution, are.',
]
