import type { FileKind, FileRefusal, Unread } from '#core/formats/envelope'
import type { LeftOut, LeftThing, SalvageRefusal } from '#core/formats/salvage'
import type { Counted } from '#core/model/limits'
import { misfitsWords, overWords } from './misfits'

type Named = {
  /** What such a file is called, and in full. */
  name: string
  fullName: string
  /** What a refusal leaves as it is. */
  kept: string
  /** What cannot be done with it, and what is done with it in the end. */
  cannot: string
  again: string
  /** What is said where nothing of the kind is in it. */
  none: string
  /** The thing in the file. */
  whole: string
}

const FILES: Record<FileKind, Named> = {
  set: {
    name: 'set file',
    fullName: 'set file',
    kept: 'Nothing was changed in what is already saved.',
    cannot: 'This set file cannot be opened.',
    again: 'open it again',
    none: 'It is no set.',
    whole: 'the set',
  },
  kit: {
    name: 'kit file',
    fullName: 'kit file',
    kept: 'Your kit is as it was.',
    cannot: 'This kit file cannot be read.',
    again: 'take it in again',
    none: 'It is no kit.',
    whole: 'the kit',
  },
  record: {
    name: 'record',
    fullName: 'record',
    kept: 'Nothing was changed in the logbook.',
    cannot: 'This record cannot be read.',
    again: 'take it in again',
    none: 'It is no record.',
    whole: 'the record',
  },
  collection: {
    name: 'collection',
    fullName: 'collection of exercises',
    kept: 'Nothing was changed.',
    cannot: 'This collection cannot be read.',
    again: 'take it in again',
    none: 'It holds no exercises.',
    whole: 'the collection',
  },
  results: {
    name: 'list of practice results',
    fullName: 'list of practice results',
    kept: 'Your results are as they were.',
    cannot: 'These practice results cannot be read.',
    again: 'take them in again',
    none: 'It holds no practice results that this app reads.',
    whole: 'the results',
  },
}

/** Why what stands in a file or in storage cannot be read. */
export const unreadWords = (why: Unread, kind: FileKind): string => {
  switch (why.is) {
    case 'over':
      return overWords(why.over)
    case 'misfits':
      return misfitsWords(why.misfits, FILES[kind].whole)
    case 'none':
      return FILES[kind].none
    case 'set':
      return `${why.exercise === null ? 'Its set' : `The set of exercise ${why.exercise}`} cannot be read: ${unreadWords(why.why, 'set')}`
  }
}

/** Why a file is not taken, what stays as it is, and what to do. */
export const fileRefusedWords = (refusal: FileRefusal): string => {
  const { name, fullName, kept, cannot, again } = FILES[refusal.file]
  switch (refusal.is) {
    case 'not-json':
      return `This is not a ${name}: it is not JSON (${refusal.parser}). ${kept}`
    case 'foreign':
      return `This is JSON, but not a ${fullName}: it lacks "format": "${refusal.format}". ${kept}`
    case 'no-version':
      return `This ${name} has no version number. ${kept}`
    case 'newer':
      return `This ${name} has version ${refusal.version}, made by a newer Keen Tonal; this one reads up to version ${refusal.newest}. Update the app, then ${again}. ${kept}`
    case 'unread':
      return `${cannot} ${unreadWords(refusal.why, refusal.file)} ${kept}`
  }
}

const ONE: Record<Counted, string> = {
  subjects: 'subject',
  panels: 'panel',
  props: 'prop',
  points: 'point',
  lights: 'light',
  locked: 'lock',
  groups: 'group',
  looks: 'look',
  readings: 'reading',
  frames: 'frame',
}

const thingWords = ({ kind, called }: LeftThing): string => `${ONE[kind]} ${called}`

/** What was left out of a damaged set, or put back to a default. */
export const leftOutOfSetWords = (left: LeftOut): string => {
  switch (left.is) {
    case 'unknown-part':
      return `"${left.key}", which no set has`
    case 'part-anew':
      return `${left.key} (put back to what a new set has)`
    case 'thing':
      return thingWords(left.thing)
    case 'setting-off':
      return `the setting of light "${left.id}" in ${thingWords(left.look)} (now off)`
    case 'setting-stray':
      return `the setting of a light that is not there in ${thingWords(left.look)}`
    case 'target':
      return `the target of "${left.id}" in ${thingWords(left.look)}`
    case 'look-part':
      return `${left.part} of ${thingWords(left.look)}`
    case 'aim':
      return `the aim of ${thingWords(left.light)} (now at the first subject)`
    case 'over': {
      const { kind, count, most } = left.over
      return `${count - most} of ${count} ${kind}, over the ${most} that a set holds`
    }
    case 'others':
      return `${left.count} other things`
    case 'readings':
      return left.count === 1 ? 'one reading' : `${left.count} readings`
  }
}

/** Why nothing of a damaged set could be saved. */
export const salvageRefusedWords = ({ is }: SalvageRefusal): string =>
  is === 'no-set' ? 'Nothing in it is a set.' : 'Too much of it is damaged.'
