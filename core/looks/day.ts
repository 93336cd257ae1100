import type { Day, Sitter } from '../model/daySchema'
import { conditionsAmong, waysThrough, type Way } from './order'
import { WAIT_FREE, BREAK_FREE, PRIOR_MINUTES, SITTERS_TRIED, SHORTEST_BREAK } from './thresholds'

/** A span of the day; minutes since midnight and minutes long. */
export type Slot = { startsAt: number; minutes: number } & (
  | { kind: 'set-up' | 'rehearsal' | 'strike' | 'wait' }
  | { kind: 'break'; breakId: string }
  /** The set is brought from one look to the next; `fromId` is null for the first look of the day. */
  | { kind: 'change'; fromId: string | null; lookId: string; sitterId: string }
  | { kind: 'look'; lookId: string; sitterId: string }
)

type Unplaced = Slot extends infer One ? (One extends Slot ? Omit<One, 'startsAt' | 'minutes'> : never) : never

/** What does not go together in a plan. Minutes. */
export type DayConflict =
  /** `behindId` is who is before the camera until then; null where the set is not ready. */
  | { kind: 'sitter-waits'; sitterId: string; minutes: number; behindId: string | null }
  | { kind: 'set-waits'; sitterId: string; minutes: number }
  | { kind: 'ends-late'; minutes: number }
  | { kind: 'past-midnight'; minutes: number }
  | { kind: 'break-moved'; breakId: string; minutes: number }
  | { kind: 'break-too-long'; breakId: string }
  /** Its time comes when all looks are done. */
  | { kind: 'break-not-taken'; breakId: string }
  | { kind: 'breaks-overlap'; breakId: string; otherId: string }
  | { kind: 'nothing-wanted'; sitterId: string }
  | { kind: 'no-order'; sitterId: string }
  | { kind: 'no-guardian'; sitterId: string }
  | { kind: 'flash-sensitive'; sitterId: string }
  | { kind: 'ends-before-start' }

/** A day as it will go, when everything goes as planned. */
export type DayPlan = {
  slots: readonly Slot[]
  endsAt: number
  changeMinutes: number
  waitMinutes: number
  conflicts: readonly DayConflict[]
}

/** The looks of the set as a plan needs them: ids, and minutes from each to each. */
export type DayLooks = {
  ids: readonly string[]
  minutes: readonly (readonly number[])[]
  /** Whether any light that is on in the look is a flash. */
  isFlash: readonly boolean[]
  /** Minutes of turning powers for a sitter in a look, as far as that is worked out; none where it is not given. */
  turning?: (sitterId: string, lookId: string) => number
}

/** Minutes from one look to another; none where nothing stands yet. */
const changeMinutes = ({ ids, minutes }: DayLooks, fromId: string | null | undefined, toId: string): number =>
  fromId ? minutes[ids.indexOf(fromId)]![ids.indexOf(toId)]! : 0

/** Minutes before a sitter's look: from the look before to it, and what is turned for the sitter alone. */
export const minutesBefore = (looks: DayLooks, fromId: string | null | undefined, lookId: string, sitterId: string) =>
  changeMinutes(looks, fromId, lookId) + (looks.turning?.(sitterId, lookId) ?? 0)

/** Where a plan begins in the middle of a day: the time, the look that stands, and how this team's minutes run. */
export type Standing = { at: number; lookId: string | undefined; pace: number }

const DAY = 24 * 60

/** Sitters in the order in which they come: by arrival; those without a time stay where they stand between others. */
export const inOrderOfArrival = (sitters: readonly Sitter[]): Sitter[] => {
  const timed = sitters.filter(({ arrivesAt }) => arrivesAt !== null).toSorted((a, b) => a.arrivesAt! - b.arrivesAt!)
  let next = 0
  return sitters.map(sitter => (sitter.arrivesAt === null ? sitter : timed[next++]!))
}

type Turn = { sitter: Sitter; lookIds: readonly string[] }

/**
 * The looks of each sitter in the order that makes the fewest minutes of changes over the whole day: where one sitter
 * ends, the next best begins. A sitter whose looks no order keeps to the conditions takes them as they lie.
 */
