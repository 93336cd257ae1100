import ICAL from 'ical.js'
import fc from 'fast-check'
import { describe, expect, it, vi } from 'vitest'
import { demoSet } from '../edits/demo'
import { clockJump, formatClock, parseClock } from '../looks/clock'
import { duplicateLook } from '../looks/lookEdits'
import { validationErrors } from '../validation/validation'
import { writeDayCalendar } from './dayCalendar'
import { parseSittersCsv } from './sittersCsv'
import { tableTold } from '#wording/refusals/told'
import { lineProblemWords } from '#wording/refusals/tables'

const set = duplicateLook(demoSet(), 'white', { name: 'Black' }).set
const read = (text: string) => {
  const outcome = tableTold(parseSittersCsv(text, set))
  if (!outcome.ok) throw new Error(outcome.message)
  return outcome.value
}

describe('a time of the day', () => {
  it('is read as it is written', () => {
    for (let minutes = 0; minutes < 1440; minutes++) expect(parseClock(formatClock(minutes))).toBe(minutes)
    expect(['9', '9.05', '0905', '9:05 pm', '12:30 am', '24:00', '9:75', 'noon', '13 pm', ''].map(parseClock)).toEqual([
      540,
      545,
      545,
      1265,
      30,
      undefined,
      undefined,
      undefined,
      undefined,
      undefined,
    ])
    expect(formatClock(1445)).toBe('00:05')
  })

  it('jumps only on the days on which clocks are changed', () => {
    // A summer that begins and ends on the last Sundays of March and October (European Union, 2000/84/EC).
    const [begins, ends] = [new Date(2026, 2, 29, 2).getTime(), new Date(2026, 9, 25, 3).getTime()]
    const winter = vi.spyOn(Date.prototype, 'getTimezoneOffset').mockImplementation(function (this: Date) {
      return this.getTime() >= begins && this.getTime() < ends ? -120 : -60
    })
    expect(clockJump('2026-03-29', 0, 600)).toBe(60)
    expect(clockJump('2026-10-25', 0, 600)).toBe(-60)
    expect(clockJump('2026-11-27', 0, 600)).toBe(0)
    winter.mockRestore()
  })
})

describe('a list of sitters', () => {
  it('is taken in with whatever it says, in any script', () => {
    const { set: taken, problems } = read(
      'Name,Looks,Minutes,Arrives,Height,Minor,Guardian,Flash sensitive,Notes\r\n' +
        'Sitter 4,Black; white,6,9:40,172 cm,yes,yes,no,"veil, smoker"\r\n' +
        '養蜂家 二,,,,,,,,\r\n' +
        "'=1+1,White,2.5,,1.6,x,,1,\r\n",
    )
    expect(problems).toEqual([])
    const [one, two, three] = taken.day.sitters
    expect(one).toMatchObject({
      name: 'Sitter 4',
      lookIds: ['look-2', 'white'],
      minutesPerLook: 6,
      arrivesAt: 580,
      heightM: 1.72,
      isMinor: true,
      hasGuardian: true,
      isFlashSensitive: false,
      notes: 'veil, smoker',
    })
    expect(two).toMatchObject({ name: '養蜂家 二', lookIds: ['white', 'look-2'], arrivesAt: null, heightM: null })
    expect(three).toMatchObject({
      name: '=1+1',
      heightM: 1.6,
      isMinor: true,
      hasGuardian: false,
      isFlashSensitive: true,
    })
    expect(validationErrors(taken)).toEqual([])
  })

  it('says which lines it leaves out and why, and takes the others', () => {
    const { taken, problems } = read(
      'name,looks,minutes,arrives,height,minor\nA,Blue,,,,\nB,,0,,,\nC,,,25:00,,\nD,,,,9 m,\nE,,,,,perhaps\n,,3,,,\nG,,,,,no\n',
    )
    expect(taken).toBe(1)
    expect(problems.map(lineProblemWords)).toEqual([
      'Line 2: the set has no look "Blue".',
      'Line 3: "0" is no number of minutes from 0.5 to 240.',
      'Line 4: "25:00" is no time of a day.',
      'Line 5: "9 m" is no height from 0.4 to 2.4 m.',
      'Line 6: minor, guardian and flash-sensitive are yes or no.',
      'Line 7: there is no name.',
    ])
  })

  it('is refused where it is none, or longer than a day', () => {
    for (const text of ['', 'who,when\nA,9', '\u0000\u0001'])
      expect(tableTold(parseSittersCsv(text, set))).toMatchObject({
        ok: false,
        message: expect.stringMatching(/lacks the column name/),
      })
    const long = `name\n${'A\n'.repeat(5000)}`
    expect(tableTold(parseSittersCsv(long, set))).toMatchObject({
      ok: false,
      message: expect.stringMatching(/at most 200 sitters/),
    })
  })
})

describe('a day as a calendar', () => {
  it('says what it was given when it is read back: times, words of any kind, past midnight', () => {
    fc.assert(
      fc.property(
        fc.array(
          fc.record({
            startsAt: fc.integer({ min: 0, max: 2000 }),
            minutes: fc.integer({ min: 1, max: 300 }),
            title: fc.string({ unit: 'grapheme', minLength: 1 }).filter(text => !/[\p{Cc}\p{Cs}]/u.test(text)),
            details: fc.constantFrom('', 'A, B; C\\D\nnext line', 'ä'.repeat(90), 'x'.repeat(200), 'one\rtwo\r\nthree'),
          }),
          { maxLength: 6 },
        ),
        list => {
          const entries = list.map((entry, index) => ({ ...entry, id: `e${index}` }))
          const text = writeDayCalendar('Almanac', '2026-12-31', entries, '2026-11-27T09:00:00Z')
          // RFC 5545, section 3.1: lines of at most 75 octets, ended by both characters and never by one.
          expect(text.split('\r\n').every(line => Buffer.byteLength(line) <= 75 && !line.includes('\r'))).toBe(true)
          const events = new ICAL.Component(ICAL.parse(text))
            .getAllSubcomponents('vevent')
            .map(one => new ICAL.Event(one))
          expect(events).toHaveLength(entries.length)
          for (const [index, event] of events.entries()) {
            const entry = entries[index]!
            expect(event.summary).toBe(entry.title)
            expect(event.description ?? '').toBe(entry.details.replaceAll(/\r\n?/g, '\n'))
            const midnight = ICAL.Time.fromDateTimeString('2026-12-31T00:00:00')
            expect(event.startDate.subtractDate(midnight).toSeconds()).toBe(entry.startsAt * 60)
            expect(event.endDate.subtractDate(event.startDate).toSeconds()).toBe(entry.minutes * 60)
          }
        },
      ),
      { numRuns: 60 },
    )
  })
})
