import { copyName } from './copyName'
import { checkSet, parseSetFile, writeSetFile, type SetFile } from '#core/formats/setFile'
import { salvageSet } from '#core/formats/salvage'
import type { StudioSet } from '#core/model/schema'
import { err, ok, type Outcome } from '#core/shared/outcome'
import { historyFrom, NO_HISTORY, type History } from '../document/history'
import { bytesFromBase64, base64FromBytes } from '../support/base64'
import { mediaType } from '../support/mediaType'
import { headOf, type Database, type Picture, type PictureRow, type SetHead, type SetRow } from './database'
import { createIdentity } from './identity'
import { isRecord } from '#core/shared/isRecord'
import { fileTold, salvageTold } from '#wording/refusals/told'
import { leftOutOfSetWords } from '#wording/refusals/files'

/**
 * A set with the revision it was read at (a save names it, so that another tab's work is never overwritten), its
 * history, and what
 * of a damaged one was left out.
 */
export type OpenedSet = { set: StudioSet; revision: number; history: History; leftOut: readonly string[] }

/** A set as lists show it. */
export type SetSummary = SetHead

/** A set as a file's text, and how many of its older pictures did not fit. */
export type SetText = { text: string; leftOut: number }

/**
 * How a save ended. Nothing was written unless it says saved: `conflict` another tab was there first, `deleted` it
 * lies in the bin,
 * `missing` its row is gone, `lost` the whole database is not the one that was opened.
 */
export type Written = { kind: 'saved'; revision: number } | { kind: 'conflict' | 'deleted' | 'missing' | 'lost' }

/** Pictures in one file at most; what is opened again may not be much larger. */
const MOST_CARRIED_BYTES = 100_000_000
/** A deleted set lies in the bin this long. */
export const BIN_DAYS = 30
const DAY_MS = 24 * 60 * 60 * 1000

const GONE = 'This set is not in this browser any more.'

const rowOf = (set: StudioSet, revision: number, history: History = NO_HISTORY): SetRow => ({
  id: set.id,
  name: set.name,
  updatedAt: new Date().toISOString(),
  revision,
  document: set,
  doneStep: history.steps[history.done - 1]?.id ?? 0,
})

const pictureRow = (setId: string, frameId: string, { bytes, type, preview }: Picture): PictureRow => ({
  id: `${setId}/${frameId}`,
  setId,
  bytes,
  type,
  at: new Date().toISOString(),
  ...(preview ? { preview } : {}),
})

