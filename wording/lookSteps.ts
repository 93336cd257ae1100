import type { LookStep, TimedStep } from '#core/looks/between'
import type { LookTaken } from '#core/looks/lookFrom'
import type { Overridden } from '#core/looks/overridden'
import type { LookCondition } from '#core/model/daySchema'
import type { Place, StudioSet } from '#core/model/schema'
import { capital, counted, listed, plural } from './language'
import { letterOf } from './lights'
import { formatPower } from './notation/power'
import { formatAperture } from './notation/aperture'
import type { InLength } from './notation/distance'
import { minutesWords, shutterWords } from './quantities'

const nameOf = (set: StudioSet, id: string): string =>
  [...set.panels, ...set.props, ...set.subjects].find(thing => thing.id === id)?.name ?? letterOf(id, set.lights)

/** A place by what can be measured with a tape: from the backdrop, from the middle line, from the floor. */
const placeWords = ({ xM, yM, zM }: Place, inLength: InLength): string => {
  const aside = Math.abs(xM) < 0.005 ? 'on the middle line' : `${inLength(Math.abs(xM))} ${xM > 0 ? 'right' : 'left'}`
  return `${inLength(yM)} from the backdrop, ${aside}, ${inLength(zM)} high`
}

const powerStepWords = (set: StudioSet, { id, from, to }: Extract<LookStep, { kind: 'power' }>): string => {
  const name = letterOf(id, set.lights)
  const lamp = set.lights.find(light => light.id === id)?.lamp
  if (!to.on || !lamp) return `${name} off`
  const power = formatPower(to.powerStops, lamp)
  if (!from.on) return `${name} on, at ${power}`
  const clicks = Math.round((to.powerStops - from.powerStops) / lamp.clickStops)
  return `${name} to ${power}: ${counted(Math.abs(clicks), 'click')} ${clicks > 0 ? 'up' : 'down'}`
}

const FITTED = { modifier: 'another modifier', gel: 'another gel', lamp: 'another lamp' } as const

/** One thing to do between two looks, for a list to be ticked off. `set` is the set as the look after it shows it. */
export const lookStepWords = (set: StudioSet, step: LookStep, inLength: InLength): string => {
  switch (step.kind) {
    case 'power':
      return powerStepWords(set, step)
    case 'move':
      return step.isRaise
        ? `${capital(nameOf(set, step.id))} to ${inLength(step.to.zM)} high`
        : `${capital(nameOf(set, step.id))}: ${placeWords(step.to, inLength)}`
    case 'aim':
      return `Aim ${nameOf(set, step.id)}`
    case 'fit':
      return step.what === 'gel' && step.isOff
        ? `${nameOf(set, step.id)}: gel off`
        : `${nameOf(set, step.id)}: ${FITTED[step.what]}`
    case 'turn':
      return `Turn ${nameOf(set, step.id)}`
    case 'put-up':
      return `Put up ${nameOf(set, step.id)}: ${placeWords(step.to, inLength)}`
    case 'take-down':
      return `Take down ${nameOf(set, step.id)}`
    case 'reshape':
      return `Change ${nameOf(set, step.id)}`
    case 'subject':
      return `${capital(nameOf(set, step.id))}: another place or pose`
    case 'backdrop':
      return step.isOther ? `Backdrop: ${set.backdrop.name}` : 'Shift the backdrop'
    case 'clean':
      return 'Sweep the paper, or pull fresh paper down'
    case 'camera-place':
      return `Camera: ${placeWords(step.to, inLength)}`
    case 'lens':
      return `Lens: ${Math.round(set.camera.lens.focalLengthMm)} mm`
    case 'camera':
      return `Camera: ${listed([
        ...(step.from.fNumber === step.to.fNumber ? [] : [formatAperture(step.to.fNumber)]),
        ...(step.from.shutterS === step.to.shutterS ? [] : [shutterWords(step.to.shutterS)]),
        ...(step.from.iso === step.to.iso ? [] : [`ISO ${Math.round(step.to.iso)}`]),
        ...(step.isWhiteBalance ? [`white balance ${Math.round(set.camera.whiteBalanceK)} K`] : []),
      ])}`
  }
}

/** What to mind with a step; empty where nothing is. */
export const lookStepCaution = ({ step, waitMinutes }: TimedStep): string => {
  if (step.kind === 'fit' && step.isHot) return `Hot: off first, and let it cool ${minutesWords(waitMinutes)}.`
  if (step.kind === 'power' && waitMinutes > 0) return `Warms up ${minutesWords(waitMinutes)} until its colour stands.`
  if (step.kind === 'put-up' || step.kind === 'move') return 'Sandbag the stand.'
  return ''
}

const FIELDS: Readonly<Record<string, string>> = {
  lamp: 'lamp',
  modifier: 'modifier',
  colour: 'colour',
  gel: 'gel',
  place: 'place',
  aim: 'aim',
  rollDeg: 'roll',
  turnDeg: 'turn',
  tiltDeg: 'tilt',
  pose: 'pose',
  heightM: 'height',
  lens: 'lens',
  aimHeightM: 'aim',
  whiteBalanceK: 'white balance',
  name: 'kind',
  kind: 'kind',
  reflectance: 'surface',
}

/** What a look has otherwise than the set. */
export const overriddenWords = (set: StudioSet, what: Overridden): string => {
  if (what.of === 'out') return `${capital(nameOf(set, what.id))}: not there`
  const fields = listed([...new Set(what.fields.map(field => FIELDS[field] ?? 'shape'))])
  const name = 'id' in what ? nameOf(set, what.id) : what.of
  return `${capital(name)}: ${fields}`
}

/** What a look from another set brought that the set did not have, and what it had to leave; empty for nothing. */
export const lookTakenWords = ({ set, addedLights, subjectsLeft, targetsLeft }: LookTaken): string => {
  const added = addedLights.map(id => letterOf(id, set.lights))
  return [
    ...(added.length > 0
      ? [`${capital(listed(added))} ${plural(added.length, 'is', 'are')} new, and off in every other look.`]
      : []),
    ...(subjectsLeft > 0
      ? [`It is for ${counted(subjectsLeft, 'subject')} more than this set has marks for: they were left out.`]
      : []),
    ...(targetsLeft > 0
      ? [
          `${capital(counted(targetsLeft, 'target'))} at points that this set does not have ${plural(targetsLeft, 'was', 'were')} left out.`,
        ]
      : []),
  ].join(' ')
}

/** A condition on the order of looks. */
export const conditionWords = (set: StudioSet, condition: LookCondition): string => {
  const name = (id: string) => `"${set.looks.find(look => look.id === id)?.name ?? id}"`
  switch (condition.kind) {
    case 'first':
      return `${name(condition.lookId)} first`
    case 'last':
      return `${name(condition.lookId)} last`
    case 'before':
      return `${name(condition.lookId)} before ${name(condition.otherId)}`
    case 'together':
      return `${name(condition.lookId)} and ${name(condition.otherId)} one after the other`
    case 'dirties':
      return `${name(condition.lookId)} dirties the paper: ${minutesWords(condition.minutes)} to clean before another look`
  }
}

/** Conditions that no order keeps to, in one sentence. */
export const contradictionWords = (set: StudioSet, conditions: readonly LookCondition[]): string =>
  `No order keeps to all of these together: ${listed(conditions.map(one => conditionWords(set, one)))}. Drop one of them.`
