const DAY = 24 * 60

/** A time of the day as ISO 8601 writes it, `09:05`; minutes past midnight of the next day begin anew. */
export const formatClock = (minutes: number): string => {
  const whole = ((Math.round(minutes) % DAY) + DAY) % DAY
  return `${String(Math.floor(whole / 60)).padStart(2, '0')}:${String(whole % 60).padStart(2, '0')}`
}

/** Minutes since midnight of `9:05`, `09.05`, `905`, `9`, `9:05 pm`; undefined where it is no time of a day. */
export const parseClock = (text: string): number | undefined => {
  const found = /^\s*(\d{1,2})(?:[:.h ]?(\d{2}))?\s*(am|pm)?\s*$/i.exec(text)
  if (!found) return undefined
  const [, hours, minutes = '0', half] = found
  let hour = Number(hours)
  if (half) {
    if (hour < 1 || hour > 12) return undefined
    hour = (hour % 12) + (half.toLowerCase() === 'pm' ? 12 : 0)
  }
  return hour < 24 && Number(minutes) < 60 ? hour * 60 + Number(minutes) : undefined
}

/**
 * Minutes by which clocks jump between two times of a date where this program runs: 60 when they are put forward, -60
 * when they are put back, 0 on any other day.
 */
export const clockJump = (date: string, from: number, to: number): number => {
  const offsetAt = (minutes: number) =>
    new Date(`${date}T${formatClock(Math.min(minutes, DAY - 1))}:00`).getTimezoneOffset()
  return offsetAt(from) - offsetAt(to)
}
