import { checkSet } from '#core/formats/setFile'
import type { Copies } from './copies'
import type { Database } from './database'
import type { Library } from './library'

/** What a look over database and second copies found: sets brought back from their copies, by name. */
export type Reconciled = { broughtBack: { id: string; name: string; at: string }[] }

/**
 * Keeps second copies beside the database. A copy is only ever taken of a sound set, and never of an older revision
 * than it holds,
 * so that damage does not spread into it.
 */
export const createKeeper = (database: Database, library: Library, copies: Copies) => {
  const copyRow = async (id: string): Promise<boolean> => {
    const row = await database.sets.get(id)
    if (!row || !checkSet(row.document).ok) return false
    const kept = await copies.read(id)
    if (kept && kept.revision >= row.revision) return false
    await copies.write({ id, name: row.name, updatedAt: row.updatedAt, revision: row.revision, document: row.document })
    return true
  }

  /** Writes copies that are missing or old, and brings back sets of which only the copy is left. */
  const reconcile = async (): Promise<Reconciled> => {
    const broughtBack: Reconciled['broughtBack'] = []
    for (const id of await copies.ids()) {
      if (await database.sets.get(id)) continue
      const copy = await copies.read(id)
      const checked = copy && checkSet(copy.document)
      if (!copy || !checked?.ok) continue
      if (
        await library.bringBack({
          id,
          name: copy.name,
          updatedAt: copy.updatedAt,
          revision: copy.revision + 1,
          document: checked.value,
        })
      )
        broughtBack.push({ id, name: copy.name, at: copy.updatedAt })
    }
    for (const { id, revision } of await database.heads.toArray()) {
      // What has a copy of its revision is not read again.
      const kept = await copies.read(id)
      if (!kept || kept.revision < revision) await copyRow(id)
    }
    return { broughtBack }
  }

  /** The sound set that a copy holds, where it holds one, and of when it is. */
  const soundCopy = async (id: string) => {
    const copy = await copies.read(id)
    const checked = copy && checkSet(copy.document)
    return checked?.ok ? { set: checked.value, at: copy!.updatedAt } : undefined
  }

  /** Lets copies go, before their sets do: a set without a copy is no harm, a copy without a set comes back. */
  const forget = async (ids: readonly string[]): Promise<void> => {
    for (const id of ids) await copies.remove(id)
  }

  return { copyRow, reconcile, soundCopy, forget }
}

/** What keeps one value in storage and says when it could not. */
export type Keeper = ReturnType<typeof createKeeper>
