import type { Help } from '#core/match/build'
import type { Cause } from '#core/match/causes'
import { isMet, type Aspect, type Deviation, type Firmness } from '#core/match/deviations'
import type { Softness } from '#core/match/knownFromFrames'
import type { ShadedKey } from '#core/testFrames/keyFromShading'
import type { Match } from '#core/match/match'
import { capital, counted, listed, plural } from './language'
import type { InLength } from './notation/distance'
import { stopWords } from './quantities'

/** Aspects of a picture's light as they are called. */
export const ASPECT_NAMES: Readonly<Record<Aspect, string>> = {
  tone: 'Backdrop tone',
  'key-light': 'Light of the key',
  gradient: 'Gradient of the backdrop',
  'key-direction': 'Key direction',
  ratio: 'Lighting ratio',
  softness: 'Softness',
  'shadow-edge': 'Shadow edge',
  edge: 'Edge light',
  spill: 'Spill on the subject',
  floor: 'Floor tone',
  colour: 'Colour',
}

/** How firmly an aspect is asked. */
export const FIRMNESS_NAMES: Readonly<Record<Firmness, string>> = {
  hard: 'has to match',
  wished: 'if it can be',
  indifferent: 'does not matter',
}

/** What more and less of an aspect are called. */
const SIDES: Readonly<Record<Exclude<Aspect, 'key-direction' | 'colour'>, readonly [more: string, less: string]>> = {
  tone: ['lighter', 'darker'],
  'key-light': ['more', 'less'],
  gradient: ['apart', 'apart'],
  ratio: ['steeper', 'flatter'],
  softness: ['softer', 'harder'],
  'shadow-edge': ['softer', 'harder'],
  edge: ['more', 'less'],
  spill: ['more', 'less'],
  floor: ['lighter', 'darker'],
}

/** How near an aspect comes: `as it was`, `0.2 stop darker`, `shadow edge 20 % harder`, `12° round`. */
export const deviationWords = ({ aspect, off, unit }: Deviation): string => {
  switch (unit) {
    case 'stops': {
      if (Math.abs(off) < 0.05) return 'as it was'
      const [more, less] = SIDES[aspect as keyof typeof SIDES]
      return `${stopWords(off)} ${off > 0 ? more : less}`
    }
    case 'share': {
      const percent = Math.round(100 * Math.abs(off))
      if (percent < 3) return 'as it was'
      const [more, less] = SIDES[aspect as keyof typeof SIDES]
      return off < -0.995 ? 'none' : `${percent} % ${off > 0 ? more : less}`
    }
    case 'degrees':
      if (off > 179) return 'no key'
      return Math.round(off) === 0 ? 'as it was' : `${Math.round(off)}° round`
    case 'delta-e':
      return off < 2 ? 'as it was' : `ΔE ${Math.round(off)} apart`
  }
}

const ROOM: Readonly<Record<'ceiling' | 'wall' | 'backdrop', (job: string, by: string) => string>> = {
  ceiling: (job, by) => `the ceiling is ${by} too low for the ${job} light`,
  wall: (job, by) => `a wall is ${by} too near for the ${job} light`,
  backdrop: (job, by) => `the backdrop is ${by} too near for the ${job} light`,
}

