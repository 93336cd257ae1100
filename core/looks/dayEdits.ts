import { isEqual } from '../edits/patch'
import type { Day, LookCondition, Sitter } from '../model/daySchema'
import type { StudioSet } from '../model/schema'

/** A set with its day changed. */
export const editDay = (set: StudioSet, change: Partial<Day>): StudioSet => ({ ...set, day: { ...set.day, ...change } })

/**
 * A condition more for the order of looks; one that is there already is not taken twice, and how long a look's marks
 * take to clean is said once.
 */
export const addCondition = (set: StudioSet, condition: LookCondition): StudioSet =>
  set.day.conditions.some(one => isEqual(one, condition))
    ? set
    : editDay(set, {
        conditions: [
          ...set.day.conditions.filter(
            one => condition.kind !== 'dirties' || one.kind !== 'dirties' || one.lookId !== condition.lookId,
          ),
          condition,
        ],
      })

/** The day without a condition. */
export const dropCondition = (set: StudioSet, condition: LookCondition): StudioSet =>
  editDay(set, { conditions: set.day.conditions.filter(one => !isEqual(one, condition)) })

/** A sitter of the day with something changed. */
export const editSitter = (set: StudioSet, id: string, change: Partial<Sitter>): StudioSet =>
  editDay(set, { sitters: set.day.sitters.map(sitter => (sitter.id === id ? { ...sitter, ...change } : sitter)) })

/** An id that no sitter has. */
const freeSitterId = ({ sitters }: Day): string => {
  for (let number = sitters.length + 1; ; number++) {
    const id = `sitter-${number}`
    if (!sitters.some(sitter => sitter.id === id)) return id
  }
}

/** A sitter more: wants every look, for as long as the brief gives a sitter, shared among them. */
export const addSitter = (set: StudioSet, sitter: Partial<Omit<Sitter, 'id'>> = {}): StudioSet => {
  const lookIds = sitter.lookIds ?? set.looks.map(({ id }) => id)
  const made: Sitter = {
    name: `Sitter ${set.day.sitters.length + 1}`,
    heightM: null,
    skin: null,
    clothing: null,
    minutesPerLook: Math.max(0.5, Math.round((set.brief.minutesPerSitter / Math.max(1, lookIds.length)) * 2) / 2),
    arrivesAt: null,
    isMinor: false,
    hasGuardian: false,
    isFlashSensitive: false,
    notes: '',
    ...sitter,
    lookIds,
    id: freeSitterId(set.day),
  }
  return editDay(set, { sitters: [...set.day.sitters, made] })
}

/** The day without a sitter, and without what was done with the sitter. */
export const removeSitter = (set: StudioSet, id: string): StudioSet =>
  editDay(set, {
    sitters: set.day.sitters.filter(sitter => sitter.id !== id),
    done: set.day.done.filter(one => one.sitterId !== id),
  })

/**
 * A sitter so many places later, or earlier below 0. Times of arrival belong to places in the row, since who comes when
 * is what the row says: whoever is passed takes the time before or after; sitters without a time keep none.
 */
export const moveSitter = (set: StudioSet, id: string, by: number): StudioSet => {
  const { sitters } = set.day
  const from = sitters.findIndex(sitter => sitter.id === id)
  const to = Math.max(0, Math.min(sitters.length - 1, from + by))
  if (from < 0 || from === to) return set
  const rest = sitters.filter(sitter => sitter.id !== id)
  const moved = [...rest.slice(0, to), sitters[from]!, ...rest.slice(to)]
  if (sitters[from]!.arrivesAt === null) return editDay(set, { sitters: moved })
  const [first, last] = [Math.min(from, to), Math.max(from, to)]
  const times = sitters
    .slice(first, last + 1)
    .flatMap(({ arrivesAt }) => (arrivesAt === null ? [] : [arrivesAt]))
    .toSorted((a, b) => a - b)
  const timed = moved.map((sitter, index) =>
    index < first || index > last || sitter.arrivesAt === null ? sitter : { ...sitter, arrivesAt: times.shift()! },
  )
  return editDay(set, { sitters: timed })
}

/** Sitters who are to come at another time than before. */
export const otherArrivals = (before: Day, after: Day): Sitter[] =>
  after.sitters.filter(({ id, arrivesAt }) => {
    const was = before.sitters.find(sitter => sitter.id === id)
    return was !== undefined && arrivesAt !== null && was.arrivesAt !== arrivesAt
  })
