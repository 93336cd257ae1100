import { checkSet, parseSetFile, writeSetFile, type SetFile } from '#core/formats/setFile'
import type { StudioSet } from '#core/set/schema'
import { refused, understood, type Outcome } from '#core/units/outcome'
import { bytesFromBase64, base64FromBytes } from '../support/base64'
import { mediaType } from '../support/mediaType'
import type { Database, Picture, PictureRow, SetRow } from './database'

/** A set with the revision it was read at; a save names it, so that another tab's work is never overwritten. */
export type OpenedSet = { set: StudioSet, revision: number }

export type SetSummary = Pick<SetRow, 'id' | 'name' | 'updatedAt'>

/** Everything that belongs to a set, to put it back as it was. */
export type Bundle = { row: SetRow, pictures: PictureRow[] }

/** A set as a file's text, and how many of its older pictures did not fit. */
export type SetText = { text: string, leftOut: number }

/** Pictures in one file at most; what is opened again may not be much larger. */
const MOST_CARRIED_BYTES = 100_000_000

const rowOf = (set: StudioSet, revision: number): SetRow =>
  ({ id: set.id, name: set.name, updatedAt: new Date().toISOString(), revision, document: set })

const pictureRow = (setId: string, frameId: string, { bytes, type, preview }: Picture): PictureRow =>
  ({ id: `${setId}/${frameId}`, setId, bytes, type, at: new Date().toISOString(), ...preview ? { preview } : {} })

/** The sets kept in the browser. */
export const createShelf = (database: Database) => {
  const freeId = async (wanted: string): Promise<string> => {
    const base = wanted.slice(0, 50).replace(/-\d+$/, '')
    for (let number = 2, id = wanted; ; number += 1) {
      if (!await database.sets.get(id)) return id
      id = `${base}-${number}`
    }
  }

  const list = async (): Promise<SetSummary[]> =>
    (await database.sets.orderBy('updatedAt').reverse().toArray()).map(({ id, name, updatedAt }) => ({ id, name, updatedAt }))

  const open = async (id: string): Promise<Outcome<OpenedSet>> => {
    const row = await database.sets.get(id)
    if (!row) return refused('This set is not in this browser any more.')
    const checked = checkSet(row.document)
    return checked.ok
      ? understood({ set: checked.value, revision: row.revision })
      : refused(`"${row.name}" cannot be opened: ${checked.message} It is kept as it is; export it from the list of sets to look inside.`)
  }

  /** Saves over the revision that the caller knows; answers the new one, or undefined when another tab was there first. */
  const save = (set: StudioSet, knownRevision: number): Promise<number | undefined> =>
    database.transaction('rw', database.sets, async () => {
      const row = await database.sets.get(set.id)
      if (row && row.revision !== knownRevision) return undefined
      await database.sets.put(rowOf(set, knownRevision + 1))
      return knownRevision + 1
    })

  /** Adds a set under a free id and answers it. */
  const add = async (set: StudioSet, pictures: Readonly<Record<string, Picture>> = {}): Promise<OpenedSet> => {
    const added = { ...set, id: await freeId(set.id) }
    await database.transaction('rw', database.sets, database.pictures, async () => {
      await database.sets.put(rowOf(added, 1))
      await database.pictures.bulkPut(Object.entries(pictures).map(([id, picture]) => pictureRow(added.id, id, picture)))
    })
    return { set: added, revision: 1 }
  }

  const picturesOf = async (setId: string): Promise<Record<string, Picture>> =>
    Object.fromEntries((await database.pictures.where({ setId }).toArray()).map(row => [row.id.slice(setId.length + 1), row]))

  const remove = (id: string): Promise<Bundle | undefined> =>
    database.transaction('rw', database.sets, database.pictures, async () => {
      const row = await database.sets.get(id)
      if (!row) return undefined
      const pictures = await database.pictures.where({ setId: id }).toArray()
      await database.sets.delete(id)
      await database.pictures.where({ setId: id }).delete()
      return { row, pictures }
    })

  const restore = (bundle: Bundle): Promise<void> =>
    database.transaction('rw', database.sets, database.pictures, async () => {
      await database.sets.put(bundle.row)
      await database.pictures.bulkPut(bundle.pictures)
    })

  const rename = (id: string, name: string): Promise<number> =>
    database.sets.where({ id }).modify((row) => {
      row.name = name
      row.document = { ...row.document as object, name }
      row.revision += 1
    })

  const duplicate = async (id: string): Promise<Outcome<OpenedSet>> => {
    const opened = await open(id)
    if (!opened.ok) return opened
    const { set } = opened.value
    return understood(await add({ ...set, name: `${set.name} copy`.slice(0, 80) }, await picturesOf(id)))
  }

  /** The set as a file's text, with the newest pictures that fit. A set that cannot be opened is written as it lies. */
  const exportFile = async (id: string, mostBytes = MOST_CARRIED_BYTES): Promise<Outcome<SetText>> => {
    const row = await database.sets.get(id)
    if (!row) return refused('This set is not in this browser any more.')
    const newest = (await database.pictures.where({ setId: id }).toArray()).sort((a, b) => b.at.localeCompare(a.at))
    let bytes = 0
    const carried = newest.filter(picture => (bytes += picture.bytes.byteLength) <= mostBytes)
    const pictures = Object.fromEntries(carried.map(picture => [picture.id.slice(id.length + 1), base64FromBytes(picture.bytes)]))
    // A checked set has its fields in the order of the schema, so that equal sets make equal files.
    const checked = checkSet(row.document)
    return understood({ text: writeSetFile(checked.ok ? checked.value : row.document as StudioSet, pictures), leftOut: newest.length - carried.length })
  }

  const importFile = async (text: string): Promise<Outcome<OpenedSet>> => {
    const file: Outcome<SetFile> = parseSetFile(text)
    if (!file.ok) return file
    const pictures = Object.entries(file.value.pictures).map(([key, base64]) => {
      const bytes = bytesFromBase64(base64)
      return [key, { bytes, type: mediaType(bytes) }] as const
    })
    return understood(await add(file.value.set, Object.fromEntries(pictures)))
  }

  const putPicture = (setId: string, frameId: string, picture: Picture) => database.pictures.put(pictureRow(setId, frameId, picture))

  const picture = async (setId: string, frameId: string): Promise<Picture | undefined> => database.pictures.get(`${setId}/${frameId}`)

  return { list, open, save, add, remove, restore, rename, duplicate, exportFile, importFile, putPicture, picture }
}
