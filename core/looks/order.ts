import type { LookCondition } from '../model/daySchema'
import { MOST_EXACT, MOST_WAYS } from './thresholds'

/** What an order of looks has to keep to; looks by their number. */
export type OrderCondition =
  | { kind: 'first'; look: number }
  | { kind: 'last'; look: number }
  | { kind: 'before'; look: number; other: number }
  /** One right after the other, whichever comes first. */
  | { kind: 'together'; look: number; other: number }

/** An order, with the minutes that its changes take together. */
export type Ordered = {
  order: number[]
  minutes: number
  /** Whether no order takes fewer minutes; otherwise none takes fewer than `leastMinutes`. */
  isExact: boolean
  leastMinutes: number
}

/** Conditions on the order itself; what a look leaves behind only costs minutes. */
export const isOnOrder = (condition: LookCondition): condition is Exclude<LookCondition, { kind: 'dirties' }> =>
  condition.kind !== 'dirties'

/** Conditions between looks of a list of ids, by their numbers in it; those of other looks are left out. */
export const conditionsAmong = (conditions: readonly LookCondition[], ids: readonly string[]): OrderCondition[] =>
  conditions.filter(isOnOrder).flatMap((condition): OrderCondition[] => {
    const look = ids.indexOf(condition.lookId)
    if (look < 0) return []
    if (!('otherId' in condition)) return [{ kind: condition.kind, look }]
    const other = ids.indexOf(condition.otherId)
    return other < 0 ? [] : [{ kind: condition.kind, look, other }]
  })

/** Whether an order keeps to a condition. */
export const keepsTo = (order: readonly number[], condition: OrderCondition): boolean => {
  const at = (look: number) => order.indexOf(look)
  switch (condition.kind) {
    case 'first':
      return order[0] === condition.look
    case 'last':
      return order.at(-1) === condition.look
    case 'before':
      return at(condition.look) < at(condition.other)
    case 'together':
      return Math.abs(at(condition.look) - at(condition.other)) === 1
  }
}

/** Minutes of an order: of each change from one look to the next. */
export const minutesOfOrder = (minutes: readonly (readonly number[])[], order: readonly number[]): number =>
  order.slice(1).reduce((sum, look, index) => sum + minutes[order[index]!]![look]!, 0)

/** Whether a look may come next, after a set of looks (a bit for each) of which one was last. */
const mayFollow = (
  conditions: readonly OrderCondition[],
  { done, last, next, count }: { done: number; last: number; next: number; count: number },
): boolean =>
  conditions.every(condition => {
    const isDone = (look: number) => (done & (1 << look)) !== 0
    switch (condition.kind) {
      case 'first':
        return last < 0 ? next === condition.look : true
      case 'last':
        return next !== condition.look || done === (1 << count) - 1 - (1 << next)
      case 'before':
        return next !== condition.other || isDone(condition.look)
      case 'together': {
        const [a, b] = [condition.look, condition.other]
        // One of them was last and the other is still to come: it has to come now.
        if (last === a && !isDone(b)) return next === b
        if (last === b && !isDone(a)) return next === a
        return true
      }
    }
  })

type Table = { best: Float64Array; from: Int8Array; count: number }

/** The fewest minutes to each set of looks with each last one, from the looks given as first (Held and Karp, 1962). */
const tableFrom = (
  minutes: readonly (readonly number[])[],
  conditions: readonly OrderCondition[],
  firsts: readonly number[],
): Table => {
  const count = minutes.length
  const whole = (1 << count) - 1
  const best = new Float64Array((whole + 1) * count).fill(Number.POSITIVE_INFINITY)
  const from = new Int8Array((whole + 1) * count).fill(-1)
  for (const look of firsts)
    if (mayFollow(conditions, { done: 0, last: -1, next: look, count })) best[(1 << look) * count + look] = 0
  for (let done = 1; done <= whole; done++) {
    for (let last = 0; last < count; last++) {
      const so = best[done * count + last]!
      if (so === Number.POSITIVE_INFINITY) continue
      for (let next = 0; next < count; next++) {
        if (done & (1 << next)) continue
        const sum = so + minutes[last]![next]!
        const at = (done | (1 << next)) * count + next
        if (sum >= best[at]! || !mayFollow(conditions, { done, last, next, count })) continue
        best[at] = sum
        from[at] = last
      }
    }
  }
  return { best, from, count }
}

