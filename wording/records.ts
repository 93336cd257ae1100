import { toneName, type RecordFilter, type RecordSort } from '#core/records/find'
import type { CameraSetting, Light } from '#core/model/schema'
import type { RecordDifference } from '#core/records/compareRecords'
import type { Suspect } from '#core/records/suspects'
import type { RepeatCheck } from '#core/records/repeatDesign'
import type { RecordHead } from '#core/records/recordHead'
import type { StudioRecord } from '#core/records/recordSchema'
import type { Taped } from '#core/records/tape'
import { MATTERS_STOPS } from '#core/records/thresholds'
import { inSentence, listed } from './language'
import { letterOf } from './lights'
import { formatAperture } from './notation/aperture'
import type { InLength } from './notation/distance'
import { formatStops } from './notation/stops'
import { shutterWords, stopWords } from './quantities'

const FROM: Record<StudioRecord['from'], string> = {
  stage: 'kept from the stage',
  run: 'kept at the end of a run',
  frame: 'kept with a frame',
  day: 'kept as the day went',
}

/** Where a record was kept. */
export const recordFromWords = (from: StudioRecord['from']): string => FROM[from]

const TONES: Record<NonNullable<RecordFilter['tone']>, string> = {
  white: 'white',
  light: 'light grey',
  mid: 'mid grey',
  dark: 'dark grey',
  black: 'black',
}

/** Tones that a list can be narrowed to. */
export const TONE_NAMES = Object.entries(TONES) as [NonNullable<RecordFilter['tone']>, string][]

/** Orders of a list. */
export const SORT_NAMES: readonly [RecordSort, string][] = [
  ['newest', 'newest first'],
  ['oldest', 'oldest first'],
  ['rating', 'best rated first'],
  ['tone', 'lightest first'],
  ['name', 'by name'],
]

/** A record in a line: `White 248, Paper roll, 7.00 × 9.00 m`. */
export const recordLineWords = ({ tone, backdrop, room }: RecordHead, inLength: InLength): string => {
  const [width, depth] = room
  const shown = tone === null ? 'no tone' : `${TONES[toneName(tone)]} ${Math.round(tone)}`
  return `Backdrop ${shown}; ${backdrop}; room ${inLength(width)} × ${inLength(depth)}`
}

/** How far readings were from the plan. */
export const agreementWords = (agreement: StudioRecord['agreement']): string =>
  agreement === null
    ? 'Nothing was metered.'
    : `${agreement.readings} readings, on average ${stopWords(agreement.meanStops)} from the plan, at most ${stopWords(agreement.worstStops)}.`

/** What a tape shows for a place. */
export const tapedWords = (taped: Taped, inLength: InLength): string => {
  const height = `${inLength(taped.heightM)} high`
  if (taped.marks === 'corners')
    return `${inLength(taped.leftM)} from the left corner, ${inLength(taped.rightM)} from the right, ${height}`
  const { asideM } = taped
  const aside =
    Math.abs(asideM) < 0.005 ? 'on the middle line' : `${inLength(Math.abs(asideM))} ${asideM > 0 ? 'right' : 'left'}`
  return `${inLength(taped.fromBackdropM)} from the backdrop, ${aside}, ${height}`
}

/** How carefully a thing has to be measured. */
export const careWords = (stops: number): string =>
  stops > MATTERS_STOPS ? `to the centimetre: 5 cm is ${formatStops(stops).replace('+', '')} stop` : '5 cm hardly shows'

/** Where a light looks, as a level and a protractor show it. */
export const aimWords = ({ panDeg, tiltDeg }: { panDeg: number; tiltDeg: number }, rollDeg: number): string =>
  [
    Math.abs(panDeg) < 0.5
      ? 'square to the backdrop'
      : `${Math.abs(Math.round(panDeg))}° to its ${panDeg > 0 ? 'right' : 'left'}`,
    Math.abs(tiltDeg) < 0.5 ? 'level' : `${Math.abs(Math.round(tiltDeg))}° ${tiltDeg > 0 ? 'up' : 'down'}`,
    ...(Math.abs(rollDeg) < 0.5 ? [] : [`rolled ${Math.round(rollDeg)}°`]),
  ].join(', ')

/** What a record was taken at: `f/8, 1/125 s, ISO 100`. */
export const cameraWords = ({ fNumber, shutterS, iso }: CameraSetting): string =>
  `${formatAperture(fNumber)}, ${shutterWords(shutterS)}, ISO ${Math.round(iso)}`

