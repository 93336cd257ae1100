import type { Built } from './build'
import type { MatchQuestion } from './question'
import { isMet, type Aspect, type Deviation } from './deviations'
import { softnessDeg, shadowEdgeDeg, apparentSize } from './apparentSize'
import type { FitLimit } from './fits'
import type { Evaluation } from '../evaluation/evaluation'
import { headHeightM } from '../model/headHeight'
import { BACKDROP_MIDDLE, SHADOW_SIDE } from '../model/placeIds'
import type { CameraSetting, Light, StudioSet } from '../model/schema'

/** Why an aspect does not come nearer: figures as they are, for words to be made of. */
export type Cause =
  | { is: 'too-few-lamps'; lamps: number; wanted: number; without: readonly Light['job'][] }
  | { is: 'too-little-power'; job: Light['job']; stops: number }
  | { is: 'room'; of: FitLimit['of']; job: Light['job']; byM: number }
  | { is: 'room-too-short'; byM: number }
  | { is: 'no-source-as-large' | 'no-source-as-small'; widestM: number }
  | { is: 'room-throws-back'; share: number }
  | { is: 'room-swallows' }
  | { is: 'key-on-backdrop'; share: number }
  | { is: 'backdrop'; name: string }
  | { is: 'no-gel'; names: readonly string[] }
  | { is: 'no-such-beam' }
  | { is: 'no-panel'; names: readonly string[] }
  | { is: 'floor' }

/** What causes are found in: what was tried, and what was asked. */
export type CauseContext = {
  tried: {
    built: Built
    set: StudioSet
    settings: Evaluation['look']['lights']
    camera: CameraSetting
    evaluation: Evaluation
  }
  question: MatchQuestion
}

/** Jobs whose light makes an aspect. */
const MAKERS: Readonly<Record<Aspect, readonly Light['job'][]>> = {
  tone: ['backdrop'],
  'key-light': ['key'],
  gradient: ['backdrop'],
  'key-direction': ['key'],
  ratio: ['fill', 'key'],
  softness: ['key'],
  'shadow-edge': ['key'],
  edge: ['edge', 'hair'],
  spill: ['backdrop'],
  floor: ['backdrop', 'top', 'key'],
  colour: [],
}

/** The share of a place's light that came by way of the room. */
const bouncedShare = (evaluation: Evaluation, pointId: string): number => {
  const { parts } = evaluation.at(pointId)
  const sum = (of: (part: (typeof parts)[number]) => number) => parts.reduce((total, part) => total + of(part), 0)
  const bounced = sum(({ bouncedLuxS }) => bouncedLuxS)
  const whole = bounced + sum(({ directLuxS }) => directLuxS)
  return whole > 0 ? bounced / whole : 0
}

/** The share of the backdrop's light that lights give which are not for it. */
const strayShare = (evaluation: Evaluation): number => {
  const { parts } = evaluation.at(BACKDROP_MIDDLE)
  const forIt = new Set(evaluation.set.lights.filter(({ job }) => job === 'backdrop').map(({ id }) => id))
  const sum = (some: typeof parts) => some.reduce((total, part) => total + part.directLuxS + part.bouncedLuxS, 0)
  return sum(parts.filter(({ lightId }) => !forIt.has(lightId))) / Math.max(1e-12, sum(parts))
}

/** The longest side of the largest front in the kit, metres. */
const widestM = (question: MatchQuestion): number => {
  const sizes = question.kit.modifiers.map(({ what: { front } }) => {
    if (front.shape === 'rectangle') return Math.max(front.widthM, front.heightM)
    return 2 * (front.shape === 'ring' ? front.outerRadiusM : front.radiusM)
  })
  return Math.max(0, ...sizes)
}

/** The room is bright where more than this share of the shadow side's light has come by way of it. */
const BRIGHT_ROOM = 0.5
/** Lights that are not for the backdrop give too much of it from this share on. */
const STRAY = 0.5

type Found = Cause | undefined

const ofLamps = (aspect: Aspect, { withoutLamp, lamps, lampsWanted }: Built['lack']): Found =>
  withoutLamp.some(job => MAKERS[aspect].includes(job))
    ? { is: 'too-few-lamps', lamps, wanted: lampsWanted, without: withoutLamp }
    : undefined

