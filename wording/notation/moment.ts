import { LANGUAGE } from '../language'

const TIME = new Intl.DateTimeFormat(LANGUAGE, { hour: '2-digit', minute: '2-digit' })
const TO_SECOND = new Intl.DateTimeFormat(LANGUAGE, {
  day: 'numeric',
  month: 'short',
  hour: '2-digit',
  minute: '2-digit',
  second: '2-digit',
})
const WHOLE = new Intl.DateTimeFormat(LANGUAGE, { dateStyle: 'medium', timeStyle: 'short' })

/** When something was: a time of today `23:49`, to the second of this year `27 Nov, 23:50:36`, or whole. */
export const formatMoment = (at: string | Date, how: 'time' | 'to-second' | 'whole'): string => {
  const formats = { time: TIME, 'to-second': TO_SECOND, whole: WHOLE }
  return formats[how].format(new Date(at))
}
