import 'fake-indexeddb/auto'
import { beforeEach, describe, expect, it } from 'vitest'
import { demoSet } from '#core/set/demo'
import { renameSet } from '#core/set/edits'
import { openDatabase, type Database } from './database'
import { createPictureRoom } from './pictures'
import { createShelf } from './shelf'

let database: Database
let shelf: ReturnType<typeof createShelf>
let count = 0

beforeEach(() => {
  count += 1
  database = openDatabase(`shelf-${count}`)
  shelf = createShelf(database)
})

const PICTURE = { bytes: new Uint8Array([137, 80, 78, 71, 0, 255, 1]), type: 'application/octet-stream' }

describe('the shelf of sets', () => {
  it('saves, lists and opens', async () => {
    const { set, revision } = await shelf.add(demoSet())
    expect(await shelf.save(renameSet(set, 'Honey wash'), revision)).toBe(revision + 1)
    expect((await shelf.list()).map(({ name }) => name)).toEqual(['Honey wash'])
    expect(await shelf.open(set.id)).toMatchObject({ ok: true, value: { set: { name: 'Honey wash' }, revision: 2 } })
  })

  it('never overwrites what another tab saved in between', async () => {
    const { set, revision } = await shelf.add(demoSet())
    await shelf.save(renameSet(set, 'theirs'), revision)
    expect(await shelf.save(renameSet(set, 'mine'), revision)).toBeUndefined()
    expect(await shelf.open(set.id)).toMatchObject({ value: { set: { name: 'theirs' } } })
  })

  it('exports, deletes and imports a set with its pictures unchanged', async () => {
    const { set } = await shelf.add(demoSet())
    await shelf.putPicture(set.id, 'frame-1', PICTURE)
    const text = await shelf.exportFile(set.id)
    await shelf.remove(set.id)
    expect(await shelf.list()).toEqual([])
    const back = await shelf.importFile(text.ok ? text.value.text : '')
    expect(back.ok && back.value.set).toEqual(set)
    expect(await shelf.picture(set.id, 'frame-1')).toMatchObject(PICTURE)
  })

  it('keeps the newest pictures of each set, and carries no more than a file can hold', async () => {
    const { set } = await shelf.add(demoSet())
    const room = createPictureRoom(database)
    for (const [index, size] of [60_000, 60_000, 10].entries()) {
      await shelf.putPicture(set.id, `frame-${index}`, { bytes: new Uint8Array(size), type: 'image/jpeg' })
      await new Promise(resolve => setTimeout(resolve, 5))
    }
    const file = await shelf.exportFile(set.id, 100_000)
    expect(file.ok && file.value.leftOut).toBe(1)
    expect(file.ok && Object.keys(JSON.parse(file.value.text).pictures).toSorted()).toEqual(['frame-1', 'frame-2'])
    expect(await room.use()).toEqual({ count: 3, bytes: 120_010 })
    expect(await room.keepNewest(1)).toEqual({ count: 2, bytes: 120_000 })
    expect(await shelf.picture(set.id, 'frame-2')).toBeDefined()
    expect(await shelf.picture(set.id, 'frame-0')).toBeUndefined()
  })

  it('gives a second copy an id of its own, and puts a deleted set back whole', async () => {
    const first = await shelf.add(demoSet())
    const second = await shelf.duplicate(first.set.id)
    expect(second.ok && second.value.set.id).toBe('fernhollow-white-2')
    const bundle = await shelf.remove(first.set.id)
    await shelf.restore(bundle!)
    expect((await shelf.list()).length).toBe(2)
  })

  it('keeps a set that it cannot open as it is, and says so', async () => {
    await database.sets.put({ id: 'odd', name: 'Odd', updatedAt: '2026-01-01', revision: 4, document: { id: 'odd' } })
    const outcome = await shelf.open('odd')
    expect(outcome.ok).toBe(false)
    expect(!outcome.ok && outcome.message).toMatch(/"Odd" cannot be opened: .*kept as it is/)
    expect((await database.sets.get('odd'))?.document).toEqual({ id: 'odd' })
  })
})
