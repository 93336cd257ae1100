import 'fake-indexeddb/auto'
import { beforeEach, describe, expect, it } from 'vitest'
import { memoryCopies } from '#support/memoryCopies'
import { demoSet } from '#core/edits/demo'
import { renameSet } from '#core/edits/edits'
import { openDatabase, type Database } from './database'
import { createKeeper, type Keeper } from './keeper'
import { createShelf, type Shelf } from './shelf'

let database: Database
let shelf: Shelf
let keeper: Keeper
let copies: ReturnType<typeof memoryCopies>
let count = 0

beforeEach(async () => {
  count += 1
  database = openDatabase(`keeper-${count}`)
  shelf = createShelf(database)
  copies = memoryCopies()
  keeper = createKeeper(database, shelf, copies)
  await shelf.identity.meet()
})

describe('second copies', () => {
  it('bring every set back where the database was dropped, as it was saved last', async () => {
    const ids = await Promise.all(
      ['one', 'two', 'three', 'four'].map(async name => (await shelf.add(renameSet(demoSet(), name))).set.id),
    )
    await keeper.reconcile()
    const opened = await shelf.open(ids[1]!)
    if (!opened.ok) throw new Error(opened.message)
    await shelf.save(renameSet(opened.value.set, 'two, changed'), opened.value.revision)
    expect(await keeper.copyRow(ids[1]!)).toBe(true)
    expect(await keeper.copyRow(ids[1]!)).toBe(false)
    await Promise.all(database.tables.map(table => table.clear()))
    const { broughtBack } = await keeper.reconcile()
    expect(broughtBack.map(({ name }) => name).toSorted()).toEqual(['four', 'one', 'three', 'two, changed'])
    expect((await shelf.list()).map(({ name }) => name).toSorted()).toEqual(['four', 'one', 'three', 'two, changed'])
  })

  it('do not bring back what was deleted, in the bin or for good', async () => {
    const { set } = await shelf.add(demoSet())
    await keeper.reconcile()
    await shelf.remove(set.id)
    expect((await keeper.reconcile()).broughtBack).toEqual([])
    await keeper.forget([set.id])
    await shelf.emptyBin(Number.POSITIVE_INFINITY)
    expect((await keeper.reconcile()).broughtBack).toEqual([])
    expect(await shelf.list()).toEqual([])
  })

  it('are never taken of a damaged set, so that the last sound state stays', async () => {
    const { set } = await shelf.add(demoSet())
    await keeper.reconcile()
    await database.sets.update(set.id, { document: { id: set.id }, revision: 9 })
    await keeper.reconcile()
    expect((await keeper.soundCopy(set.id))?.set).toEqual(set)
  })

  it('that are torn are passed over and written anew', async () => {
    const { set } = await shelf.add(demoSet())
    await keeper.reconcile()
    copies.texts.set(set.id, copies.texts.get(set.id)!.slice(0, 500))
    expect(await keeper.soundCopy(set.id)).toBeUndefined()
    await keeper.reconcile()
    expect((await keeper.soundCopy(set.id))?.set).toEqual(set)
  })
})
