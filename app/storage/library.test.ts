import { beforeEach, describe, expect, it } from 'vitest'
import { difference } from '#core/edits/patch'
import { demoSet } from '#core/edits/demo'
import { renameSet } from '#core/edits/edits'
import { NO_HISTORY, recordStep } from '../document/history'
import { openDatabase, type Database } from './database'
import { createPictureRoom } from './pictures'
import { createLibrary, type Library } from './library'

let database: Database
let library: Library
let count = 0

beforeEach(async () => {
  count += 1
  database = openDatabase(`library-${count}`)
  library = createLibrary(database)
  await library.identity.meet()
})

const PICTURE = { bytes: new Uint8Array([137, 80, 78, 71, 0, 255, 1]), type: 'application/octet-stream' }
const names = async () => (await library.list()).map(({ name }) => name)

describe('the library of sets', () => {
  it('saves, lists and opens', async () => {
    const { set, revision } = await library.add(demoSet())
    expect(await library.save(renameSet(set, 'Honey wash'), revision)).toEqual({
      kind: 'saved',
      revision: revision + 1,
    })
    expect(await names()).toEqual(['Honey wash'])
    expect(await library.open(set.id)).toMatchObject({
      ok: true,
      value: { set: { name: 'Honey wash' }, revision: 2, leftOut: [] },
    })
  })

  it('never overwrites what another tab saved in between', async () => {
    const { set, revision } = await library.add(demoSet())
    await library.save(renameSet(set, 'theirs'), revision)
    expect(await library.save(renameSet(set, 'mine'), revision)).toEqual({ kind: 'conflict' })
    expect(await library.open(set.id)).toMatchObject({ value: { set: { name: 'theirs' } } })
  })

  it('writes nothing where the row is gone, in the bin, or the database is another', async () => {
    const { set, revision } = await library.add(demoSet())
    await library.remove(set.id)
    expect(await library.save(set, revision)).toEqual({ kind: 'deleted' })
    await database.sets.delete(set.id)
    expect(await library.save(set, revision)).toEqual({ kind: 'missing' })
    // What a browser does that ran out of room: the same name, and nothing in it.
    await Promise.all(database.tables.map(table => table.clear()))
    expect(await library.save(set, revision)).toEqual({ kind: 'lost' })
    expect(await database.sets.count()).toBe(0)
  })

  it('keeps the history of a set with it, and no more of it than there is', async () => {
    const { set, revision } = await library.add(demoSet())
    const renamed = renameSet(set, 'two')
    let history = recordStep(NO_HISTORY, 'Rename', difference(set, renamed))
    await library.save(renamed, revision, history)
    history = recordStep(history, 'Rename', difference(renamed, renameSet(set, 'three')))
    await library.save(renameSet(set, 'three'), revision + 1, { ...history, done: 1 })
    expect(await library.open(set.id)).toMatchObject({
      value: { history: { done: 1, steps: [{ id: 1, name: 'Rename' }, { id: 2 }] } },
    })
    await library.save(renamed, revision + 2, NO_HISTORY)
    expect(await database.steps.count()).toBe(0)
  })

  it('exports, deletes and imports a set with its pictures unchanged, however large', async () => {
    const { set } = await library.add(demoSet())
    // A regular expression for base64 fails from three megabytes of picture on.
    const large = { bytes: new Uint8Array(6_000_000).map((_, index) => index * 7), type: 'application/octet-stream' }
    await library.putPicture(set.id, 'frame-1', PICTURE)
    await library.putPicture(set.id, 'frame-2', large)
    const text = await library.exportFile(set.id)
    await library.remove(set.id)
    expect(await library.list()).toEqual([])
    const back = await library.importFile(text.ok ? text.value.text : '')
    if (!back.ok) throw new Error(back.message)
    expect(back.value.set).toEqual({ ...set, id: `${set.id}-2` })
    expect(await library.picture(back.value.set.id, 'frame-1')).toMatchObject(PICTURE)
    expect(Buffer.compare((await library.picture(back.value.set.id, 'frame-2'))!.bytes, large.bytes)).toBe(0)
  })

  it('exports what is open and not what was saved last', async () => {
    const { set } = await library.add(demoSet())
    const text = await library.exportFile(set.id, renameSet(set, 'not saved yet'))
    expect(text.ok && JSON.parse(text.value.text).set.name).toBe('not saved yet')
  })

  it('keeps the newest pictures of each set, and carries no more than a file can hold', async () => {
    const { set } = await library.add(demoSet())
    const room = createPictureRoom(database)
    for (const [index, size] of [60_000, 60_000, 10].entries()) {
      await library.putPicture(set.id, `frame-${index}`, { bytes: new Uint8Array(size), type: 'image/jpeg' })
      await new Promise(resolve => setTimeout(resolve, 5))
    }
    const file = await library.exportFile(set.id, undefined, 100_000)
    expect(file.ok && file.value.leftOut).toBe(1)
    expect(file.ok && Object.keys(JSON.parse(file.value.text).pictures).toSorted()).toEqual(['frame-1', 'frame-2'])
    expect(await room.use()).toEqual({ count: 3, bytes: 120_010 })
    expect(await room.keepNewest(1)).toEqual({ count: 2, bytes: 120_000 })
    expect(await library.picture(set.id, 'frame-2')).toBeDefined()
    expect(await library.picture(set.id, 'frame-0')).toBeUndefined()
  })

  it('gives every one of many copies at once an id of its own', async () => {
    const other = createLibrary(database)
    const added = await Promise.all(
      Array.from({ length: 16 }, (_, index) => (index % 2 ? library : other).add(demoSet())),
    )
    expect(new Set(added.map(({ set }) => set.id)).size).toBe(16)
    expect(await database.sets.count()).toBe(16)
  })

  it('copies a set with its pictures', async () => {
    const { set } = await library.add(demoSet())
    await library.putPicture(set.id, 'frame-1', PICTURE)
    const copy = await library.duplicate(set.id)
    expect(copy.ok && copy.value.set.id).toBe('fernhollow-white-2')
    expect(await library.picture('fernhollow-white-2', 'frame-1')).toMatchObject(PICTURE)
  })
})

