import { MOST_UNIVERSES } from '#core/control/protocol'
import type { Counted, Over } from '#core/model/limits'
import type { Rule } from '#core/model/rules'
import type { ChangeRefusal } from '#core/validation/checkChange'
import type { Misfit, Misfits, PlacedMisfit } from '#core/validation/misfits'
import type { Fault } from '#core/validation/validation'
import { capital, sentence } from '../language'

const RULES: Record<Rule, string> = {
  'id-letters': 'An id is 1 to 64 small letters, digits, hyphens or slashes.',
  'id-taken': 'This word cannot be an id.',
  'no-list': 'Here stand things by their names, and not a list of them.',
  'not-sound': 'It cannot be true of a set.',
  'subject-needed': 'A set has at least one subject mark.',
  'look-needed': 'A set has at least one look.',
  'own-point-id': 'The id of an own point begins with "own/".',
  'date-form': 'A date is written as 2026-11-27.',
  'bracket-short': 'A bracket needs at least three pictures.',
  'bracket-falls': 'A bracket goes up: each step has more stops than the one before, and no smaller value.',
  'bracket-flat': 'A bracket has at least three different values.',
  'curve-falls': 'A dimmer curve never falls: more level is never less light.',
  'curve-not-full': 'A dimmer curve ends at 1, which is full light.',
  'levels-crossed': 'The lowest level of a lamp lies under its highest.',
  'not-base64': 'This picture is not base64.',
  'exercise-needed': 'A collection has at least one exercise.',
  'no-exercise': 'No such exercise.',
  'universe-needed': 'No universe is named: patch a lamp first.',
  'universes-over': `At most ${MOST_UNIVERSES} universes are sent.`,
  'desk-name': 'A desk names itself by 16 to 64 letters and digits.',
  'no-look': 'The set has no such look.',
  'no-meter-point': 'The set has no such meter point.',
  'no-light': 'The set has no such light.',
  'shot-name': 'A name is 8 to 64 letters, digits or hyphens.',
}

/** What cannot be true of a set, as a sentence. */
export const faultWords = (fault: Fault): string => {
  switch (fault.is) {
    case 'id-twice':
      return `Two ${fault.kind} share the id "${fault.id}".`
    case 'id-shared':
      return `One of the ${fault.kind} has the id of one of the ${fault.other} ("${fault.id}").`
    case 'aim-lost':
      return `Light ${fault.light} is aimed at a subject that is not there.`
    case 'setting-lacks':
      return `Look ${fault.look} lacks the setting of light ${fault.light}.`
    case 'setting-stray':
      return `Look ${fault.look} has a setting of a light that is not there ("${fault.id}").`
    case 'target-stray':
      return `Look ${fault.look} has a target of a point that is not there ("${fault.id}").`
    case 'aperture-lost':
      return `The aperture of look ${fault.look} follows a point that is not there.`
    case 'day-lost':
      return 'The day speaks of a look that is not there.'
    case 'group-lost':
      return 'A group has something that is not there.'
    case 'look-lost':
      return `One of the ${fault.kind} belongs to a look that is not there.`
    case 'hold-stray':
      return `The meter is held in its own way at a point that is not there ("${fault.id}").`
    case 'learned-stray':
      return `Something was learned of a light that is not there ("${fault.id}").`
    case 'dimmed-stray':
      return `The rig dims a light that is not there ("${fault.id}").`
    case 'fade-stray':
      return `The rig fades into a look that is not there ("${fault.id}").`
    case 'lock-stray':
      return `Something that is not there ("${fault.id}") is locked.`
    case 'backdrop-through-wall':
      return 'The backdrop reaches through a wall.'
    case 'lens-crossed':
      return 'The widest aperture of the lens is smaller than its smallest.'
    case 'behind-too-deep':
      return 'The free depth behind the backdrop is more than the room has.'
    case 'backdrop-too-high':
      return 'The backdrop is higher than the room.'
    case 'backdrop-too-wide':
      return 'The backdrop reaches beyond a side wall.'
    case 'sweep-too-long':
      return 'The sweep of the backdrop is longer than the room.'
    case 'camera-outside':
      return 'The camera stands outside the room.'
    case 'gives-back-more':
      return `${fault.name} would send out more light than it gets.`
    case 'through-wall':
      return `${fault.name} reaches through a wall, the floor or the ceiling.`
    case 'stands-outside':
      return `${fault.name} stands outside the room.`
    case 'too-tall':
      return `${fault.name} is taller than the room.`
    case 'lies-outside':
      return `${fault.name} lies outside the room.`
    case 'ring-flat':
      return `The ring of light ${fault.light} has no width.`
    case 'table-uneven':
      return `The table of light ${fault.light} does not fit its angles.`
    case 'light-outside':
      return `Light ${fault.light} stands outside the room.`
    case 'otherwise-stray':
      return `Look ${fault.look} has something otherwise that is not there.`
    case 'in-look':
      return `In look ${fault.look}: ${faultWords(fault.fault)}`
  }
}

