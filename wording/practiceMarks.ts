import type { Ability } from '#core/practice/ability'
import {
  CLIP_CHOICES,
  type Because,
  type Exercise,
  type FrameLights,
  type MovesExercise,
  type NumberExercise,
  type PlacingExercise,
  type Quantity,
} from '#core/practice/exercise'
import type { Effect } from '#core/practice/kinds/effect'
import { err, ok, type Outcome } from '#core/shared/outcome'
import { formatAperture, formatFNumber, parseFNumber } from './notation/aperture'
import { formatDistance, parseDistance, type InLength, type LengthUnit } from './notation/distance'
import { formatStops, parseStops, plainFigures } from './notation/stops'
import {
  askedWords,
  CLIP_NAMES,
  faultWords,
  kelvinWords,
  offerWords,
  ruleWords,
  setLines,
  signedWords,
  standWords,
  traitWords,
} from './practice'
import { inSentence, listed } from './language'
import { minutesWords, signedStopWords, stopWords } from './quantities'

/** What stands behind an answer field, and an example of it. */
export const QUANTITY_WORDS: Record<Quantity, { name: string; example: string }> = {
  stops: { name: 'Stops', example: '-1.3 or −1⅓' },
  'f-number': { name: 'F-number', example: '8, 5.6 1/3 or f/8 +0.3' },
  value: { name: 'Pixel value, 0 to 255', example: '118' },
  ratio: { name: 'Ratio', example: '3:1 or 3' },
  metres: { name: 'Distance', example: '1.80 m or 5 ft 11 in' },
  mired: { name: 'Mireds', example: '+55' },
  kelvin: { name: 'Kelvin', example: '5600 K' },
}

const NUMBER = /^([+-]?)\s*(\d+(?:\.\d+)?|\.\d+)$/
const plainNumber = (text: string, unit: RegExp, example: string): Outcome<number> => {
  const match = NUMBER.exec(plainFigures(text).replace(unit, '').trim())
  return match
    ? ok((match[1] === '-' ? -1 : 1) * Number(match[2]))
    : err(`"${text.trim()}" is not a figure. Write for example ${example}.`)
}

/** Reads an answer as it is typed, in whatever notation the app reads elsewhere. */
export const parseAnswer = (quantity: Quantity, text: string, unit: LengthUnit): Outcome<number> => {
  const { example } = QUANTITY_WORDS[quantity]
  switch (quantity) {
    case 'stops':
      return parseStops(text)
    case 'f-number':
      return parseFNumber(text)
    case 'metres': {
      const length = parseDistance(text, unit)
      return !length.ok || length.value > 0 ? length : err('A distance is more than nothing. Write for example 1.80 m.')
    }
    case 'ratio': {
      const ratio = plainNumber(text, /\s*(:|to)\s*1$/i, example)
      return !ratio.ok || ratio.value > 0 ? ratio : err(`A ratio is more than nothing. Write for example ${example}.`)
    }
    case 'value': {
      const value = plainNumber(text, /$^/, example)
      const isInside = value.ok && value.value >= 0 && value.value <= 255
      return !value.ok || isInside ? value : err('A pixel value lies between 0 and 255.')
    }
    case 'mired':
      return plainNumber(text, /\s*mireds?$/i, example)
    case 'kelvin': {
      const colour = plainNumber(text, /\s*k(elvin)?$/i, example)
      return !colour.ok || colour.value > 0 ? colour : err(`Write for example ${example}.`)
    }
  }
}

/** A figure as an answer of its quantity. */
export const answerWords = (quantity: Quantity, value: number, unit: LengthUnit): string => {
  switch (quantity) {
    case 'stops':
      return signedStopWords(value)
    case 'f-number':
      return formatFNumber(value)
    case 'metres':
      return formatDistance(value, unit)
    case 'ratio':
      return `${Number(value.toFixed(1))}:1`
    case 'value':
      return String(Math.round(value))
    case 'mired':
      return `${signedWords(value)} mired`
    case 'kelvin':
      return kelvinWords(value)
  }
}