describe('the bin', () => {
  it('gives back what was deleted, each on its own, and overwrites nothing', async () => {
    const first = await library.add(renameSet(demoSet(), 'first'))
    const second = await library.add(renameSet(demoSet(), 'second'))
    expect([
      await library.remove(first.set.id),
      await library.remove(second.set.id),
      await library.remove(second.set.id),
    ]).toEqual(['first', 'second', undefined])
    expect(await names()).toEqual([])
    // A set that comes in meanwhile gets another id, though the library is empty.
    const third = await library.add(renameSet(demoSet(), 'third'))
    expect(third.set.id).not.toBe(first.set.id)
    expect(await library.restore(first.set.id)).toBe(true)
    expect(await library.restore(first.set.id)).toBe(false)
    expect((await names()).toSorted()).toEqual(['first', 'third'])
    expect((await library.binned()).map(({ name }) => name)).toEqual(['second'])
  })

  it('is emptied of what has lain there for thirty days, with pictures and history', async () => {
    const { set, revision } = await library.add(demoSet())
    const kept = await library.add(demoSet())
    await library.putPicture(set.id, 'frame-1', PICTURE)
    await library.save(
      renameSet(set, 'b'),
      revision,
      recordStep(NO_HISTORY, 'Rename', difference(set, renameSet(set, 'b'))),
    )
    await library.remove(set.id)
    await library.remove(kept.set.id)
    const deletedAt = new Date(Date.now() - 31 * 86_400_000).toISOString()
    await database.sets.update(set.id, { deletedAt })
    await database.heads.update(set.id, { deletedAt })
    expect(await library.emptyBin()).toEqual([set.id])
    expect([
      await database.pictures.count(),
      await database.steps.count(),
      await database.sets.count(),
      await database.heads.count(),
    ]).toEqual([0, 0, 1, 1])
  })
})

