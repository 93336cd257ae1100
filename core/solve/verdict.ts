import type { CameraSetting, LightSetting, Look, StudioSet } from '../set/schema'
import { KEY_SIDE } from '../set/points'
import { areaReadoutWords, type AreaReadout } from '../tone/areaReadout'
import type { Readout } from '../tone/readout'
import { ON_TARGET_STOPS } from '../tone/target'
import { formatAperture } from '../units/aperture'
import { formatStops } from '../units/fractions'
import { formatSpan } from '../units/span'
import { changesBetween, changesWords, nameLights, type Change } from './changes'
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
  return pool.reduce<Readout | undefined>((worst, readout) =>
    !worst || Math.abs(readout.missStops!) > Math.abs(worst.missStops!) + 0.15 || (readout.point.id.endsWith('middle') && Math.abs(readout.missStops!) > Math.abs(worst.missStops!) - 0.15)
      ? readout
      : worst, undefined)
}

const isOff = ({ missStops, isWished }: Pick<Readout, 'missStops' | 'isWished'>): boolean => !isWished && Math.abs(missStops ?? 0) > ON_TARGET_STOPS

const wantedWords = (readout: Readout, look: Look): string => {
  const target = look.targets[readout.point.id]
  if (target?.kind === 'value') return `${Math.round(readout.value!)}, wanted ${Math.round(target.value)}`
  const wanted = Math.abs(readout.targetStops!) < 0.05 ? '' : `, wanted ${formatStops(readout.targetStops!)}`
  return `${formatStops(readout.stops)} against the camera setting${wanted}`
}

const capital = (words: string): string => words.charAt(0).toUpperCase() + words.slice(1)

const pointName = ({ point }: Readout): string => point.name.charAt(0).toLowerCase() + point.name.slice(1)

/** Where the backdrop stands, by the points that were asked for: a span for more than one, the place for a single one. */
const backdropWords = (asked: readonly Readout[]): string => {
  const values = formatSpan(asked.map(readout => readout.value!))
  return asked.length === 1 ? `${pointName(asked[0]!)} ${values}` : `backdrop ${values} from left to right`
}

const onTarget = (readouts: readonly Readout[]): string => {
  const asked = readouts.filter(readout => readout.targetStops !== undefined)
  const backdrop = asked.filter(readout => readout.point.surface === 'backdrop')
  const subject = asked.find(readout => readout.point.id === KEY_SIDE)
  const words = [
    ...backdrop.length > 0 ? [backdropWords(backdrop)] : [],
    ...subject ? [Math.abs(subject.targetStops!) < 0.05 ? 'subject at the camera setting' : `subject ${formatStops(subject.targetStops!)} against the camera setting`] : [],
  ]
  return words.length > 0 ? `On target: ${words.join(', ')}.` : 'On target.'
}

const stopWords = (stops: number): string => `${Math.abs(stops).toFixed(1)} stop${Math.abs(stops) >= 1.05 ? 's' : ''}`

/** Both too bright and too dark by more than this is unevenness, which no power mends. */
const UNEVEN_STOPS = 0.05

/** Why power cannot do it: unevenness, the lights that are at full, or the spill that no power takes away. */
const binding = (set: StudioSet, camera: CameraSetting, answer: LookAnswer): { words: string, advice: string } => {
  const area = answer.missStops.find((stops, index) => answer.pointIds[index]!.startsWith('area:') && Math.abs(stops) > ON_TARGET_STOPS)
  if (area !== undefined && answer.missStops.every((stops, index) => answer.pointIds[index]!.startsWith('area:') || Math.abs(stops) <= ON_TARGET_STOPS)) {
    return { words: `power cannot do it: at best it stays ${stopWords(area)} off`, advice: 'Something has to be moved: look for other ways.' }
  }
  const backdropMisses = answer.missStops.map((stops, index) => ({ stops, pointId: answer.pointIds[index]! }))
  const worst = backdropMisses.reduce((a, b) => Math.abs(b.stops) > Math.abs(a.stops) ? b : a)
  const onDrop = backdropMisses.filter(miss => miss.pointId.startsWith('backdrop'))
  const brightest = onDrop.reduce((a, b) => b.stops > a.stops ? b : a, worst)
  const darkest = onDrop.reduce((a, b) => b.stops < a.stops ? b : a, worst)
  if (brightest.stops > UNEVEN_STOPS && darkest.stops < -UNEVEN_STOPS) {
    const at = (pointId: string) => pointId.replace('backdrop/', '')
    return {
      words: `power cannot even it: at best ${at(brightest.pointId)} stays ${brightest.stops.toFixed(1)} stop over and ${at(darkest.pointId)} ${(-darkest.stops).toFixed(1)} under`,
      advice: 'Move the backdrop lights further from the backdrop, or turn them toward its darker part.',
    }
  }
  const amount = stopWords(worst.stops)
  const pool = set.lights.filter(light => (light.job === 'backdrop') === worst.pointId.startsWith('backdrop'))
  if (worst.stops > 0) {
    return {
      words: `power cannot do it: spill keeps it ${amount} too bright with the backdrop lights down`,
      advice: 'Take the subject and the key further from the backdrop, bring the key closer to the subject, or flag the key off the backdrop.',
    }
  }
  const full = pool.filter(light => answer.settings[light.id]?.on && answer.settings[light.id]!.powerStops > -light.lamp.clickStops / 2)
  const opened = formatAperture(camera.fNumber / Math.sqrt(2 ** -worst.stops))
  return {
    words: `power cannot do it: with ${full.length > 0 ? `${nameLights(full, set.lights)} at full` : 'the lights there are'} it stays ${amount} short`,
    advice: pool.length === 0
      ? 'There is no light for it. Add a backdrop light.'
      : `Missing: ${amount}. Open the camera to about ${opened} and turn the key down as much, bring the backdrop lights closer, or add one.`,
  }
}

/** Words for a look from its readouts and the solved powers. */
export const verdictOf = (set: StudioSet, look: Look, readouts: readonly Readout[], camera: CameraSetting, answer: LookAnswer, areas: readonly AreaReadout[] = []): Verdict => {
  const worst = worstOf(readouts)
  if (!worst && areas.length === 0) return { state: 'no-target', headline: 'No target is set. Ask for a backdrop value to begin.', changes: [], missStops: 0 }
  const offArea = areas.filter(isOff).reduce<AreaReadout | undefined>((most, area) => !most || Math.abs(area.missStops) > Math.abs(most.missStops) ? area : most, undefined)
  const isPointOff = readouts.some(isOff)
  if (!isPointOff && !offArea) return { state: 'on-target', headline: onTarget(readouts), changes: [], missStops: 0 }
  const changes = changesBetween(set.lights, look.lights, answer.settings)
  const found = isPointOff || !offArea ? `${worst!.point.name} ${wantedWords(worst!, look)}` : areaReadoutWords(offArea)
  const mend = changes.length > 0 ? answer.settings : undefined
  const missStops = isPointOff || !offArea ? worst!.missStops! : offArea.missStops
  if (answer.isReached) return { state: 'mend', headline: `${found}: ${changesWords(changes, set.lights)}.`, mend, changes, missStops }
  const { words, advice } = binding(set, camera, answer)
  const nearest = mend ? ` Nearest: ${changesWords(changes, set.lights)}.` : ''
  return { state: 'short', headline: `${found}: ${words}.`, detail: capital(advice) + nearest, mend, changes, missStops }
}