/** The whole order that ends with a look; undefined where none does. */
const orderEndingWith = ({ best, from, count }: Table, end: number): number[] | undefined => {
  let done = (1 << count) - 1
  if (best[done * count + end] === Number.POSITIVE_INFINITY) return undefined
  const order: number[] = []
  for (let last = end; last >= 0;) {
    order.unshift(last)
    const before = from[done * count + last]!
    done &= ~(1 << last)
    last = before
  }
  return order
}

const every = (count: number): number[] => Array.from({ length: count }, (_, look) => look)

const exactOrder = (
  minutes: readonly (readonly number[])[],
  conditions: readonly OrderCondition[],
): number[] | undefined => {
  const table = tableFrom(minutes, conditions, every(minutes.length))
  const orders = every(minutes.length).flatMap(end => {
    const order = orderEndingWith(table, end)
    return order ? [order] : []
  })
  return orders.reduce<number[] | undefined>(
    (least, order) => (!least || minutesOfOrder(minutes, order) < minutesOfOrder(minutes, least) ? order : least),
    undefined,
  )
}

/** An order from one look to another, with its minutes. */
export type Way = { order: number[]; minutes: number }

/** The shortest ways through all looks under conditions, one for each first and last look that there can be. */
export const waysThrough = (
  minutes: readonly (readonly number[])[],
  conditions: readonly OrderCondition[] = [],
): Way[] => {
  const count = minutes.length
  const way = (order: number[]): Way => ({ order, minutes: minutesOfOrder(minutes, order) })
  if (count <= MOST_WAYS)
    return every(count).flatMap(first => {
      const table = tableFrom(minutes, conditions, [first])
      return every(count).flatMap(end => {
        const order = orderEndingWith(table, end)
        return order ? [way(order)] : []
      })
    })
  const best = bestOrder(minutes, conditions)
  if (!best) return []
  const back = best.order.toReversed()
  return [way(best.order), ...(conditions.every(condition => keepsTo(back, condition)) ? [way(back)] : [])]
}

/** No order takes less: every look but the first is come to from somewhere. */
const leastPossible = (minutes: readonly (readonly number[])[]): number => {
  const cheapest = minutes.map((_, look) =>
    Math.min(...minutes.map((row, other) => (other === look ? Number.POSITIVE_INFINITY : row[look]!))),
  )
  return minutes.length < 2 ? 0 : cheapest.reduce((sum, one) => sum + one, 0) - Math.max(...cheapest)
}

/** Some order that keeps to all conditions, as the looks stand where that is free; undefined where there is none. */
const someOrder = (count: number, conditions: readonly OrderCondition[]): number[] | undefined => {
  const order: number[] = []
  const left = new Set(every(count))
  const partners = (look: number) => [
    ...new Set(
      conditions.flatMap(condition => {
        if (condition.kind !== 'together') return []
        if (condition.look === look) return [condition.other]
        return condition.other === look ? [condition.look] : []
      }),
    ),
  ]
  const isHeld = (look: number): boolean =>
    conditions.some(
      condition =>
        (condition.kind === 'before' && condition.other === look && left.has(condition.look)) ||
        (condition.kind === 'last' && condition.look === look && left.size > 1) ||
        (condition.kind === 'first' && condition.look !== look && order.length === 0),
    )
  const extend = (tries: { left: number }): boolean => {
    if (left.size === 0) return true
    tries.left -= 1
    if (tries.left < 0) return false
    const last = order.at(-1)
    const due = last === undefined ? [] : partners(last).filter(look => left.has(look))
    if (due.length > 1) return false
    for (const look of due.length === 1 ? due : [...left]) {
      if (isHeld(look)) continue
      left.delete(look)
      order.push(look)
      if (extend(tries)) return true
      order.pop()
      left.add(look)
    }
    return false
  }
  return extend({ left: 20_000 }) ? order : undefined
}

