import ICAL from 'ical.js'
import { formatClock } from '../looks/clock'

/** One entry of a calendar: minutes since midnight of the day, and what it says. */
export type CalendarEntry = { id: string; startsAt: number; minutes: number; title: string; details: string }

const DAY = 24 * 60

/** RFC 5545 allows 75 octets a line; a line that goes on begins with a space, which the library does not count. */
ICAL.foldLength = 74

/** Text with line feeds alone: a calendar's text may not hold carriage returns (RFC 5545, section 3.3.11). */
const plainText = (text: string): string => text.replaceAll(/\r\n?/g, '\n')

const timeOn = (date: string, minutes: number): InstanceType<typeof ICAL.Time> => {
  const whole = Math.round(minutes)
  const time = ICAL.Time.fromDateTimeString(`${date}T${formatClock(whole)}:00`)
  time.adjust(Math.floor(whole / DAY), 0, 0, 0)
  return time
}

/**
 * A day as iCalendar (RFC 5545), written by a general-purpose library. Times float: they are those of the clock on
 * the wall, wherever the file is opened.
 * @param stamp when the file is written, ISO 8601
 */
export const writeDayCalendar = (
  name: string,
  date: string,
  entries: readonly CalendarEntry[],
  stamp: string,
): string => {
  const calendar = new ICAL.Component('vcalendar')
  calendar.updatePropertyWithValue('version', '2.0')
  calendar.updatePropertyWithValue('prodid', '-//Keen Tonal//Day//EN')
  calendar.updatePropertyWithValue('x-wr-calname', plainText(name))
  for (const { id, startsAt, minutes, title, details } of entries) {
    const event = new ICAL.Component('vevent')
    event.updatePropertyWithValue('uid', `${id}@keen-tonal`)
    event.updatePropertyWithValue('dtstamp', ICAL.Time.fromJSDate(new Date(stamp), true))
    event.updatePropertyWithValue('dtstart', timeOn(date, startsAt))
    event.updatePropertyWithValue('dtend', timeOn(date, startsAt + minutes))
    event.updatePropertyWithValue('summary', plainText(title))
    if (details !== '') event.updatePropertyWithValue('description', plainText(details))
    calendar.addSubcomponent(event)
  }
  return `${calendar.toString()}\r\n`
}