const rounded = (value: number): number => Math.round(value * 1000) / 1000

const boundWords = ({ bound, limit, value }: Extract<Misfit, { is: 'bound' }>): string => {
  const found = value === null ? '' : ` and not ${rounded(value)}`
  switch (bound) {
    case 'least':
      return `is at least ${limit}${found}`
    case 'most':
      return `is at most ${limit}${found}`
    case 'shortest':
      return limit === 1 ? 'is empty' : `has at least ${limit}`
    case 'longest':
      return `is longer than the ${limit} that fit`
  }
}

/** What does not fit, of something named before; whole sentences have a name of their own. */
const misfitWords = (misfit: Misfit): { predicate: string } | { sentence: string } => {
  switch (misfit.is) {
    case 'rule':
      return { sentence: RULES[misfit.rule] }
    case 'fault':
      return { sentence: faultWords(misfit.fault) }
    case 'bound':
      return { predicate: boundWords(misfit) }
    case 'missing':
      return { predicate: 'is missing' }
    case 'unknown':
      return { predicate: 'is not known here' }
    case 'other':
      return { predicate: `should be ${misfit.expected} and not ${misfit.received}` }
  }
}

/** What does not fit, with its place; `whole` names the thing itself. */
export const placedWords = ({ at, misfit }: PlacedMisfit, whole: string): string => {
  const words = misfitWords(misfit)
  if ('predicate' in words) return `${at ?? whole} ${words.predicate}`
  return at === null ? words.sentence : `${at}: ${words.sentence}`
}

/** What does not fit, as one sentence: the first few with their places, and how many more there are. */
export const misfitsWords = ({ first, more }: Misfits, whole: string): string => {
  const parts = [...first.map(one => placedWords(one, whole)), ...(more > 0 ? [`and ${more} more`] : [])]
  return sentence(parts.map((part, index) => (index < parts.length - 1 ? part.replace(/\.$/, '') : part)).join('; '))
}

/** Lists that are longer than a set may have. */
export const overWords = (over: readonly Over[]): string =>
  `It has more than a set can hold: ${over.map(({ kind, count, most }) => `${kind}: ${count} of at most ${most}`).join('; ')}.`

const MANY: Record<Counted, string> = {
  subjects: 'subjects',
  panels: 'panels',
  props: 'props',
  points: 'points of your own',
  lights: 'lights',
  locked: 'locks',
  groups: 'groups',
  looks: 'looks',
  readings: 'readings',
  frames: 'test shots',
}

/** A key of the set model as words: `behindBackdropM` is "behind backdrop". */
const wordsOfKey = (key: string): string =>
  key
    .replace(/(?:M|Deg|Mm|S|K)$/, '')
    .replaceAll(/([A-Z])/g, ' $1')
    .toLowerCase()

/** What a place in a set is called: the name of the thing that it is of, then its last key. */
const placeName = (names: readonly string[], keys: readonly string[]): string => {
  const words = keys.map(wordsOfKey)
  const last = words.length > 1 && names.length === 0 ? words.slice(-2).join(' ') : (words.at(-1) ?? 'this')
  return [...names, last].join(': ')
}

/** Why a set may not become another. */
export const changeRefusedWords = (refusal: ChangeRefusal): string => {
  switch (refusal.is) {
    case 'set-over': {
      const { kind, count, most } = refusal.over
      return `A set holds at most ${most} ${MANY[kind]}; with this it would have ${count}.`
    }
    case 'change-fault':
      return faultWords(refusal.fault)
    case 'change-misfit': {
      const words = misfitWords(refusal.misfit)
      const place = capital(placeName(refusal.names, refusal.keys))
      return sentence('predicate' in words ? `${place} ${words.predicate}` : `${place}: ${words.sentence}`)
    }
  }
}