describe('a damaged row', () => {
  const put = async (document: unknown, more: object = {}) => {
    await database.sets.put({ id: 'odd', name: 'Odd', updatedAt: '2026-01-01', revision: 4, document, ...more })
    // As the app does at its start.
    await library.mendHeads()
  }

  it('opens as far as it can, names what was left out, and keeps what was there', async () => {
    const damaged = { ...demoSet(), id: 'odd', lights: [...demoSet().lights, { id: 'broken' }] }
    await put(damaged)
    const opened = await library.open('odd')
    expect(opened).toMatchObject({ ok: true, value: { leftOut: [expect.stringMatching(/^light/)] } })
    expect(opened.ok && opened.value.set.lights).toEqual(demoSet().lights)
    expect(
      await library.save(
        renameSet(opened.ok ? opened.value.set : demoSet(), 'Mended'),
        opened.ok ? opened.value.revision : 0,
      ),
    ).toMatchObject({ kind: 'saved' })
    expect(JSON.parse(((await library.originalText('odd')) as { value: string }).value)).toEqual(damaged)
    await library.dropOriginal('odd')
    expect((await library.list())[0]!.hasOriginal).toBe(false)
  })

  it('of which nothing can be saved stays as it is, byte for byte, whatever is done with it', async () => {
    await put('pieces of a text')
    expect(await library.open('odd')).toMatchObject({
      ok: false,
      message: expect.stringMatching(/"Odd" cannot be opened: .*kept as it is/),
    })
    await library.rename('odd', 'Better name')
    expect(await names()).toEqual(['Better name'])
    expect(await library.originalText('odd')).toEqual({ ok: true, value: 'pieces of a text' })
    expect((await library.exportFile('odd')).ok).toBe(true)
    expect((await library.duplicate('odd')).ok).toBe(false)
  })

  it('with no date or name is listed all the same', async () => {
    await put(demoSet(), { updatedAt: undefined, name: 7 })
    expect(await library.list()).toEqual([{ id: 'odd', name: 'odd', updatedAt: '', revision: 4, hasOriginal: false }])
  })
})

describe('heads of sets', () => {
  it('say at all times what the rows say, and are made anew where they are missing', async () => {
    const { set, revision } = await library.add(demoSet())
    await library.save(renameSet(set, 'two'), revision)
    await library.duplicate(set.id)
    await library.remove(set.id)
    const agree = async () => {
      const heads = (await database.heads.toArray()).map(({ id, name, revision: at, deletedAt }) => ({
        id,
        name,
        at,
        deletedAt,
      }))
      expect(heads).toEqual(
        (await database.sets.toArray()).map(({ id, name, revision: at, deletedAt }) => ({ id, name, at, deletedAt })),
      )
    }
    await agree()
    await library.restore(set.id)
    await agree()
    await database.heads.clear()
    await database.heads.put({ id: 'nobody', name: 'Nobody', updatedAt: '', revision: 1, hasOriginal: false })
    await library.mendHeads()
    await agree()
  })

  it('come with an upgrade of what an older version kept', async () => {
    const name = `older-${count}`
    const { Dexie } = await import('dexie')
    const older = new Dexie(name)
    older.version(2).stores({ sets: 'id, updatedAt', pictures: 'id, setId, [setId+at]', preferences: 'key' })
    await older.table('sets').bulkPut([
      { id: 'a', name: 'A', updatedAt: '2026-01-01T00:00:00.000Z', revision: 7, document: { ...demoSet(), id: 'a' } },
      { id: 'b', name: 'B', revision: 1, document: 'text' },
    ])
    older.close()
    const newer = createLibrary(openDatabase(name))
    expect((await newer.list()).map(({ id, revision }) => [id, revision])).toEqual([
      ['a', 7],
      ['b', 1],
    ])
    expect(await newer.open('a')).toMatchObject({ ok: true, value: { revision: 7, leftOut: [] } })
  })
})
