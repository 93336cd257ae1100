import { ref, toRaw } from 'vue'
import { writeDayCalendar, type CalendarEntry } from '#core/formats/dayCalendar'
import { writeCsv } from '#core/formats/csvCells'
import { parseSittersCsv } from '#core/formats/sittersCsv'
import { textOf } from '#core/formats/textOf'
import { formatClock } from '#core/looks/clock'
import { counted } from '#wording/language'
import { leftOutWords } from '#wording/refusals/tables'
import { slotWords } from '#wording/day'
import { useDay } from '~/stores/day'
import { useStudio } from '~/stores/studio'
import { downloadText } from '~/support/download'
import { tableTold } from '#wording/refusals/told'

/** A list of sitters is no larger than this, bytes. */
const MOST_BYTES = 2_000_000

/** The day out to files that other programs read, and sitters in from a table. */
export const useDayFiles = () => {
  const studio = useStudio()
  const day = useDay()
  const done = ref('')
  const problem = ref('')

  const take = async (file: File) => {
    done.value = ''
    problem.value = ''
    const ticket = studio.ticket()
    if (file.size > MOST_BYTES) {
      problem.value = `"${file.name}" is larger than any list of sitters. Nothing was changed.`
      return
    }
    const outcome = tableTold(parseSittersCsv(textOf(new Uint8Array(await file.arrayBuffer())), toRaw(ticket.set)))
    if (!outcome.ok) {
      problem.value = outcome.message
      return
    }
    const { taken, problems, set: read } = outcome.value
    const kept = ticket.commit('This list', set => ({ ...set, day: { ...set.day, sitters: read.day.sitters } }))
    if (!kept.ok) {
      problem.value = kept.message
      return
    }
    done.value = `Took in ${counted(taken, 'sitter')} from "${file.name}".`
    if (problems.length > 0) problem.value = leftOutWords(problems)
  }

  const name = () => `${studio.stored.id}-day`
  const saveCalendar = () => {
    const date = studio.stored.day.date ?? new Date().toISOString().slice(0, 10)
    const entries = day.plan.slots
      .filter(({ kind }) => kind !== 'wait' && kind !== 'change')
      .map((slot, index): CalendarEntry => ({
        id: `${studio.stored.id}-${date}-${index}`,
        startsAt: slot.startsAt,
        minutes: slot.minutes,
        title: slotWords(studio.stored, slot),
        details: studio.stored.name,
      }))
    downloadText(
      writeDayCalendar(studio.stored.name, date, entries, new Date().toISOString()),
      `${name()}.ics`,
      'text/calendar',
    )
  }
  const saveTable = () =>
    downloadText(
      writeCsv(
        ['from', 'to', 'minutes', 'what'],
        day.plan.slots.map(slot => [
          formatClock(slot.startsAt),
          formatClock(slot.startsAt + slot.minutes),
          String(Math.round(slot.minutes * 10) / 10),
          slotWords(studio.stored, slot),
        ]),
      ),
      `${name()}.csv`,
      'text/csv',
    )

  return { take, saveCalendar, saveTable, done, problem }
}