/** How far off an answer was, in what its quantity is marked in. */
export const offWords = (quantity: Quantity, off: number): string => {
  if (quantity === 'mired' || quantity === 'kelvin') return `${Math.round(Math.abs(off))} mired off`
  return Math.abs(off) < 0.05 ? 'exactly right' : `${stopWords(Math.abs(off))} ${off > 0 ? 'too much' : 'too little'}`
}

const BECAUSE: Record<Because['of'], string> = {
  'inverse-square': 'inverse square from the open reading',
  size: 'size of the source and angle off its axis',
  room: 'bounce of the room',
  key: 'key side’s reading',
  backdrop: 'backdrop’s reading',
}

/** What made the answer what it is, a line for each part. */
export const becauseWords = (because: readonly Because[]): { words: string; stops: string }[] =>
  because.map(({ of, stops }) => ({ words: BECAUSE[of], stops: formatStops(stops) }))

/** The rule of thumb behind a figure, and what it says here. */
export const thumbWords = ({ question, quantity, thumb }: NumberExercise, unit: LengthUnit): string => {
  const said = answerWords(quantity, thumb, unit)
  switch (question.ask) {
    case 'reading':
      return `The inverse square alone says ${said}.`
    case 'change':
      return `A rule of thumb says ${said}.`
    case 'apart':
      return `At 45 values to the stop it would be ${said}: so it is in mid greys only.`
    case 'add':
      return `Their mean and a stop for every doubling says ${said}.`
    case 'ratio-parts':
      return `Key to fill alone says ${said}: what each gives the other side is missing.`
    default:
      return `A rule of thumb says ${said}.`
  }
}

/** How well something is done, with how sure that is. */
export const abilityWords = ({ level, spread }: Ability): string =>
  `${Math.max(0, Math.min(5, level)).toFixed(1)} ± ${spread.toFixed(1)}`

/** A mark in one word. */
export const scoreWords = (score: number): string => {
  if (score >= 0.999) return 'Right'
  if (score >= 0.7) return 'Nearly'
  return score >= 0.4 ? 'Part of it' : 'Not yet'
}

/** Minutes that were spent beside the fewest. */
export const spentWords = (minutes: number, least: number): string =>
  minutes <= least + 1e-6
    ? `${minutesWords(minutes)}: none does it in less.`
    : `${minutesWords(minutes)}; ${minutesWords(least)} is enough.`

/** Minutes that did not set it, beside the fewest that do. */
export const notSetWords = (minutes: number, least: number): string =>
  `${minutesWords(minutes)} spent, and it is not set; ${minutesWords(least)} is enough.`

/** What was done in place of what the quickest way does, and what that cost. */
export const swapWords = (
  { set, offers }: MovesExercise,
  { did, insteadOf }: { did: readonly number[]; insteadOf: readonly number[] },
  minutesMore: number,
): string => {
  const named = (all: readonly number[]) =>
    listed(
      [...new Set(all)].map(at => {
        const times = all.filter(one => one === at).length
        const words = inSentence(offerWords(set, offers[at]!))
        return times > 1 ? `${words} (${times} times)` : words
      }),
    )
  const spent = `You spent ${minutesWords(minutesMore)} more`
  if (did.length === 0) return `${spent}.`
  return insteadOf.length === 0
    ? `${spent}: ${named(did)} ${new Set(did).size === 1 ? 'was' : 'were'} not needed.`
    : `${spent}: ${named(did)} did what ${named(insteadOf)} would have.`
}

