import type { LineProblem, LineTrouble, TableKind, TableRefusal } from '#core/formats/tableIn'
import { counted, listed, plural, sentence } from '../language'
import { placedWords } from './misfits'

const TABLES: Record<TableKind, { none: string; items: string; holder: string }> = {
  readings: { none: 'no table of readings', items: 'readings', holder: 'a set' },
  patch: { none: 'no patch sheet', items: 'lamps', holder: 'a set' },
  sitters: { none: 'no list of sitters', items: 'sitters', holder: 'a day' },
}

/** Why a table is not taken at all. */
export const tableRefusedWords = (refusal: TableRefusal): string => {
  const { none, items, holder } = TABLES[refusal.table]
  switch (refusal.is) {
    case 'lacks-columns': {
      const { missing, columns } = refusal
      const others = columns.filter(column => !missing.includes(column))
      const lacks = `it lacks the ${plural(missing.length, 'column')} ${listed(missing)}`
      return `This is ${none}: ${lacks}. Other columns that are read: ${listed(others)}. Nothing was changed.`
    }
    case 'too-many-lines': {
      const { lines, least, most, there } = refusal
      const held = there > 0 ? `, of which ${there} ${plural(there, 'is', 'are')} there` : ''
      return `This table has ${lines ?? `more than ${least}`} lines, and ${holder} holds at most ${most} ${items}${held}. Nothing was changed; split it, or leave out what is not needed.`
    }
  }
}

const troubleWords = (trouble: LineTrouble): string => {
  switch (trouble.is) {
    case 'no-name':
      return 'there is no name'
    case 'not-a-flag':
      return 'minor, guardian and flash-sensitive are yes or no'
    case 'no-look':
      return `the set has no look "${trouble.text}"`
    case 'no-light':
      return `the set has no light "${trouble.text}"`
    case 'no-point':
      return `the set has no point "${trouble.text}"`
    case 'no-time':
      return `"${trouble.text}" is no time of a day`
    case 'no-minutes':
      return `"${trouble.text}" is no number of minutes from 0.5 to 240`
    case 'no-height':
      return `"${trouble.text}" is no height from 0.4 to 2.4 m`
    case 'no-curve':
      return `"${trouble.text}" is no dimmer curve: linear, square, or measured with shares from 0 to 1`
    case 'no-personality':
      return `"${trouble.text}" is no personality: ${trouble.known.join(', ')}`
    case 'flash':
      return `light ${trouble.name} is a flash head, for which there is no open standard`
    case 'misfit':
      return placedWords(trouble.misfit, 'the line')
  }
}

/** What is wrong with a line that was left out. */
export const lineProblemWords = ({ line, trouble }: LineProblem): string =>
  sentence(`Line ${line}: ${troubleWords(trouble)}`)

/** Lines named at most. */
const NAMED = 3

/** Lines of a table that were not taken in, the first of them with why. */
export const leftOutWords = (problems: readonly LineProblem[]): string => {
  const more = problems.length > NAMED ? ` And ${problems.length - NAMED} more.` : ''
  const said = `${counted(problems.length, 'line')} ${plural(problems.length, 'was', 'were')} left out.`
  return `${said} ${problems.slice(0, NAMED).map(lineProblemWords).join(' ')}${more}`
}