/** Why an aspect does not come nearer. */
export const matchCauseWords = (cause: Cause, inLength: InLength): string => {
  switch (cause.is) {
    case 'too-few-lamps':
      return `${counted(cause.lamps, 'lamp')} for ${counted(cause.wanted, 'light')}: none is left for the ${listed([...new Set(cause.without)].map(job => `${job} light`))}`
    case 'too-little-power':
      return `the ${cause.job} light has too little power: ${stopWords(cause.stops)} short`
    case 'room':
      return ROOM[cause.of](cause.job, inLength(Math.max(0.01, cause.byM)))
    case 'room-too-short':
      return `the room is ${inLength(cause.byM)} too short, so that subject and backdrop are nearer`
    case 'no-source-as-large':
      return `no source as large: the largest front in the kit is ${inLength(cause.widestM)}`
    case 'no-source-as-small':
      return 'no source as small'
    case 'room-throws-back':
      return `the room throws back ${Math.round(100 * cause.share)} % of the light there`
    case 'key-on-backdrop':
      return `${Math.round(100 * cause.share)} % of the light on the backdrop is not from backdrop lights`
    case 'backdrop':
      return `${cause.name} is not of that tone or colour`
    case 'no-gel':
      return `the kit has no gel ${listed([...new Set(cause.names)])}`
    case 'no-such-beam':
      return 'other fronts make it here, and none that was tried spreads its light as that one did'
    case 'no-panel':
      return `the kit has no ${listed([...new Set(cause.names)])}`
    case 'no-place':
      return `no front of the kit finds a place for the ${cause.job} light`
    case 'floor':
      return 'the floor is of another surface'
    case 'tried':
      return 'nothing that was tried brought it nearer'
  }
}

const HELPS: Readonly<Record<Help, string>> = {
  none: '',
  'fill-light': 'with a fill light more',
  'fill-board': 'with a white board on the dark side',
  'black-sides': 'with black boards at both sides',
  'near-black-sides': 'with black boards close at both sides',
  'key-flag': 'with a flag between key and backdrop',
  curtains: 'with black curtains along the walls',
}

/** What sets a way apart from the others. */
export const wayWords = ({ help, isOtherBackdrop, set }: Pick<Match, 'help' | 'isOtherBackdrop' | 'set'>): string => {
  const key = set.lights.find(({ job }) => job === 'key')
  const parts = [
    key ? `Key: ${key.modifier.name}` : 'No key',
    isOtherBackdrop ? `backdrop: ${set.backdrop.name}` : '',
    HELPS[help],
  ].filter(Boolean)
  return parts.join(', ')
}

/** How near a way comes, in one sentence. */
export const matchHeadline = (
  { deviations, inFrame, isMet: isAll }: Pick<Match, 'deviations' | 'inFrame' | 'isMet'>,
  asked: Readonly<Record<Aspect, Firmness>>,
): string => {
  if (inFrame.length > 0)
    return `${counted(inFrame.length, 'thing')} ${plural(inFrame.length, 'stands', 'stand')} in the picture.`
  const missed = (firmness: Firmness) =>
    deviations.filter(one => asked[one.aspect] === firmness && !isMet(one)).map(({ aspect }) => ASPECT_NAMES[aspect])
  if (!isAll) return capital(`${listed(missed('hard').map(name => name.toLowerCase()))} cannot be matched this way.`)
  const wishes = missed('wished')
  return wishes.length === 0
    ? 'Matches in everything that is asked.'
    : `Matches in all that has to; not in ${listed(wishes.map(name => name.toLowerCase()))}.`
}

const SOFTNESS: Readonly<Record<Softness, string>> = {
  hard: 'hard, as from a bare reflector',
  medium: 'medium, as from a beauty dish',
  soft: 'soft, as from a softbox',
  'very-soft': 'very soft, as from a large frame',
}

/** How soft a key looks, in words. */
export const softnessName = (id: Softness): string => SOFTNESS[id]

/** What the shading of a face tells of the key. */
export const shadedKeyWords = (key: ShadedKey | undefined): string => {
  const rest = 'How high it stands, how soft it is and the ratio are for you to say.'
  if (!key) return `No face is large enough to tell where the key stood. Say where, and how soft it is and the ratio.`
  const round = Math.abs(key.roundDeg)
  const side = key.roundDeg < 0 ? 'left' : 'right'
  if (!key.isSure) return `The face does not tell for sure where the key stood. ${rest}`
  const where = round < 8 ? 'near the camera' : `about ${round}° round to the ${side} of the camera`
  return `By the shading of the face the key stood ${where}, give or take 20°. ${rest}`
}