/** One thing that two records have differently: its name, and how each has it. */
export const differenceWords = (
  difference: RecordDifference,
  inLength: InLength,
): { name: string; one: string; other: string } => {
  switch (difference.kind) {
    case 'room': {
      const size = (metres: readonly number[]) => metres.map(inLength).join(' × ')
      return { name: 'Room', one: size(difference.one), other: size(difference.other) }
    }
    case 'backdrop':
      return { name: 'Backdrop', one: difference.one, other: difference.other }
    case 'lens':
      return { name: 'Lens', one: `${difference.oneMm} mm`, other: `${difference.otherMm} mm` }
    case 'kit': {
      const fitted = ({ lamp, modifier }: { lamp: string; modifier: string }) => `${lamp}, ${modifier}`
      return { name: lightName(difference.light), one: fitted(difference.one), other: fitted(difference.other) }
    }
    case 'length':
      return {
        name: comparedLengthName(difference.of),
        one: inLength(difference.oneM),
        other: inLength(difference.otherM),
      }
    case 'power': {
      const power = (stops: number | null) => (stops === null ? 'off' : formatStops(stops, 'tenths'))
      return {
        name: `${lightName(difference.light)}, power`,
        one: power(difference.oneStops),
        other: power(difference.otherStops),
      }
    }
    case 'exposure':
      return { name: 'Camera', one: cameraWords(difference.one), other: cameraWords(difference.other) }
    case 'only':
      return {
        name: lightName(difference.light),
        one: difference.isInOne ? 'there' : 'not there',
        other: difference.isInOne ? 'not there' : 'there',
      }
  }
}

const lightName = ({ name, job }: { name: string; job: string }): string => `${name} ${job}`

const comparedLengthName = (of: Extract<RecordDifference, { kind: 'length' }>['of']): string => {
  switch (of.is) {
    case 'subject-depth':
      return 'Subject, from the backdrop'
    case 'camera-depth':
      return 'Camera, from the backdrop'
    case 'light-distance':
      return `${lightName(of.light)}, to what it lights`
    case 'light-depth':
      return `${lightName(of.light)}, from the backdrop`
    case 'light-height':
      return `${lightName(of.light)}, high`
  }
}

const WALLS = { left: 'left wall', right: 'right wall', ceiling: 'ceiling' } as const

/** A guess at what is otherwise than it was, and what to do about it; `lights` are those of the record. */
export const suspectWords = (
  suspect: Suspect,
  lights: readonly Light[],
  inLength: InLength,
): { words: string; advice: string } => {
  switch (suspect.kind) {
    case 'nothing':
      return { words: 'It stands as it was.', advice: 'Nothing has to be turned.' }
    case 'lamp': {
      const name = letterOf(suspect.lightId, lights)
      const [size, isMore] = [stopWords(suspect.stops), suspect.stops > 0]
      return {
        words: `${name} gives about ${size} ${isMore ? 'more' : 'less'} than it did.`,
        advice: `Turn ${name} ${isMore ? 'down' : 'up'} by ${size}; if it was set as the record says, its lamp has changed.`,
      }
    }
    case 'wall':
      return {
        words: `The room sends back ${suspect.isDarker ? 'less' : 'more'} light than it did: look at the ${WALLS[suspect.wall]} first.`,
        advice: 'A wall was painted, hung or opened. Put it as it was, or set powers anew on the stage.',
      }
    case 'paper':
      return {
        words: `The backdrop sends back about ${stopWords(suspect.stops)} ${suspect.stops > 0 ? 'more' : 'less'} than it did.`,
        advice: `Another paper, or a dirty one. Turn the backdrop lights ${suspect.stops > 0 ? 'down' : 'up'} by ${stopWords(suspect.stops)}.`,
      }
    case 'subject':
      return {
        words: `The subject stands about ${inLength(Math.abs(suspect.byM))} from where it was.`,
        advice: 'Measure the mark again with the tape.',
      }
  }
}

/** A reading to be taken: what burns, where the meter is held, which meter. */
export const checkWords = (
  { lightIds, meter, pointId }: Pick<RepeatCheck, 'lightIds' | 'meter' | 'pointId'>,
  { lights, places }: { lights: readonly Light[]; places: readonly { pointId: string; name: string }[] },
): string => {
  const on = lights.filter(({ id }) => lightIds.includes(id)).map(({ name }) => name)
  const place = inSentence(places.find(one => one.pointId === pointId)?.name ?? pointId)
  const what = meter === 'spot' ? `spot meter on the ${place}` : `incident meter at the ${place}`
  return `${listed(on)} ${on.length === 1 ? 'alone on' : 'on'}: ${what}`
}
