import { formatClock } from '#core/looks/clock'
import type { DayConflict, Saving, Slot } from '#core/looks/day'
import type { Sitter } from '#core/model/daySchema'
import type { Light, StudioSet } from '#core/model/schema'
import type { LookForSitters, SitterGroup } from '#core/solve/forSitters'
import { capital, counted, inSentence, listed } from './language'
import { missWords } from './misses'
import { powerChangesWords } from './powers'
import { minutesWords } from './quantities'

/** Looks that an order or a day counts on and whose powers are not set yet. */
export const unsetWords = (names: readonly string[]): string =>
  `Not on target: ${listed(names)}. Steps and minutes will change when ${names.length === 1 ? 'it is' : 'they are'} set.`

type DaySet = Pick<StudioSet, 'day' | 'looks'>

/** Minutes that have to be said whole: a schedule knows no tenths. */
const whole = (minutes: number): string => `${Math.max(1, Math.round(Math.abs(minutes)))} min`

const sitterOf = ({ day }: DaySet, id: string): string => day.sitters.find(sitter => sitter.id === id)?.name ?? id
const lookOf = ({ looks }: DaySet, id: string): string => looks.find(look => look.id === id)?.name ?? id
const breakOf = ({ day }: DaySet, id: string): string => day.breaks.find(one => one.id === id)?.name ?? id

/** What a span of the day is for. */
export const slotWords = (set: DaySet, slot: Slot): string => {
  switch (slot.kind) {
    case 'set-up':
      return 'Set up'
    case 'rehearsal':
      return 'Rehearsal'
    case 'strike':
      return 'Strike the set'
    case 'wait':
      return 'Nobody there yet'
    case 'break':
      return breakOf(set, slot.breakId)
    case 'change':
      return slot.fromId === null
        ? `Set ${lookOf(set, slot.lookId)}`
        : `${lookOf(set, slot.fromId)} → ${lookOf(set, slot.lookId)}`
    case 'look':
      return `${sitterOf(set, slot.sitterId)}: ${lookOf(set, slot.lookId)}`
  }
}

/** A time of the day, with a word where it is past midnight: `09:05`, `00:20 the next day`. */
export const clockWords = (minutes: number): string =>
  `${formatClock(minutes)}${minutes >= 24 * 60 ? ' the next day' : ''}`

/** What does not go together in a day, and what to do about it. */
export const conflictWords = (set: DaySet, conflict: DayConflict): string => {
  switch (conflict.kind) {
    case 'sitter-waits':
      return conflict.behindId === null
        ? `${sitterOf(set, conflict.sitterId)} waits ${whole(conflict.minutes)}: ask for a later time, or begin earlier.`
        : `${sitterOf(set, conflict.sitterId)} comes while ${sitterOf(set, conflict.behindId)} is in front of the camera, and waits ${whole(conflict.minutes)}: ask for a later time, or give ${sitterOf(set, conflict.behindId)} less.`
    case 'set-waits':
      return `The set waits ${whole(conflict.minutes)} for ${sitterOf(set, conflict.sitterId)}: ask for an earlier time.`
    case 'ends-late':
      return `The day ends ${whole(conflict.minutes)} later than wanted, at ${clockWords(set.day.endsAt + conflict.minutes)}.`
    case 'past-midnight':
      return `The day goes ${whole(conflict.minutes)} past midnight.`
    case 'break-moved':
      return `${breakOf(set, conflict.breakId)} begins ${whole(conflict.minutes)} ${conflict.minutes > 0 ? 'late' : 'early'}, between two looks.`
    case 'break-too-long':
      return `${breakOf(set, conflict.breakId)} is as long as the whole day.`
    case 'break-not-taken':
      return `${breakOf(set, conflict.breakId)} comes after the last look: no time is kept for it.`
    case 'breaks-overlap':
      return `${breakOf(set, conflict.breakId)} is not over when ${breakOf(set, conflict.otherId)} begins.`
    case 'nothing-wanted':
      return `${sitterOf(set, conflict.sitterId)} wants no look, and has no time in the plan.`
    case 'no-order':
      return `The conditions on the order cannot hold for the looks of ${sitterOf(set, conflict.sitterId)}; they are taken as they lie.`
    case 'no-guardian':
      return `${sitterOf(set, conflict.sitterId)} is a minor: a guardian has to be present. Local rules apply.`
    case 'flash-sensitive':
      return `${sitterOf(set, conflict.sitterId)} is sensitive to flashes: ask first, warn before each one, or use looks without flash.`
    case 'ends-before-start':
      return `The day ends at ${clockWords(set.day.endsAt)}, not after it begins at ${clockWords(set.day.startsAt)}.`
  }
}

