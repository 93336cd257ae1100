import { checkCollection, type Collection } from '#core/practice/collection'
import { soundResults, type PracticeResult } from '#core/practice/results'
import type { Copies } from './copies'
import type { Database } from './database'
import { unreadTold } from '#wording/refusals/told'

/** Results of practice in the order in which they were given, and collections of exercises. */
export const createPractice = ({ practiceResults, collections }: Database) => {
  /** Adds results; one that is here already is passed over, so that a write that is tried again adds nothing twice. */
  const add = (results: readonly PracticeResult[]): Promise<number> =>
    practiceResults.db.transaction('rw', practiceResults, async () => {
      const known = new Set(
        await practiceResults
          .where('id')
          .anyOf(results.map(({ id }) => id))
          .primaryKeys(),
      )
      const here = new Set((await practiceResults.bulkGet([...known])).map(row => row?.id))
      const fresh = results.filter(({ id }) => !here.has(id))
      await practiceResults.bulkAdd(fresh.map(result => ({ id: result.id, result })))
      return fresh.length
    })

  /** All that were given, and how many of them are damaged and were left out. */
  const all = async () => soundResults((await practiceResults.orderBy('n').toArray()).map(({ result }) => result))

  const clear = (): Promise<void> => practiceResults.clear()

  const putCollection = async (collection: Collection): Promise<void> => {
    await collections.put({ id: collection.id, at: new Date().toISOString(), collection })
  }
  const removeCollection = (id: string): Promise<void> => collections.delete(id)

  /** Collections, the newest first; those that cannot be read by their ids, with the reason. */
  const allCollections = async (): Promise<{ sound: Collection[]; damaged: { id: string; message: string }[] }> => {
    const rows = (await collections.toArray()).toSorted((a, b) => String(b.at).localeCompare(String(a.at)))
    const read = rows.map(({ id, collection }) => ({
      id,
      outcome: unreadTold(checkCollection(collection), 'collection'),
    }))
    return {
      sound: read.flatMap(({ outcome }) => (outcome.ok ? [outcome.value] : [])),
      damaged: read.flatMap(({ id, outcome }) => (outcome.ok ? [] : [{ id, message: outcome.message }])),
    }
  }

  return { add, all, clear, putCollection, removeCollection, allCollections }
}

/** What was practised, as it is kept. */
export type Practice = ReturnType<typeof createPractice>

const ID = 'practice'

/** The second copy of practice: results and collections in one file; brought back where the database lacks them. */
export const createPracticeKeeper = (practice: Practice, copies: Copies) => {
  const copy = async (): Promise<void> => {
    const [{ results }, { sound }] = [await practice.all(), await practice.allCollections()]
    const at = new Date().toISOString()
    await copies.write({
      id: ID,
      name: ID,
      updatedAt: at,
      revision: Date.parse(at),
      document: { results, collections: sound },
    })
  }

  /** Adds what only the copy holds, where the database holds nothing: what was deleted does not come back. */
  const reconcile = async (): Promise<number> => {
    const [{ results }, { sound }] = [await practice.all(), await practice.allCollections()]
    const kept = (await copies.read(ID))?.document as { results?: unknown; collections?: unknown } | undefined
    let broughtBack = 0
    if (results.length === 0 && Array.isArray(kept?.results))
      broughtBack += await practice.add(soundResults(kept.results).results)
    if (sound.length === 0 && Array.isArray(kept?.collections))
      for (const value of kept.collections) {
        const collection = checkCollection(value)
        if (!collection.ok) continue
        await practice.putCollection(collection.value)
        broughtBack += 1
      }
    if (results.length > 0 || sound.length > 0) await copy()
    return broughtBack
  }

  return { copy, reconcile }
}

/** What keeps the second copy of practice. */
export type PracticeKeeper = ReturnType<typeof createPracticeKeeper>
