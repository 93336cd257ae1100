import { beforeEach, describe, expect, it } from 'vitest'
import { memoryCopies } from '#support/memoryCopies'
import { madeRecord } from '#support/madeRecord'
import { readBackup, writeBackup } from './backup'
import { openDatabase, type Database } from './database'
import { createLibrary } from './library'
import { createRecordKeeper } from './recordKeeper'
import { createRecords, type Records } from './records'

const AT = '2026-11-27T08:00:00.000Z'
const bytes = (...values: number[]) => new Uint8Array(values)
const pictures = { whole: bytes(1, 2, 3, 4), small: bytes(5, 6), type: 'image/jpeg' }
let count = 0
let database: Database
let records: Records
const studio = () => {
  count += 1
  const opened = openDatabase(`records-${count}`)
  return { database: opened, records: createRecords(opened) }
}
beforeEach(() => {
  ;({ database, records } = studio())
})
const keepTwo = async () => {
  await records.keep(madeRecord('record-a', { at: '2026-01-01T00:00:00.000Z' }), pictures)
  await records.keep(madeRecord('record-b', { at: '2026-02-01T00:00:00.000Z' }))
}

describe('the logbook as it is kept', () => {
  it('is listed with the newest first, opened as it was kept, and kept only once', async () => {
    await keepTwo()
    expect((await records.list()).map(({ id }) => id)).toEqual(['record-b', 'record-a'])
    expect(await records.open('record-a')).toMatchObject({ ok: true, value: { record: { id: 'record-a' } } })
    const other = { ...madeRecord('record-a'), headline: 'Another' }
    expect(await records.keep(other)).toBeUndefined()
    expect(await records.open('record-a')).toMatchObject({ value: { record: { headline: madeRecord('x').headline } } })
    expect(await records.open('nobody')).toMatchObject({
      ok: false,
      message: expect.stringMatching(/not in this browser/),
    })
  })

  it('is written on beside the record, which stays as it is', async () => {
    await keepTwo()
    const before = (await database.records.get('record-a'))!.record
    expect(await records.annotate('record-a', { notes: 'n', tags: ['t'], rating: 3 })).toBe(true)
    expect((await database.records.get('record-a'))!.record).toEqual(before)
    expect((await records.list()).find(({ id }) => id === 'record-a')).toMatchObject({ notes: 'n', rating: 3 })
    expect(await records.annotate('nobody', { notes: '', tags: [], rating: 0 })).toBe(false)
  })

  it('loads no whole picture for a list, and finds both where they are wanted', async () => {
    await keepTwo()
    expect([...(await records.thumbs(['record-a', 'record-b'])).keys()]).toEqual(['record-a'])
    expect((await records.thumbs(['record-a'])).get('record-a')!.size).toBe(2)
    expect((await records.picture('record-a'))!.size).toBe(4)
    await records.putPictures('record-b', pictures)
    expect((await records.picture('record-b'))!.size).toBe(4)
    await records.putPictures('nobody', pictures)
    expect(await records.picture('nobody')).toBeUndefined()
  })

  it('lies in the bin until it is put back or has lain there long enough', async () => {
    await keepTwo()
    await records.putInBin(['record-a'], '2026-03-01T00:00:00.000Z')
    expect((await records.list()).map(({ id }) => id)).toEqual(['record-b'])
    await records.putInBin(['record-a'], undefined)
    expect(await records.list()).toHaveLength(2)
    await records.putInBin(['record-a'], '2026-03-01T00:00:00.000Z')
    expect(await records.emptyBin('2026-02-01T00:00:00.000Z')).toEqual([])
    expect(await records.emptyBin('2026-04-01T00:00:00.000Z')).toEqual(['record-a'])
    expect(await records.picture('record-a')).toBeUndefined()
    expect(await database.records.count()).toBe(1)
  })

  it('that is damaged says so and stays as it is', async () => {
    await database.records.put({ id: 'odd', record: { set: { room: 1 } }, annotation: null })
    expect(await records.open('odd')).toMatchObject({
      ok: false,
      message: expect.stringMatching(/damaged.*kept as it is/),
    })
    expect(await database.records.get('odd')).toBeDefined()
  })

  it('comes back from second copies where the database was dropped', async () => {
    const copies = memoryCopies()
    const keeper = createRecordKeeper(database, records, copies)
    await keepTwo()
    expect(await keeper.reconcile()).toBe(0)
    await records.annotate('record-a', { notes: 'later', tags: [], rating: 0 })
    await keeper.copyRow('record-a')
    await Promise.all(database.tables.map(table => table.clear()))
    expect(await keeper.reconcile()).toBe(2)
    expect((await records.list()).find(({ id }) => id === 'record-a')).toMatchObject({ notes: 'later' })
    // The picture comes back with it, byte by byte.
    expect(new Uint8Array(await (await records.picture('record-a'))!.arrayBuffer())).toEqual(pictures.whole)
    expect((await records.thumbs(['record-a'])).get('record-a')!.type).toBe(pictures.type)
    await keeper.forget(['record-a', 'record-b'])
    await Promise.all(database.tables.map(table => table.clear()))
    expect(await keeper.reconcile()).toBe(0)
  })

  it('comes back without a picture where the copy of the picture cannot be read', async () => {
    const copies = memoryCopies()
    const keeper = createRecordKeeper(database, records, copies)
    await keepTwo()
    await keeper.reconcile()
    const copy = (await copies.read('record-a'))!
    await copies.write({
      ...copy,
      revision: copy.revision + 1,
      document: { ...(copy.document as object), pictures: { whole: '***', small: 7, type: 'text/html' } },
    })
    await Promise.all(database.tables.map(table => table.clear()))
    expect(await keeper.reconcile()).toBe(2)
    expect(await records.picture('record-a')).toBeUndefined()
  })

  it('goes with the backup, pictures, notes and bin and all, and comes back once', async () => {
    await keepTwo()
    await records.annotate('record-a', { notes: 'n', tags: ['t'], rating: 5 })
    await records.putInBin(['record-b'], AT)
    const zip = await writeBackup(database, AT, () => {})
    const other = studio()
    const restore = async () => {
      const outcome = await readBackup(other.database, createLibrary(other.database), zip, true, () => {})
      if (!outcome.ok) throw new Error(outcome.message)
      return outcome.value
    }
    expect(await restore()).toMatchObject({ records: 2, problems: [] })
    expect(await other.records.list()).toMatchObject([{ id: 'record-a', notes: 'n', tags: ['t'], rating: 5 }])
    expect(new Uint8Array(await (await other.records.picture('record-a'))!.arrayBuffer())).toEqual(pictures.whole)
    expect((await other.records.thumbs(['record-a'])).get('record-a')!.size).toBe(2)
    expect(await restore()).toMatchObject({ records: 0, alreadyHere: 2 })
  })
})
