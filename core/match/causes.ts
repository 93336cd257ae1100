import type { Built } from './build'
import type { MatchQuestion } from './question'
import { isMet, TOLERANCES, type Aspect, type Deviation } from './deviations'
import type { FitLimit } from './fits'
import type { Evaluation } from '../evaluation/evaluation'
import { frontReach } from '../physics/sources/frontShape'
import type { EmitterShape } from '../physics/sources/modifier'
import { luminance, type Rgb } from '../physics/units/rgb'
import { tintOf } from './character'
import { BACKDROP_MIDDLE, LIT_CHEEK, SHADOW_SIDE } from '../model/placeIds'
import type { Light, StudioSet } from '../model/schema'
import { BRIGHT_ROOM, CAUSES_STRAY, OTHER_STOPS } from './thresholds'

/** Why an aspect does not come nearer: figures as they are, for words to be made of. */
export type Cause =
  | { is: 'too-few-lamps'; lamps: number; wanted: number; without: readonly Light['job'][] }
  | { is: 'too-little-power'; job: Light['job']; stops: number }
  | { is: 'room'; of: FitLimit['of']; job: Light['job']; byM: number }
  | { is: 'room-too-short'; byM: number }
  | { is: 'no-source-as-large'; widestM: number }
  | { is: 'no-source-as-small' }
  | { is: 'room-throws-back'; share: number }
  | { is: 'key-on-backdrop'; share: number }
  | { is: 'backdrop'; name: string }
  | { is: 'no-gel'; names: readonly string[] }
  | { is: 'no-such-beam' }
  | { is: 'no-panel'; names: readonly string[] }
  | { is: 'no-place'; job: Light['job'] }
  | { is: 'floor' }
  /** Nothing that is known to be in the way: what was tried did not bring it nearer. */
  | { is: 'tried' }

