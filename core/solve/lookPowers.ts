import type { Look, StudioSet } from '../model/schema'
import type { Evaluation, Miss } from '../evaluation/evaluation'
import type { Control } from './controls'
import { solvePowers, type PowerAnswer } from './powers'

/** The powers that meet a look's targets or come nearest, and what stays missed under them. */
export type LookAnswer = Omit<PowerAnswer, 'missStops'> & { misses: Miss[] }

/**
 * What may not be done to the lights: some stay as they are, all are only turned, neither switched on nor off. By a
 * desk a turn costs nothing.
 */
export type Held = { fixedIds?: readonly string[]; isOnlyTurned?: boolean; isByDesk?: boolean }

/** The controls of a look: lights that are turned alike share one; fixed ones stay. */
export const controlsOf = (
  set: StudioSet,
  look: Look,
  { fixedIds = [], isOnlyTurned, isByDesk }: Held = {},
): Control[] =>
  set.lights.map(light => ({
    lightId: light.id,
    group: light.job,
    rangeStops: light.lamp.rangeStops,
    clickStops: light.lamp.clickStops,
    now: look.lights[light.id]!,
    isFixed: fixedIds.includes(light.id),
    isOnlyTurned,
    isByDesk,
  }))

/**
 * The powers that meet a look's targets at its camera setting, or come nearest; some lights may have to stay as they
 * are.
 */
export const solveLook = ({ set, look, constraints }: Evaluation, held: Held = {}): LookAnswer => {
  const { missStops, ...answer } = solvePowers(controlsOf(set, look, held), constraints)
  return { ...answer, misses: constraints.map(({ of, isHard }, index) => ({ of, isHard, stops: missStops[index]! })) }
}