/** The sets kept in the browser. */
export const createLibrary = (database: Database) => {
  const identity = createIdentity(database)
  const { sets, heads, steps, pictures, preferences } = database

  /** Writes a row and its head, inside a transaction that has both. */
  const putRow = async (row: SetRow) => {
    await sets.put(row)
    await heads.put(headOf(row))
  }

  /** Inside a transaction: an id that nothing in the library or in the bin has. */
  const freeId = async (wanted: string): Promise<string> => {
    const base = wanted.slice(0, 50).replace(/-\d+$/, '')
    for (let number = 2, id = wanted; ; number += 1) {
      if (!(await sets.get(id))) return id
      id = `${base}-${number}`
    }
  }

  /** Brings a set back as its second copy has it, where its row is gone; answers whether it was. */
  const bringBack = (row: SetRow): Promise<boolean> =>
    database.transaction('rw', [sets, heads], async () => {
      if (await sets.get(row.id)) return false
      await putRow({ ...row, isBroughtBack: true })
      return true
    })

  /** Rows without a head (whatever became of it) get one, and heads without a row go. */
  const mendHeads = (): Promise<void> =>
    database.transaction('rw', [sets, heads], async () => {
      const [rows, known] = [
        new Set(await sets.toCollection().primaryKeys()),
        new Set(await heads.toCollection().primaryKeys()),
      ]
      for (const id of rows) if (!known.has(id)) await heads.put(headOf((await sets.get(id))!))
      await heads.bulkDelete([...known].filter(id => !rows.has(id)))
    })

  const list = async (): Promise<SetSummary[]> =>
    (await heads.toArray())
      .filter(({ deletedAt }) => deletedAt === undefined)
      .sort((a, b) => b.updatedAt.localeCompare(a.updatedAt))

  const binned = async (): Promise<SetSummary[]> =>
    (await heads.toArray())
      .filter(({ deletedAt }) => deletedAt !== undefined)
      .sort((a, b) => b.deletedAt!.localeCompare(a.deletedAt!))

  const historyOf = async (row: SetRow): Promise<History> =>
    historyFrom(
      (await steps.where({ setId: row.id }).toArray()).map(({ setId: _setId, ...step }) => step),
      row.doneStep ?? 0,
    )

  /** A set as it lies there, to be looked at; undefined where it is gone or damaged. Nothing is written. */
  const peek = async (id: string): Promise<StudioSet | undefined> => {
    const row = await sets.get(id)
    const checked = row && row.deletedAt === undefined ? checkSet(row.document) : undefined
    return checked?.ok ? checked.value : undefined
  }

  /** Opens a set. Damaged parts are left out and named; what was stored stays beside it as it was. */
  const open = (id: string): Promise<Outcome<OpenedSet>> =>
    database.transaction('rw', [sets, heads, steps], async () => {
      const row = await sets.get(id)
      if (!row || row.deletedAt !== undefined) return err(GONE)
      const checked = checkSet(row.document)
      if (checked.ok && checked.value.id === id)
        return ok({ set: checked.value, revision: row.revision, history: await historyOf(row), leftOut: [] })
      const { name } = headOf(row)
      const saved = salvageTold(salvageSet(isRecord(row.document) ? { ...row.document, id } : row.document, id, name))
      if (!saved.ok)
        return err(
          `"${name}" cannot be opened: ${saved.message} It is kept as it is; download it from the list of sets to look inside.`,
        )
      const revision = (Number.isInteger(row.revision) ? row.revision : 0) + 1
      // Its steps were made on what was stored; they do not fit what is left.
      await steps.where({ setId: id }).delete()
      await putRow({ ...rowOf(saved.value.set, revision), original: row.original ?? row.document })
      return ok({
        set: saved.value.set,
        revision,
        history: NO_HISTORY,
        leftOut: saved.value.leftOut.map(leftOutOfSetWords),
      })
    })

  /** Writes a history beside its set: what is new is added, what is gone is deleted. */
  const putSteps = async (setId: string, history: History) => {
    const known = new Set((await steps.where({ setId }).primaryKeys()).map(([, id]) => id))
    const wanted = new Set(history.steps.map(({ id }) => id))
    await steps.bulkDelete([...known].filter(id => !wanted.has(id)).map(id => [setId, id] as [string, number]))
    await steps.bulkPut(history.steps.filter(({ id }) => !known.has(id)).map(step => ({ ...step, setId })))
  }

  /** Saves over the revision that the caller knows, with its history, in one transaction. */
  const save = (set: StudioSet, knownRevision: number, history: History = NO_HISTORY): Promise<Written> =>
    database.transaction('rw', [sets, heads, steps, preferences], async () => {
      if (!(await identity.holds())) return { kind: 'lost' } as const
      const row = await sets.get(set.id)
      if (!row) return { kind: 'missing' } as const
      if (row.deletedAt !== undefined) return { kind: 'deleted' } as const
      if (row.revision !== knownRevision) return { kind: 'conflict' } as const
      await putRow({
        ...rowOf(set, knownRevision + 1, history),
        ...(row.original === undefined ? {} : { original: row.original }),
      })
      await putSteps(set.id, history)
      return { kind: 'saved', revision: knownRevision + 1 } as const
    })

  /**
   * Adds a set under a free id, with pictures and a history, and answers it. The id is asked for and taken in one
   * transaction.
   */
  const add = (
    set: StudioSet,
    files: Readonly<Record<string, Picture>> = {},
    history: History = NO_HISTORY,
  ): Promise<OpenedSet> =>
    database.transaction('rw', [sets, heads, steps, pictures], async () => {
      const added = { ...set, id: await freeId(set.id) }
      await putRow(rowOf(added, 1, history))
      await pictures.bulkPut(Object.entries(files).map(([id, picture]) => pictureRow(added.id, id, picture)))
      await putSteps(added.id, history)
      return { set: added, revision: 1, history, leftOut: [] }
    })

  const picturesOf = async (setId: string): Promise<Record<string, Picture>> =>
    Object.fromEntries((await pictures.where({ setId }).toArray()).map(row => [row.id.slice(setId.length + 1), row]))

  /** Adds a set with the pictures of another: what goes on beside a version that another tab saved, or a copy. */
  const addBeside = (set: StudioSet, fromId: string, history: History = NO_HISTORY): Promise<OpenedSet> =>
    database.transaction('rw', [sets, heads, steps, pictures], async () => add(set, await picturesOf(fromId), history))

  /**
   * Writes a set again whose row went missing: under its own id where that is free, or holds what a second copy
   * brought back that is
   * no newer than what the caller knew; else beside what is there. Second copies are brought back before: their sets
   * keep their ids.
   */
  const retake = (set: StudioSet, knownRevision: number, history: History): Promise<OpenedSet> =>
    database.transaction('rw', [sets, heads, steps, pictures], async () => {
      const row = await sets.get(set.id)
      const isOwnCopy = row?.isBroughtBack && row.revision <= knownRevision + 1
      if (row && !isOwnCopy) return addBeside(set, set.id, history)
      const revision = Math.max(row?.revision ?? 0, knownRevision) + 1
      await putRow(rowOf(set, revision, history))
      await putSteps(set.id, history)
      return { set, revision, history, leftOut: [] }
    })

  /**
   * Puts a set into the bin; other tabs see it at once. Answers its name, or undefined where it is not on the library.
   */
  const remove = (id: string): Promise<string | undefined> =>
    database.transaction('rw', [sets, heads], async () => {
      const row = await sets.get(id)
      if (!row || row.deletedAt !== undefined) return undefined
      await putRow({ ...row, deletedAt: new Date().toISOString() })
      return headOf(row).name
    })

  /** Takes a set out of the bin. Its id was never given to another, so that nothing is overwritten. */
  const restore = (id: string): Promise<boolean> =>
    database.transaction('rw', [sets, heads], async () => {
      const row = await sets.get(id)
      if (!row || row.deletedAt === undefined) return false
      const { deletedAt: _deletedAt, ...kept } = row
      await putRow(kept)
      return true
    })

  /**
   * Deletes sets of the bin for good, with pictures and history; all of them, or those that have lain there long
   * enough. Answers their ids.
   */
  const emptyBin = (olderThan = Date.now() - BIN_DAYS * DAY_MS): Promise<string[]> =>
    database.transaction('rw', [sets, heads, steps, pictures], async () => {
      const ids = (await heads.toArray())
        .filter(({ deletedAt }) => deletedAt !== undefined && !(Date.parse(deletedAt) > olderThan))
        .map(({ id }) => id)
      await sets.bulkDelete(ids)
      await heads.bulkDelete(ids)
      for (const setId of ids) {
        await steps.where({ setId }).delete()
        await pictures.where({ setId }).delete()
      }
      return ids
    })

  /** Renames a set that is not open. A damaged document is left as it is; the list shows the new name. */
  const rename = (id: string, name: string): Promise<void> =>
    database.transaction('rw', [sets, heads], async () => {
      const row = await sets.get(id)
      if (row)
        await putRow({
          ...row,
          name,
          document: isRecord(row.document) ? { ...row.document, name } : row.document,
          revision: row.revision + 1,
        })
    })

  const duplicate = async (id: string): Promise<Outcome<OpenedSet>> => {
    const row = await sets.get(id)
    const checked = row && checkSet(row.document)
    if (!row || !checked) return err(GONE)
    if (!checked.ok)
      return err(
        `"${headOf(row).name}" is damaged and cannot be copied as it is. Open it first; then copy what could be saved.`,
      )
    const taken = (await heads.toArray()).map(({ name }) => name)
    return ok(await addBeside({ ...checked.value, name: copyName(checked.value.name, taken) }, id))
  }

  /**
   * The set as a file's text, with the newest pictures that fit: as the caller has it open, or as it lies. What
   * cannot be read is written as it lies.
   */
  const exportFile = async (
    id: string,
    open?: StudioSet,
    mostBytes = MOST_CARRIED_BYTES,
  ): Promise<Outcome<SetText>> => {
    const row = await sets.get(id)
    if (!row && !open) return err(GONE)
    const newest = (await pictures.where({ setId: id }).toArray()).sort((a, b) =>
      String(b.at).localeCompare(String(a.at)),
    )
    let bytes = 0
    const carried = newest.filter(picture => (bytes += picture.bytes.byteLength) <= mostBytes)
    const files = Object.fromEntries(
      carried.map(picture => [picture.id.slice(id.length + 1), base64FromBytes(picture.bytes)]),
    )
    // A checked set has its fields in the order of the schema, so that equal sets make equal files.
    const checked = checkSet(open ?? row!.document)
    return ok({
      text: writeSetFile(checked.ok ? checked.value : ((open ?? row!.document) as StudioSet), files),
      leftOut: newest.length - carried.length,
    })
  }

  /** What was stored before damaged parts were left out, or what lies there now, as text. */
  const originalText = async (id: string): Promise<Outcome<string>> => {
    const row = await sets.get(id)
    if (!row) return err(GONE)
    const stored = row.original ?? row.document
    return ok(typeof stored === 'string' ? stored : (JSON.stringify(stored, null, 2) ?? 'undefined'))
  }

  /** Lets what was stored before damaged parts were left out go. */
  const dropOriginal = (id: string): Promise<void> =>
    database.transaction('rw', [sets, heads], async () => {
      const row = await sets.get(id)
      if (!row) return
      const { original: _original, ...kept } = row
      await putRow(kept)
    })

  /** Puts a sound document in the place of a row's, whatever lies there; what lay there stays as its original. */
  const replace = (set: StudioSet): Promise<void> =>
    database.transaction('rw', [sets, heads, steps], async () => {
      const row = await sets.get(set.id)
      await steps.where({ setId: set.id }).delete()
      await putRow({
        ...rowOf(set, (row && Number.isInteger(row.revision) ? row.revision : 0) + 1),
        ...(row ? { original: row.original ?? row.document } : {}),
      })
    })

  const importFile = async (text: string): Promise<Outcome<OpenedSet>> => {
    const file: Outcome<SetFile> = fileTold(parseSetFile(text))
    if (!file.ok) return file
    const files = Object.entries(file.value.pictures).map(([key, base64]) => {
      const bytes = bytesFromBase64(base64)
      return [key, { bytes, type: mediaType(bytes) }] as const
    })
    return ok(await add(file.value.set, Object.fromEntries(files)))
  }

  const putPicture = (setId: string, frameId: string, picture: Picture) =>
    pictures.put(pictureRow(setId, frameId, picture))

  const picture = async (setId: string, frameId: string): Promise<Picture | undefined> =>
    pictures.get(`${setId}/${frameId}`)

  return {
    identity,
    mendHeads,
    bringBack,
    list,
    binned,
    open,
    peek,
    save,
    add,
    addBeside,
    retake,
    remove,
    restore,
    emptyBin,
    rename,
    duplicate,
    exportFile,
    originalText,
    dropOriginal,
    replace,
    importFile,
    putPicture,
    picture,
  }
}

/** All sets that are stored, and what can be done with them. */
export type Library = ReturnType<typeof createLibrary>