/** Lamps at full, or left off since even full is no use; the camera was opened as long as that helped. */
const ofPower = (aspect: Aspect, { off }: Deviation, { tried: { set, settings } }: CauseContext): Found => {
  const spent = set.lights.find(({ id, job, lamp }) => {
    const { on, powerStops } = settings[id]!
    return MAKERS[aspect].includes(job) && (!on || powerStops > -1.5 * lamp.clickStops)
  })
  return spent && off < 0 ? { is: 'too-little-power', job: spent.job, stops: -off } : undefined
}

const ofRoom = (aspect: Aspect, { against }: Built['lack']): Found => {
  const one = against.find(({ job }) => MAKERS[aspect].includes(job))
  return one && { is: 'room', of: one.limit.of, job: one.job, byM: one.limit.byM }
}

/** Room that a front of the wanted softness would have wanted, or that no front is as large or small. */
const ofSize = (aspect: 'softness' | 'shadow-edge', { off }: Deviation, { tried, question }: CauseContext): Found => {
  const key = tried.set.lights.find(({ job }) => job === 'key')
  const was = question.source.set.lights.find(({ id }) => id === key?.id)
  if (!key || !was) return undefined
  const subject = tried.set.subjects[0]!
  const size = apparentSize(key, tried.set, [subject.place.xM, subject.place.yM, headHeightM(subject)])
  const seen = aspect === 'softness' ? softnessDeg(size) : shadowEdgeDeg(size)
  if (off < 0 || seen <= 0) return { is: 'no-source-as-large', widestM: widestM(question) }
  return { is: 'no-source-as-small', widestM: widestM(question) }
}

const causeOf = (deviation: Deviation, context: CauseContext): Found => {
  const { aspect, off } = deviation
  const { tried } = context
  const { lack } = tried.built
  const lamps = ofLamps(aspect, lack)
  const short: Found = lack.shortM > 0 ? { is: 'room-too-short', byM: lack.shortM } : undefined
  const panels: Found = lack.panels.length > 0 ? { is: 'no-panel', names: lack.panels } : undefined
  const backdrop: Cause = { is: 'backdrop', name: tried.set.backdrop.name }
  switch (aspect) {
    case 'tone': {
      if (off < 0) return lamps ?? ofPower(aspect, deviation, context) ?? backdrop
      const share = strayShare(tried.evaluation)
      if (share < STRAY) return backdrop
      if (short) return short
      const bounced = bouncedShare(tried.evaluation, BACKDROP_MIDDLE)
      return bounced > BRIGHT_ROOM ? { is: 'room-throws-back', share: bounced } : { is: 'key-on-backdrop', share }
    }
    case 'key-light':
      return lamps ?? ofPower(aspect, deviation, context)
    case 'gradient':
      return lamps ?? ofRoom(aspect, lack) ?? panels ?? short ?? { is: 'no-such-beam' }
    case 'key-direction':
      return lamps ?? ofRoom(aspect, lack)
    case 'ratio': {
      if (off > 0) return lamps ?? panels ?? { is: 'room-swallows' }
      const share = bouncedShare(tried.evaluation, SHADOW_SIDE)
      return share > BRIGHT_ROOM ? { is: 'room-throws-back', share } : (panels ?? { is: 'room-throws-back', share })
    }
    case 'softness':
    case 'shadow-edge':
      return ofSize(aspect, deviation, context)
    case 'edge':
      return lamps ?? ofRoom(aspect, lack) ?? ofPower(aspect, deviation, context) ?? { is: 'no-such-beam' }
    case 'spill':
      return (
        short ?? ofRoom(aspect, lack) ?? { is: 'room-throws-back', share: bouncedShare(tried.evaluation, SHADOW_SIDE) }
      )
    case 'floor':
      return { is: 'floor' }
    case 'colour':
      return lack.gels.length > 0 ? { is: 'no-gel', names: lack.gels } : backdrop
  }
}

/** Why each aspect that is not near enough does not come nearer. */
export const causesOf = (deviations: readonly Deviation[], context: CauseContext): Partial<Record<Aspect, Cause>> =>
  Object.fromEntries(
    deviations
      .filter(deviation => !isMet(deviation))
      .map(deviation => [deviation.aspect, causeOf(deviation, context)])
      .filter(([, cause]) => cause !== undefined),
  )