/** What causes are found in: what was tried, and what was asked. */
export type CauseContext = {
  tried: {
    built: Built
    set: StudioSet
    settings: Evaluation['look']['lights']
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

const longestM = (front: EmitterShape): number => {
  const { across, up } = frontReach(front)
  return 2 * Math.max(across, up)
}

type Found = Cause | undefined

const ofLamps = (aspect: Aspect, { withoutLamp, lamps, lampsWanted }: Built['lack']): Found =>
  withoutLamp.some(job => MAKERS[aspect].includes(job))
    ? { is: 'too-few-lamps', lamps, wanted: lampsWanted, without: withoutLamp }
    : undefined

/** Every lamp that makes it is at full, or left off since even full is no use. */
const ofPower = (aspect: Aspect, { off }: Deviation, { tried: { set, settings } }: CauseContext): Found => {
  const makers = set.lights.filter(({ job }) => MAKERS[aspect].includes(job))
  const isSpent = makers.every(({ id, lamp }) => !settings[id]!.on || settings[id]!.powerStops > -1.5 * lamp.clickStops)
  return off < 0 && isSpent && makers[0] ? { is: 'too-little-power', job: makers[0].job, stops: -off } : undefined
}

const ofRoom = (aspect: Aspect, { against }: Built['lack']): Found => {
  const one = against.find(({ job }) => MAKERS[aspect].includes(job))
  return one && { is: 'room', of: one.limit.of, job: one.job, byM: one.limit.byM }
}

/** No front of the kit is as large, or as small, as the key's was; undefined where one is. */
const ofSize = ({ off }: Deviation, { question: { source, kit } }: CauseContext): Found => {
  const was = source.set.lights.find(({ id, job }) => job === 'key' && source.look.lights[id]!.on)
  if (!was) return undefined
  const sizes = kit.modifiers.map(({ what: { front } }) => longestM(front))
  const [widestM, narrowestM] = [Math.max(0, ...sizes), Math.min(Infinity, ...sizes)]
  const wasM = longestM(was.modifier.front)
  if (off < 0) return widestM < wasM ? { is: 'no-source-as-large', widestM } : undefined
  return narrowestM > wasM ? { is: 'no-source-as-small' } : undefined
}

/** Whether no light that makes an aspect has the front that made it. */
const isOtherBeam = (aspect: Aspect, { tried, question: { source } }: CauseContext): boolean => {
  const kinds = (lights: readonly Light[]) =>
    lights.filter(({ job }) => MAKERS[aspect].includes(job)).map(({ modifier }) => modifier.kind)
  const was = kinds(source.set.lights.filter(({ id }) => source.look.lights[id]!.on))
  return was.length > 0 && !kinds(tried.set.lights).some(kind => was.includes(kind))
}

const isOther = (one: Rgb, other: Rgb): boolean =>
  Math.abs(Math.log2(luminance(one) / luminance(other))) > OTHER_STOPS ||
  Math.hypot(...tintOf(one).map((part, index) => part - tintOf(other)[index]!)) > TOLERANCES.colour

const causeOf = (deviation: Deviation, context: CauseContext): Cause => {
  const { aspect, off } = deviation
  const { tried, question } = context
  const { lack } = tried.built
  const was = question.source.set
  const tooFew = ofLamps(aspect, lack)
  const short: Found = lack.shortM > 0 ? { is: 'room-too-short', byM: lack.shortM } : undefined
  const panels: Found = lack.panels.length > 0 ? { is: 'no-panel', names: lack.panels } : undefined
  const backdrop: Found = isOther(tried.set.backdrop.reflectance, was.backdrop.reflectance)
    ? { is: 'backdrop', name: tried.set.backdrop.name }
    : undefined
  const beam: Found = isOtherBeam(aspect, context) ? { is: 'no-such-beam' } : undefined
  const homeless = lack.placeless.find(job => MAKERS[aspect].includes(job))
  const lamps: Found = tooFew ?? (homeless && { is: 'no-place', job: homeless })
  const throwsBack = (pointId: string): Cause => ({
    is: 'room-throws-back',
    share: bouncedShare(tried.evaluation, pointId),
  })
  const found = (): Found => {
    switch (aspect) {
      case 'tone': {
        if (off < 0) return lamps ?? ofPower(aspect, deviation, context) ?? backdrop
        const share = strayShare(tried.evaluation)
        if (share < CAUSES_STRAY) return backdrop
        if (short) return short
        const bounced = bouncedShare(tried.evaluation, BACKDROP_MIDDLE)
        return bounced > BRIGHT_ROOM ? throwsBack(BACKDROP_MIDDLE) : { is: 'key-on-backdrop', share }
      }
      case 'key-light':
        return lamps ?? ofPower(aspect, deviation, context)
      case 'gradient':
        return lamps ?? ofRoom(aspect, lack) ?? panels ?? short ?? beam
      case 'key-direction':
        return lamps ?? ofRoom(aspect, lack)
      case 'ratio':
        if (off > 0) return lamps ?? panels
        return bouncedShare(tried.evaluation, SHADOW_SIDE) > BRIGHT_ROOM
          ? throwsBack(SHADOW_SIDE)
          : (panels ?? throwsBack(SHADOW_SIDE))
      case 'softness':
      case 'shadow-edge':
        return lamps ?? ofSize(deviation, context)
      case 'edge':
        return lamps ?? ofRoom(aspect, lack) ?? ofPower(aspect, deviation, context) ?? beam
      case 'spill':
        return short ?? ofRoom(aspect, lack) ?? (off > 0 ? throwsBack(LIT_CHEEK) : undefined)
      case 'floor':
        return isOther(tried.set.room.reflectances.floor, was.room.reflectances.floor) ? { is: 'floor' } : undefined
      case 'colour':
        return lack.gels.length > 0 ? { is: 'no-gel', names: lack.gels } : backdrop
    }
  }
  return found() ?? { is: 'tried' }
}

/** Why each aspect that is not near enough does not come nearer. */
export const causesOf = (deviations: readonly Deviation[], context: CauseContext): Partial<Record<Aspect, Cause>> =>
  Object.fromEntries(
    deviations.filter(deviation => !isMet(deviation)).map(deviation => [deviation.aspect, causeOf(deviation, context)]),
  )
