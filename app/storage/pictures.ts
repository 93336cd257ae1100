import type { Database } from './database'

/** Pictures that lie in this browser: how many, and how many bytes. */
export type PictureUse = { count: number, bytes: number }

/** What this browser holds and may hold, bytes; undefined where it does not say. */
export type StorageRoom = { usedBytes: number, mostBytes: number } | undefined

/** Over this share of what the browser gives, clean-up is offered. */
export const NEARLY_FULL = 0.8

/** The room that pictures take, and how to make more. */
export const createPictureRoom = (database: Database) => {
  const use = async (): Promise<PictureUse> => {
    let [count, bytes] = [0, 0]
    await database.pictures.each((row) => {
      count++
      bytes += row.bytes.byteLength
    })
    return { count, bytes }
  }

  const room = async (): Promise<StorageRoom> => {
    const estimate = await globalThis.navigator?.storage?.estimate?.()
    return estimate?.usage !== undefined && estimate.quota ? { usedBytes: estimate.usage, mostBytes: estimate.quota } : undefined
  }

  /** Keeps the newest pictures of each set; the older ones go, what was read from them stays. Answers what was freed. */
  const keepNewest = (most: number, setId?: string): Promise<PictureUse> => database.transaction('rw', database.pictures, async () => {
    const rows = (await database.pictures.orderBy('at').reverse().toArray()).filter(row => setId === undefined || row.setId === setId)
    const kept = new Map<string, number>()
    const old = rows.filter((row) => {
      kept.set(row.setId, (kept.get(row.setId) ?? 0) + 1)
      return kept.get(row.setId)! > most
    })
    await database.pictures.bulkDelete(old.map(({ id }) => id))
    return { count: old.length, bytes: old.reduce((sum, row) => sum + row.bytes.byteLength, 0) }
  })

  return { use, room, keepNewest }
}
