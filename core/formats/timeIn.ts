/** Which of two figures of a date comes first. */
export type DateOrder = 'day-first' | 'month-first'

const ISO = /^\d{4}-\d\d-\d\dT\d\d:\d\d(?::\d\d(?:\.\d+)?)?(?:Z|[+-]\d\d:?\d\d)$/
const YEAR_FIRST = /^(\d{4})[-/.](\d{1,2})[-/.](\d{1,2})(?:[T ,]+(.+))?$/
const YEAR_LAST = /^(\d{1,2})([-/.])(\d{1,2})[-/.](\d{4})(?:[T ,]+(.+))?$/
const CLOCK = /^(\d{1,2})[:.](\d\d)(?:[:.](\d\d))?\s*(am|pm)?$/i

type Clock = { hour: number; minute: number; second: number }

const clockIn = (text: string | undefined): Clock | undefined => {
  if (text === undefined) return { hour: 0, minute: 0, second: 0 }
  const match = CLOCK.exec(text.trim())
  if (!match) return undefined
  const [hour, half] = [Number(match[1]), match[4]?.toLowerCase()]
  if (half && (hour < 1 || hour > 12)) return undefined
  const clock = {
    hour: half ? (hour % 12) + (half === 'pm' ? 12 : 0) : hour,
    minute: Number(match[2]),
    second: Number(match[3] ?? 0),
  }
  return clock.hour < 24 && clock.minute < 60 && clock.second < 60 ? clock : undefined
}

/** A moment by the clock of this place; undefined where there is no such day. */
const momentOf = (year: number, month: number, day: number, clock: Clock | undefined): string | undefined => {
  if (!clock) return undefined
  const at = new Date(year, month - 1, day, clock.hour, clock.minute, clock.second)
  return at.getMonth() === month - 1 && at.getDate() === day ? at.toISOString() : undefined
}

/** Which order a date shows by itself: where a figure is over 12, or points separate them, as only day first is. */
export const orderShown = (text: string): DateOrder | 'either' | undefined => {
  const match = YEAR_LAST.exec(text.trim())
  if (!match) return undefined
  const [first, second] = [Number(match[1]), Number(match[3])]
  if (match[2] === '.' || first > 12) return 'day-first'
  if (second > 12) return 'month-first'
  return first === second ? undefined : 'either'
}

/**
 * A moment as tables write it, as ISO 8601 in UTC; times without an offset are by the clock of this place. Undefined
 * where it is none.
 */
export const momentIn = (text: string, order: DateOrder): string | undefined => {
  const plain = text.trim()
  if (ISO.test(plain)) {
    const at = new Date(plain)
    return Number.isNaN(at.getTime()) ? undefined : at.toISOString()
  }
  const first = YEAR_FIRST.exec(plain)
  if (first) return momentOf(Number(first[1]), Number(first[2]), Number(first[3]), clockIn(first[4]))
  const last = YEAR_LAST.exec(plain)
  if (!last) return undefined
  const [one, other] = [Number(last[1]), Number(last[3])]
  const [day, month] = order === 'day-first' ? [one, other] : [other, one]
  return momentOf(Number(last[4]), month, day, clockIn(last[5]))
}
