import { writeCsv } from '../formats/csvCells'
import type { PracticeResult } from './results'

/** Columns of a table of results. */
const RESULT_COLUMNS = ['at', 'collection', 'number', 'exercise', 'level', 'seed', 'score', 'off', 'seconds'] as const

/** Results as CSV (RFC 4180). */
export const writeResultsCsv = (results: readonly PracticeResult[]): string =>
  writeCsv(
    RESULT_COLUMNS,
    results.map(({ at, from, off, score, seconds, ...ref }) => [
      at,
      from?.title ?? '',
      from ? String(from.number + 1) : '',
      ref.skill,
      String(ref.level),
      String(ref.seed),
      String(Number(score.toFixed(3))),
      off === null ? '' : String(Number(off.toFixed(3))),
      String(Math.round(seconds)),
    ]),
  )