const turnsOf = (day: Day, looks: DayLooks, sitters: readonly Sitter[], standing: string | undefined) => {
  const broken: string[] = []
  const known = new Map<string, Way[]>()
  const between = (from: string | undefined, to: string) => changeMinutes(looks, from, to)
  const waysOf = (sitter: Sitter): { ids: readonly string[]; minutes: number }[] => {
    const ids = looks.ids.filter(id => sitter.lookIds.includes(id))
    const key = ids.join(' ')
    const ways =
      known.get(key) ??
      waysThrough(
        ids.map(from => ids.map(to => between(from, to))),
        conditionsAmong(day.conditions, ids),
      )
    known.set(key, ways)
    if (ways.length > 0) return ways.map(({ order, minutes }) => ({ ids: order.map(one => ids[one]!), minutes }))
    broken.push(sitter.id)
    return [{ ids, minutes: ids.slice(1).reduce((sum, id, index) => sum + between(ids[index]!, id), 0) }]
  }
  type State = { minutes: number; turns: readonly Turn[]; last: string | undefined }
  let states: State[] = [{ minutes: 0, turns: [], last: standing }]
  for (const sitter of sitters) {
    if (!sitter.lookIds.some(id => looks.ids.includes(id))) continue
    const best = new Map<string, State>()
    for (const way of waysOf(sitter)) {
      const last = way.ids.at(-1)!
      for (const state of states) {
        const minutes = state.minutes + way.minutes + between(state.last, way.ids[0]!)
        if (minutes < (best.get(last)?.minutes ?? Number.POSITIVE_INFINITY))
          best.set(last, { minutes, turns: [...state.turns, { sitter, lookIds: way.ids }], last })
      }
    }
    states = [...best.values()]
  }
  const least = states.reduce((one, other) => (other.minutes < one.minutes ? other : one))
  return { turns: least.turns, broken }
}

const breakConflicts = (day: Day): DayConflict[] => {
  const sorted = day.breaks.toSorted((a, b) => a.at - b.at)
  const length = day.endsAt - day.startsAt
  return [
    ...(length <= 0 ? [{ kind: 'ends-before-start' as const }] : []),
    ...sorted
      .filter(({ minutes }) => length > 0 && minutes >= length)
      .map(({ id }) => ({ kind: 'break-too-long' as const, breakId: id })),
    ...sorted.slice(1).flatMap((one, index) => {
      const before = sorted[index]!
      return before.at + before.minutes > one.at
        ? [{ kind: 'breaks-overlap' as const, breakId: before.id, otherId: one.id }]
        : []
    }),
  ]
}

const cautions = (sitters: readonly Sitter[], looks: DayLooks): DayConflict[] => [
  ...sitters
    .filter(({ isMinor, hasGuardian }) => isMinor && !hasGuardian)
    .map(({ id }) => ({ kind: 'no-guardian' as const, sitterId: id })),
  ...sitters
    .filter(
      ({ isFlashSensitive, lookIds }) =>
        isFlashSensitive && looks.ids.some((id, index) => lookIds.includes(id) && looks.isFlash[index]),
    )
    .map(({ id }) => ({ kind: 'flash-sensitive' as const, sitterId: id })),
  ...sitters
    .filter(({ lookIds }) => !lookIds.some(id => looks.ids.includes(id)))
    .map(({ id }) => ({ kind: 'nothing-wanted' as const, sitterId: id })),
]

/**
 * The day as it will go: set-up, each sitter's looks in the order of fewest changes, breaks between looks, strike.
 * @param standing where the day is already; from its beginning where it is not given
 */
