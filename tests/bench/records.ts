import 'fake-indexeddb/auto'
import { openDatabase } from '../../app/storage/database'
import { createRecords } from '../../app/storage/records'
import { createRecordIndex, foundRecords, NO_FILTER } from '#core/records/find'
import { madeRecord } from '../support/madeRecord'
import { report } from './measure'

const COUNT = 2000
const WORDS = ['honey', 'almanac', 'winter', 'keeper', 'paper', 'felt', 'dawn', 'gloss']

/** A logbook of two thousand: listed, searched, one record opened; on a database in memory. */
export const measureRecords = async (): Promise<void> => {
  const records = createRecords(openDatabase('bench-records'))
  for (let number = 0; number < COUNT; number++)
    await records.keep(
      madeRecord(`record-${number}`, {
        at: new Date(Date.UTC(2026, 0, 1) + number * 3_600_000).toISOString(),
        sitter: `Keeper ${number % 40}`,
      }),
      undefined,
      {
        notes: `${WORDS[number % 8]} ${WORDS[(number >> 3) % 8]} ${number}`,
        tags: [WORDS[(number >> 6) % 8]!],
        rating: number % 6,
      },
    )
  const heads = await records.list()
  const index = createRecordIndex()
  const start = performance.now()
  index.putAll(heads)
  console.log(
    `Index of ${COUNT} records made once in ${Math.round(performance.now() - start)} ms (by the page, when the logbook is opened).\n`,
  )
  await report('Logbook of 2,000 records', [
    { name: 'listed', budgetMs: 100, run: () => records.list() },
    {
      name: 'searched',
      budgetMs: 50,
      run: () => foundRecords(heads, index, { ...NO_FILTER, text: 'honey keeper 12' }, 'newest'),
    },
    {
      name: 'filtered and ordered',
      run: () => foundRecords(heads, index, { ...NO_FILTER, leastRating: 3 }, 'tone'),
    },
    { name: 'a record opened and checked', budgetMs: 100, run: () => records.open('record-1234') },
  ])
}
