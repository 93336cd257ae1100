import type { LightSetting, Look } from '../model/schema'
import { BACKDROP_MIDDLE, KEY_SIDE, SHADOW_SIDE } from '../model/placeIds'
import { areaReadoutWords, type AreaReadout } from '../evaluation/areaReadout'
import type { Evaluation } from '../evaluation/evaluation'
import type { Readout } from '../evaluation/readout'
import { CHANNEL_NAMES } from '../evaluation/renderSurface'
import { ON_TARGET_STOPS } from '../evaluation/target'
import { formatStops } from '../physics/units/fractions'
import { formatSpan } from '../physics/units/span'
import { bindingOf } from './binding'
import { changesBetween, changesWords, type Change } from './powerChanges'
import { keyFaultOf, keyFaultWords } from './keyFault'
import type { LookAnswer } from './lookPowers'

/** The answer to "is the backdrop where I want it, and if not, what is the smallest thing I can do?" */
export type Verdict = {
  state: 'on-target' | 'mend' | 'short' | 'no-target'
  /** What is, and what would mend it, in one sentence. */
  headline: string
  /** What binds, where power alone cannot do it. */
  detail?: string
  /** The light settings that do what the headline says; absent where there is nothing to press. */
  mend?: Record<string, LightSetting>
  changes: Change[]
  /** Stops by which the point that the headline names is off: above 0 too bright. */
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

const wantedWords = (readout: Readout, look: Look): string => {
  const target = look.targets[readout.point.id]
  if (target?.kind === 'value')
    return `${target.channel && target.channel !== 'luminance' ? `${target.channel} ` : ''}${Math.round(target.channel && target.channel !== 'luminance' ? readout.rendered!.values[CHANNEL_NAMES.indexOf(target.channel)]! : readout.value!)}, wanted ${Math.round(target.value)}`
  if (target?.kind === 'ratio' && readout.point.id === SHADOW_SIDE)
    return `${formatStops(target.stops + readout.missStops!)} against the lit cheek, wanted ${formatStops(target.stops)}`
  const wanted = Math.abs(readout.targetStops!) < 0.05 ? '' : `, wanted ${formatStops(readout.targetStops!)}`
  return `${formatStops(readout.stops)} against the camera setting${wanted}`
}

const capital = (words: string): string => words.charAt(0).toUpperCase() + words.slice(1)

const pointName = ({ point }: Readout): string => point.name.charAt(0).toLowerCase() + point.name.slice(1)

/**
 * Where the backdrop stands, by the points that were asked for: a span for more than one, the place for a single one.
 */
const backdropWords = (asked: readonly Readout[]): string => {
  const values = formatSpan(asked.map(readout => readout.value!))
  return asked.length === 1 ? `${pointName(asked[0]!)} ${values}` : `backdrop ${values} from left to right`
}

const onTarget = (readouts: readonly Readout[]): string => {
  const asked = readouts.filter(readout => readout.targetStops !== undefined)
  const backdrop = asked.filter(readout => readout.point.surface === 'backdrop')
  const subject = asked.find(readout => readout.point.id === KEY_SIDE)
  const words = [
    ...(backdrop.length > 0 ? [backdropWords(backdrop)] : []),
    ...(subject
      ? [
          Math.abs(subject.targetStops!) < 0.05
            ? 'subject at the camera setting'
            : `subject ${formatStops(subject.targetStops!)} against the camera setting`,
        ]
      : []),
  ]
  return words.length > 0 ? `On target: ${words.join(', ')}.` : 'On target.'
}

/** What of an evaluation a verdict looks at. */
export type Judged = Pick<Evaluation, 'set' | 'look' | 'camera' | 'readouts' | 'areas'>

/** Words for a look from its evaluation and the solved powers. */
export const verdictOf = (evaluation: Judged, answer: LookAnswer): Verdict => {
  const { set, look, readouts, areas } = evaluation
  const worst = worstOf(readouts)
  const fault = keyFaultOf(evaluation)
  if (!worst && areas.length === 0)
    return {
      state: 'no-target',
      headline: 'No target is set. Ask for a backdrop value to begin.',
      changes: [],
      missStops: 0,
    }
  const offArea = areas
    .filter(isOff)
    .reduce<AreaReadout | undefined>(
      (most, area) => (!most || Math.abs(area.missStops) > Math.abs(most.missStops) ? area : most),
      undefined,
    )
  const isPointOff = readouts.some(isOff)
  if (!isPointOff && !offArea) return { state: 'on-target', headline: onTarget(readouts), changes: [], missStops: 0 }
  if (fault) {
    const { words, advice } = keyFaultWords(set, fault)
    return { state: 'short', headline: `${words}.`, detail: advice, changes: [], missStops: worst?.missStops ?? 0 }
  }
  const changes = changesBetween(set.lights, look.lights, answer.settings)
  const found = isPointOff || !offArea ? `${worst!.point.name} ${wantedWords(worst!, look)}` : areaReadoutWords(offArea)
  const mend = changes.length > 0 ? answer.settings : undefined
  const missStops = isPointOff || !offArea ? worst!.missStops! : offArea.missStops
  if (answer.isReached)
    return { state: 'mend', headline: `${found}: ${changesWords(changes, set.lights)}.`, mend, changes, missStops }
  const { words, advice } = bindingOf(evaluation, answer)
  const nearest = mend ? ` Nearest: ${changesWords(changes, set.lights)}.` : ''
  return {
    state: 'short',
    headline: `${found}: ${words}.`,
    detail: capital(advice) + nearest,
    mend,
    changes,
    missStops,
  }
}