export const planDay = (day: Day, looks: DayLooks, standing?: Standing): DayPlan => {
  const sitters = inOrderOfArrival(day.sitters)
  const { turns, broken } = turnsOf(day, looks, sitters, standing?.lookId)
  const pace = standing?.pace ?? 1
  const slots: Slot[] = []
  const conflicts: DayConflict[] = [
    ...breakConflicts(day),
    ...cautions(sitters, looks),
    ...broken.map(sitterId => ({ kind: 'no-order' as const, sitterId })),
  ]
  let now = standing?.at ?? day.startsAt
  const put = (minutes: number, slot: Unplaced) => {
    if (minutes <= 0) return
    slots.push({ ...slot, startsAt: now, minutes } as Slot)
    now += minutes
  }
  // Of the rest of a day, breaks that have gone by are not missing.
  const gone = standing ? [] : day.breaks.filter(({ at, minutes }) => at + minutes <= now)
  const breaks = day.breaks.filter(({ at, minutes }) => at + minutes > now).toSorted((a, b) => a.at - b.at)
  /** Set-up and rehearsal stop for a break and go on after it. */
  const putAroundBreaks = (minutes: number, slot: Unplaced) => {
    let left = minutes
    while (breaks[0] && breaks[0].at < now + left) {
      const { id, at, minutes: length } = breaks.shift()!
      const before = Math.max(0, at - now)
      put(before, slot)
      left -= before
      put(length, { kind: 'break', breakId: id })
    }
    put(left, slot)
  }
  if (!standing) {
    putAroundBreaks(day.setUpMinutes, { kind: 'set-up' })
    putAroundBreaks(day.rehearsalMinutes, { kind: 'rehearsal' })
  }
  /** Takes a break where the next piece of work would come further past its time than the break now lies before it. */
  const breakBefore = (work: number) => {
    while (breaks[0] && (now >= breaks[0].at || breaks[0].at - now < now + work - breaks[0].at)) {
      const { id, at, minutes } = breaks.shift()!
      const late = now - at
      if (Math.abs(late) > BREAK_FREE) conflicts.push({ kind: 'break-moved', breakId: id, minutes: late })
      put(minutes, { kind: 'break', breakId: id })
    }
  }
  let last = standing?.lookId ?? null
  turns.forEach(({ sitter, lookIds }, turn) => {
    if (turn > 0) now += day.spareMinutes
    lookIds.forEach((lookId, index) => {
      const change = pace * minutesBefore(looks, last, lookId, sitter.id)
      const work = pace * sitter.minutesPerLook
      breakBefore(change + work)
      put(change, { kind: 'change', fromId: last, lookId, sitterId: sitter.id })
      if (index === 0 && sitter.arrivesAt !== null) {
        const early = sitter.arrivesAt - now
        // A break that falls into the time nobody is there for takes it up.
        if (early > 0 && breaks[0] && breaks[0].at < sitter.arrivesAt) {
          put(Math.max(0, breaks[0].at - now), { kind: 'wait' })
          breakBefore(work)
        }
        if (sitter.arrivesAt > now) {
          if (sitter.arrivesAt - now > WAIT_FREE)
            conflicts.push({ kind: 'set-waits', sitterId: sitter.id, minutes: sitter.arrivesAt - now })
          put(sitter.arrivesAt - now, { kind: 'wait' })
        } else if (now - sitter.arrivesAt > WAIT_FREE)
          conflicts.push({
            kind: 'sitter-waits',
            sitterId: sitter.id,
            minutes: now - sitter.arrivesAt,
            behindId: turns[turn - 1]?.sitter.id ?? null,
          })
      }
      put(work, { kind: 'look', lookId, sitterId: sitter.id })
      last = lookId
    })
  })
  conflicts.push(...[...gone, ...breaks].map(({ id }) => ({ kind: 'break-not-taken' as const, breakId: id })))
  put(day.strikeMinutes, { kind: 'strike' })
  if (now > day.endsAt + 0.5 && day.endsAt > day.startsAt)
    conflicts.push({ kind: 'ends-late', minutes: now - day.endsAt })
  if (now > DAY) conflicts.push({ kind: 'past-midnight', minutes: now - DAY })
  const sumOf = (kind: Slot['kind']) =>
    slots.filter(slot => slot.kind === kind).reduce((sum, { minutes }) => sum + minutes, 0)
  return { slots, endsAt: now, changeMinutes: sumOf('change'), waitMinutes: sumOf('wait'), conflicts }
}