/** The lights of a frame in words: where the key stands, and what of the others is asked. */
export const lightsWords = (
  { asked }: Pick<PlacingExercise, 'asked'>,
  { roundDeg, overEyesM, distanceM, ...place }: FrameLights,
  inLength: InLength,
): string => {
  const side = roundDeg >= 0 ? 'camera right' : 'camera left'
  const height = `${inLength(Math.abs(overEyesM))} ${overEyesM >= 0 ? 'over' : 'under'} the eyes`
  return [
    `${Math.abs(Math.round(roundDeg))}° to ${side}, ${inLength(distanceM)} away, ${height}, ${place.isHard ? 'hard' : 'soft'}`,
    ...(asked.includes('hasFill') ? [place.hasFill ? 'with fill' : 'no fill'] : []),
    ...(asked.includes('edge')
      ? [place.edge === 'none' ? 'no edge light' : `edge light from camera ${place.edge}`]
      : []),
    ...(asked.includes('isBackdropLit') ? [place.isBackdropLit ? 'backdrop lit' : 'backdrop not lit'] : []),
  ].join(', ')
}

/** Aperture and film speed that a picture is taken at. */
export const takenWords = (camera: { fNumber: number; iso: number }): string =>
  `${formatAperture(camera.fNumber)}, ISO ${Math.round(camera.iso)}`

/** What a distance does: as the light is worked out, beside a rule of thumb. */
export const effectWords = (
  { of }: Pick<Effect, 'of'>,
  { computed, thumb }: Effect['steps'][number],
  unit: LengthUnit,
): string =>
  of === 'reading'
    ? `reads ${answerWords('f-number', computed, unit)}; inverse square ${answerWords('f-number', thumb, unit)}`
    : `backdrop ${signedStopWords(computed)}; rule of thumb ${signedStopWords(thumb)}`

/** What marking found, as far as words need it. */
type Found = { off: number | null; minutes?: number; missStops?: number }

/** What is right, beside what was answered. */
export const rightWords = (exercise: Exercise, { off, minutes, missStops }: Found, unit: LengthUnit): string => {
  switch (exercise.answer) {
    case 'number': {
      const right = answerWords(exercise.quantity, exercise.right, unit)
      return off === null ? right : `${right}: you were ${offWords(exercise.quantity, off)}`
    }
    case 'choice':
      return exercise.question.ask === 'clipped' ? CLIP_NAMES[CLIP_CHOICES[exercise.right]!] : ''
    case 'order':
      return `${exercise.right.map(look => exercise.names[look]).join(', ')}. ${spentWords(minutes ?? 0, exercise.leastMinutes)}`
    case 'moves':
      return standWords(exercise, missStops ?? exercise.startMissStops)
    case 'fault':
      return `It was so that ${faultWords(exercise.set, exercise.suspects[exercise.right]!)}.`
    case 'placing':
      return `${lightsWords(exercise, exercise.right, metres => formatDistance(metres, unit))}. The pictures differ by ${stopWords(off ?? 0)}.`
  }
}

/**
 * An exercise said aloud: what is asked, and what a plan would show. Nothing where eyes are what is practised.
 */
export const spokenExercise = (exercise: Exercise, unit: LengthUnit, sized: (name: string) => string): string => {
  const inLength: InLength = metres => formatDistance(metres, unit)
  switch (exercise.answer) {
    case 'number': {
      const { shown, question } = exercise
      if (shown?.isPicture || question.ask === 'apart') return ''
      return [askedWords(exercise, unit), ...(shown ? setLines(shown.set, inLength, sized) : [])].join('. ')
    }
    case 'order':
      return [
        askedWords(exercise, unit),
        ...exercise.names.map((name, at) => `${name}: ${traitWords(exercise.traits[at]!, inLength)}`),
        ...exercise.conditions.map(rule => ruleWords(exercise.names, rule)),
      ].join('. ')
    case 'fault':
      return [
        askedWords(exercise, unit),
        ...exercise.suspects.map((faults, at) => `${at + 1}: ${faultWords(exercise.set, faults)}`),
      ].join('. ')
    default:
      return ''
  }
}

/** A mark said aloud. */
export const spokenMark = (exercise: Exercise, found: Found & { score: number }, unit: LengthUnit): string =>
  [scoreWords(found.score), rightWords(exercise, found, unit)].filter(Boolean).join('. ')
