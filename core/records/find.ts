import MiniSearch from 'minisearch'
import type { RecordHead } from './recordHead'

/** What a list of records is narrowed to; empty texts and null narrow nothing. */
export type RecordFilter = {
  text: string
  tone: 'white' | 'light' | 'mid' | 'dark' | 'black' | null
  backdrop: string
  modifier: string
  sitter: string
  isOnTarget: boolean | null
  leastRating: number
}

/** Orders of a list. */
export type RecordSort = 'newest' | 'oldest' | 'rating' | 'tone' | 'name'

/** Nothing is left out. */
export const NO_FILTER: RecordFilter = {
  text: '',
  tone: null,
  backdrop: '',
  modifier: '',
  sitter: '',
  isOnTarget: null,
  leastRating: 0,
}

/** Least pixel value of each tone, the lightest first; common practice, no source. */
const TONES = [
  ['white', 235],
  ['light', 160],
  ['mid', 90],
  ['dark', 30],
  ['black', 0],
] as const

/** The name of a backdrop's tone by its mean pixel value. */
export const toneName = (value: number): NonNullable<RecordFilter['tone']> =>
  TONES.find(([, least]) => value >= least)?.[0] ?? 'black'

const FIELDS = ['setName', 'lookName', 'sitter', 'headline', 'backdrop', 'lamps', 'modifiers', 'tags', 'notes', 'at']

/** A full-text index of records: words by their beginning, one letter in six may be wrong. */
export const createRecordIndex = () => {
  const index = new MiniSearch<RecordHead>({
    fields: FIELDS,
    extractField: (head, field) => {
      const value = head[field as keyof RecordHead]
      return Array.isArray(value) ? value.join(' ') : ((value ?? '') as string)
    },
    searchOptions: { prefix: true, fuzzy: 1 / 6, combineWith: 'AND', boost: { setName: 2, tags: 2 } },
  })
  return {
    put: (head: RecordHead) => {
      if (index.has(head.id)) index.replace(head)
      else index.add(head)
    },
    putAll: (heads: readonly RecordHead[]) => index.addAll(heads.filter(({ id }) => !index.has(id))),
    drop: (id: string) => {
      if (index.has(id)) index.discard(id)
    },
    /** Ids that a text finds, the best first. */
    search: (text: string): string[] => index.search(text).map(({ id }) => id as string),
  }
}

/** A full-text index of records. */
export type RecordIndex = ReturnType<typeof createRecordIndex>

const SORTS: Record<RecordSort, (a: RecordHead, b: RecordHead) => number> = {
  newest: (a, b) => b.at.localeCompare(a.at),
  oldest: (a, b) => a.at.localeCompare(b.at),
  rating: (a, b) => b.rating - a.rating || b.at.localeCompare(a.at),
  tone: (a, b) => (b.tone ?? -1) - (a.tone ?? -1),
  name: (a, b) => `${a.setName} ${a.lookName}`.localeCompare(`${b.setName} ${b.lookName}`),
}

/** Records that a filter lets through, in an order. */
export const foundRecords = (
  heads: readonly RecordHead[],
  index: RecordIndex,
  filter: RecordFilter,
  sort: RecordSort,
): RecordHead[] => {
  const text = filter.text.trim()
  const ids = text ? new Set(index.search(text)) : undefined
  return heads
    .filter(
      head =>
        (!ids || ids.has(head.id)) &&
        (filter.tone === null || (head.tone !== null && toneName(head.tone) === filter.tone)) &&
        (!filter.backdrop || head.backdrop === filter.backdrop) &&
        (!filter.modifier || head.modifiers.includes(filter.modifier)) &&
        (!filter.sitter || head.sitter === filter.sitter) &&
        (filter.isOnTarget === null || head.isOnTarget === filter.isOnTarget) &&
        head.rating >= filter.leastRating,
    )
    .toSorted(SORTS[sort])
}