/** How this team's minutes run against planned ones: 1.1 for a tenth longer; from what was done so far. */
export const paceOf = (done: Day['done']): number => {
  const real = done.filter(({ state }) => state === 'done')
  const planned = real.reduce((sum, { plannedMinutes }) => sum + plannedMinutes, PRIOR_MINUTES)
  const took = real.reduce((sum, { tookMinutes }) => sum + tookMinutes, PRIOR_MINUTES)
  return Math.min(2.5, Math.max(0.4, took / planned))
}

/** The day without what is done or skipped already. */
export const leftOf = (day: Day): Day => ({
  ...day,
  sitters: day.sitters
    .map(sitter => ({
      ...sitter,
      lookIds: sitter.lookIds.filter(
        lookId => !day.done.some(one => one.sitterId === sitter.id && one.lookId === lookId),
      ),
    }))
    .filter(({ lookIds }) => lookIds.length > 0),
})

/** The rest of a day from now on, by the pace so far; breaks that have gone by are not made up for. */
export const planRest = (day: Day, looks: DayLooks, at: number): DayPlan => {
  const last = day.done.filter(({ state }) => state === 'done').at(-1)
  const left = leftOf(day)
  // Whoever has begun is there.
  const begun = new Set(day.done.map(({ sitterId }) => sitterId))
  const sitters = left.sitters.map(sitter => (begun.has(sitter.id) ? { ...sitter, arrivesAt: null } : sitter))
  const first = last && sitters.find(({ id }) => id === last.sitterId)
  return planDay(
    {
      ...left,
      sitters: first ? [first, ...inOrderOfArrival(sitters).filter(({ id }) => id !== first.id)] : sitters,
      breaks: left.breaks.filter(one => one.at + one.minutes > at),
    },
    looks,
    { at, lookId: last?.lookId, pace: paceOf(day.done) },
  )
}

/** What can be given up to be on time again, and the minutes that the day ends earlier for it. */
export type Saving =
  | { kind: 'drop-look'; sitterId: string; lookId: string; minutes: number }
  | { kind: 'shorten-break'; breakId: string; toMinutes: number; minutes: number }
  | { kind: 'no-spare'; minutes: number }

/** What would bring a late day back, the smallest loss that is enough first; empty where the day ends in time. */
export const savingsOf = (day: Day, looks: DayLooks, at: number): Saving[] => {
  const plan = planRest(day, looks, at)
  const late = plan.endsAt - day.endsAt
  if (late <= 0) return []
  const gained = (changed: Day) => plan.endsAt - planRest(changed, looks, at).endsAt
  const left = leftOf(day)
  const savings: Saving[] = [
    ...(day.spareMinutes > 0 ? [{ kind: 'no-spare' as const, minutes: gained({ ...day, spareMinutes: 0 }) }] : []),
    ...day.breaks
      .filter(one => one.at > at && one.minutes > SHORTEST_BREAK)
      .map(one => ({
        kind: 'shorten-break' as const,
        breakId: one.id,
        toMinutes: SHORTEST_BREAK,
        minutes: gained({
          ...day,
          breaks: day.breaks.map(other => (other.id === one.id ? { ...one, minutes: SHORTEST_BREAK } : other)),
        }),
      })),
    ...inOrderOfArrival(left.sitters)
      .filter(({ lookIds }) => lookIds.length > 1)
      .slice(0, SITTERS_TRIED)
      .flatMap(sitter =>
        sitter.lookIds.map(lookId => ({
          kind: 'drop-look' as const,
          sitterId: sitter.id,
          lookId,
          minutes: gained({
            ...day,
            sitters: day.sitters.map(one =>
              one.id === sitter.id ? { ...one, lookIds: one.lookIds.filter(id => id !== lookId) } : one,
            ),
          }),
        })),
      ),
  ]
  const isEnough = ({ minutes }: Saving) => minutes >= late - 0.5
  return savings
    .filter(({ minutes }) => minutes > 0.5)
    .toSorted(
      (a, b) =>
        Number(isEnough(b)) - Number(isEnough(a)) || (isEnough(a) ? a.minutes - b.minutes : b.minutes - a.minutes),
    )
}
