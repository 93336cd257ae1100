import type { LightSetting } from '../model/schema'
import { BACKDROP_MIDDLE } from '../model/placeIds'
import type { AreaReadout } from '../evaluation/areaReadout'
import type { Evaluation } from '../evaluation/evaluation'
import type { Readout } from '../evaluation/readout'
import { ON_TARGET_STOPS } from '../evaluation/thresholds'
import { limitOf, type Limit } from './limit'
import { powerChanges, type PowerChange } from './powerChanges'
import { keyFaultOf, type KeyFault } from './keyFault'
import type { LookAnswer } from './lookPowers'

/** The answer to "is the backdrop where I want it, and if not, what is the smallest thing I can do?" */
export type Verdict = {
  state: 'on-target' | 'mend' | 'short' | 'no-target'
  /** What is furthest off, a place or an area; absent on target. */
  off?: { kind: 'point'; readout: Readout } | { kind: 'area'; area: AreaReadout }
  /** The key does not do its work, so that no tone can be right. */
  keyFault?: KeyFault
  /** What binds, where power alone cannot do it. */
  limit?: Limit
  /** The light settings that mend it, or come nearest; absent where there is nothing to press. */
  mend?: Record<string, LightSetting>
  changes: PowerChange[]
  /** Stops by which what is off is off: above 0 too bright. */
  missStops: number
}

const worstOf = (readouts: readonly Readout[]): Readout | undefined => {
  const missed = readouts.filter(readout => readout.missStops !== undefined && !readout.isWished)
  const surfaceFirst = missed.filter(readout => readout.point.surface === 'backdrop')
  const pool = surfaceFirst.some(isOff) ? surfaceFirst : missed
  // Of equally bad points the middle is named, so a shade of margin goes to the first clear winner.
  return pool.reduce<Readout | undefined>(
    (worst, readout) =>
      !worst ||
      Math.abs(readout.missStops!) > Math.abs(worst.missStops!) + 0.15 ||
      (readout.point.id === BACKDROP_MIDDLE && Math.abs(readout.missStops!) > Math.abs(worst.missStops!) - 0.15)
        ? readout
        : worst,
    undefined,
  )
}

const isOff = ({ missStops, isWished }: Pick<Readout, 'missStops' | 'isWished'>): boolean =>
  !isWished && Math.abs(missStops ?? 0) > ON_TARGET_STOPS

/** What of an evaluation a verdict looks at. */
export type Judged = Pick<Evaluation, 'set' | 'look' | 'camera' | 'readouts' | 'areas'>

/** How a look stands, from its evaluation and the solved powers. */
export const verdictOf = (evaluation: Judged, answer: LookAnswer): Verdict => {
  const { set, look, readouts, areas } = evaluation
  const worst = worstOf(readouts)
  if (!worst && areas.length === 0) return { state: 'no-target', changes: [], missStops: 0 }
  const offAreas = areas.filter(isOff).sort((a, b) => Math.abs(b.missStops) - Math.abs(a.missStops))
  const [area] = offAreas
  const isPointOff = readouts.some(isOff)
  if (!isPointOff && !area) return { state: 'on-target', changes: [], missStops: 0 }
  const keyFault = keyFaultOf(evaluation)
  if (keyFault) return { state: 'short', keyFault, changes: [], missStops: worst?.missStops ?? 0 }
  const changes = powerChanges(set.lights, look.lights, answer.settings)
  const off: Verdict['off'] = isPointOff || !area ? { kind: 'point', readout: worst! } : { kind: 'area', area }
  const found = {
    off,
    changes,
    mend: changes.length > 0 ? answer.settings : undefined,
    missStops: off.kind === 'point' ? off.readout.missStops! : off.area.missStops,
  }
  return answer.isReached
    ? { ...found, state: 'mend' }
    : { ...found, state: 'short', limit: limitOf(evaluation, answer) }
}