/** Takes runs of up to three looks to other places for as long as that saves minutes and keeps to the conditions. */
const improved = (
  minutes: readonly (readonly number[])[],
  conditions: readonly OrderCondition[],
  first: readonly number[],
): number[] => {
  let best = [...first]
  let least = minutesOfOrder(minutes, best)
  for (let isBetter = true; isBetter;) {
    isBetter = false
    for (let length = 1; length <= 3; length++) {
      for (let from = 0; from + length <= best.length; from++) {
        const rest = [...best.slice(0, from), ...best.slice(from + length)]
        const run = best.slice(from, from + length)
        for (let to = 0; to <= rest.length; to++) {
          for (const put of length > 1 ? [run, run.toReversed()] : [run]) {
            const order = [...rest.slice(0, to), ...put, ...rest.slice(to)]
            const sum = minutesOfOrder(minutes, order)
            if (sum >= least - 1e-9 || !conditions.every(condition => keepsTo(order, condition))) continue
            best = order
            least = sum
            isBetter = true
          }
        }
      }
    }
  }
  return best
}

/** From each look on always to the nearest that may come. */
const nearestFirst = (
  minutes: readonly (readonly number[])[],
  conditions: readonly OrderCondition[],
  start: number,
): number[] | undefined => {
  const order = [start]
  while (order.length < minutes.length) {
    const last = order.at(-1)!
    const next = minutes
      .map((_, look) => look)
      .filter(look => !order.includes(look))
      .toSorted((a, b) => minutes[last]![a]! - minutes[last]![b]!)[0]!
    order.push(next)
  }
  return conditions.every(condition => keepsTo(order, condition)) ? order : undefined
}

/**
 * The order of looks whose changes take the fewest minutes, under conditions; undefined where none keeps to all of
 * them.
 * @param minutes from each look (row) to each other (column)
 */
export const bestOrder = (
  minutes: readonly (readonly number[])[],
  conditions: readonly OrderCondition[] = [],
): Ordered | undefined => {
  const count = minutes.length
  const ended = (order: number[], isExact: boolean): Ordered => {
    const sum = minutesOfOrder(minutes, order)
    return { order, minutes: sum, isExact, leastMinutes: isExact ? sum : Math.min(sum, leastPossible(minutes)) }
  }
  if (count <= MOST_EXACT) {
    const order = exactOrder(minutes, conditions)
    return order && ended(order, true)
  }
  const plain = someOrder(count, conditions)
  if (!plain) return undefined
  const starts = minutes.flatMap((_, look) => {
    const order = nearestFirst(minutes, conditions, look)
    return order ? [order] : []
  })
  const candidates = [plain, ...starts]
    .toSorted((a, b) => minutesOfOrder(minutes, a) - minutesOfOrder(minutes, b))
    .slice(0, 4)
    .map(order => improved(minutes, conditions, order))
  const order = candidates.reduce((best, other) =>
    minutesOfOrder(minutes, other) < minutesOfOrder(minutes, best) ? other : best,
  )
  return ended(order, false)
}

/**
 * Conditions that cannot hold together, as few as say so: mostly two. Empty where some order keeps to all.
 * @param count how many looks there are
 */
export const contradiction = (count: number, conditions: readonly OrderCondition[]): OrderCondition[] => {
  const free = Array.from({ length: count }, () => Array.from({ length: count }, () => 0))
  const holds = (some: readonly OrderCondition[]) =>
    (count <= MOST_EXACT ? exactOrder(free, some) : someOrder(count, some)) !== undefined
  if (holds(conditions)) return []
  let core = [...conditions]
  for (const condition of conditions) {
    const without = core.filter(other => other !== condition)
    if (!holds(without)) core = without
  }
  return core
}