/** Who is to come at another time: what has to be told to them. */
export const otherArrivalsWords = (sitters: readonly Sitter[]): string =>
  `${listed(sitters.map(({ name, arrivesAt }) => `${name} now comes at ${formatClock(arrivesAt!)}`))}: tell them.`

/** What can be given up to be on time again. */
export const savingWords = (set: DaySet, saving: Saving): string => {
  switch (saving.kind) {
    case 'drop-look':
      return `Drop ${lookOf(set, saving.lookId)} for ${sitterOf(set, saving.sitterId)}`
    case 'shorten-break':
      return `Shorten ${breakOf(set, saving.breakId)} to ${whole(saving.toMinutes)}`
    case 'no-spare':
      return 'Keep no minutes free between sitters'
  }
}

/** How a day stands against its plan. */
export const latenessWords = (lateMinutes: number, endsAt: number): string => {
  const ends = `ends ${clockWords(endsAt)}`
  if (Math.abs(lateMinutes) < 1) return `On time: ${ends}.`
  return `${minutesWords(Math.round(Math.abs(lateMinutes)))} ${lateMinutes > 0 ? 'behind' : 'ahead'}: ${ends}.`
}

/** What is to be known of clocks that are changed during the day. */
export const clockJumpWords = (jump: number): string =>
  `On this date clocks are put ${jump > 0 ? 'forward' : 'back'} ${whole(jump)} during the day: the times here are counted from the start.`

/** What is turned for sitters, and what stays missed: `add 0.3 stop to A`; empty where the powers for all hold. */
export const forSitterWords = ({ changes, isReached, misses }: SitterGroup, lights: readonly Light[]): string => {
  const turned = changes.length > 0 ? powerChangesWords(changes, lights) : ''
  if (isReached) return turned
  const [missed = 'just off target'] = missWords(misses)
  return turned ? `${turned}; even so ${inSentence(missed)}` : `${inSentence(missed)}, and powers hardly help`
}

/** A look for all who want it: whether one setting holds, and for whom something is turned. */
export const lookForSittersWords = (
  set: DaySet & Pick<StudioSet, 'lights'>,
  { groups, holdsForAll, changes }: LookForSitters,
): { words: string; lines: string[] } => {
  const count = groups.reduce((sum, { sitterIds }) => sum + sitterIds.length, 0)
  const holds = groups.filter(group => group.isReached && group.changes.length === 0)
  const held = holds.reduce((sum, { sitterIds }) => sum + sitterIds.length, 0)
  const setting = changes.length > 0 ? `${capital(powerChangesWords(changes, set.lights))}: that` : 'One setting'
  return {
    words: holdsForAll
      ? `${setting} holds for ${count === 1 ? 'the one sitter' : `all ${counted(count, 'sitter')}`}.`
      : `${setting} holds for ${held} of ${counted(count, 'sitter')}.`,
    lines: groups
      .filter(group => !holds.includes(group))
      .map(group => `${listed(group.sitterIds.map(id => sitterOf(set, id)))}: ${forSitterWords(group, set.lights)}.`),
  }
}
