import Dexie from 'dexie'
import type { Database } from './database'

/** Pictures that lie in this browser: how many, and how many bytes. */
export type PictureUse = { count: number; bytes: number }

/** What this browser holds and may hold, bytes; undefined where it does not say. */
export type StorageRoom = { usedBytes: number; mostBytes: number } | undefined

/** Over this share of what the browser gives, clean-up is offered. */
export const NEARLY_FULL = 0.8

/** The room that pictures take, and how to make more. */
export const createPictureRoom = (database: Database) => {
  const use = async (): Promise<PictureUse> => {
    let [count, bytes] = [0, 0]
    await database.pictures.each(row => {
      count++
      bytes += row.bytes.byteLength
    })
    return { count, bytes }
  }

  const room = async (): Promise<StorageRoom> => {
    const estimate = await globalThis.navigator?.storage?.estimate?.()
    return estimate?.usage !== undefined && estimate.quota
      ? { usedBytes: estimate.usage, mostBytes: estimate.quota }
      : undefined
  }

  /**
   * Keeps the newest pictures of each set; the older ones go, what was read from them stays. Answers what was freed.
   */
  const keepNewest = (most: number, setId?: string): Promise<PictureUse> =>
    database.transaction('rw', database.pictures, async () => {
      const setIds = setId === undefined ? await database.pictures.orderBy('setId').uniqueKeys() : [setId]
      const old = (
        await Promise.all(
          setIds.map(async id =>
            (
              await database.pictures
                .where('[setId+at]')
                .between([id, Dexie.minKey], [id, Dexie.maxKey])
                .reverse()
                .primaryKeys()
            ).slice(most),
          ),
        )
      ).flat()
      let bytes = 0
      // Pictures are large: only those that go are looked at, one after another.
      await database.pictures
        .where('id')
        .anyOf(old)
        .each(row => {
          bytes += row.bytes.byteLength
        })
      await database.pictures.bulkDelete(old)
      return { count: old.length, bytes }
    })

  return { use, room, keepNewest }
}
