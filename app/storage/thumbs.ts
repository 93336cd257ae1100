import type { Database, ThumbRow } from './database'

/** Small pictures that lists show. Losing one costs nothing but the time to make it again, so no error is told. */
export const createThumbs = ({ thumbs }: Database) => ({
  put: async (row: ThumbRow): Promise<void> => {
    await thumbs.put(row).catch(() => undefined)
  },
  get: async (ids: readonly string[]): Promise<ThumbRow[]> =>
    (await thumbs.bulkGet([...ids]).catch(() => [])).flatMap(row => row ?? []),
  /** Deletes those whose ids begin so and are not among these. */
  keepOnly: async (start: string, ids: ReadonlySet<string>): Promise<void> => {
    const keys = await thumbs
      .where('id')
      .startsWith(start)
      .primaryKeys()
      .catch(() => [])
    await thumbs.bulkDelete(keys.filter(id => !ids.has(id))).catch(() => undefined)
  },
})

/** The small pictures as they are kept. */
export type Thumbs = ReturnType<typeof createThumbs>
