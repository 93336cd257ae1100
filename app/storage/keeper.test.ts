import { beforeEach, describe, expect, it } from 'vitest'
import { memoryCopies } from '#support/memoryCopies'
import { demoSet } from '#core/edits/demo'
import { renameSet } from '#core/edits/edits'
import { openDatabase, type Database } from './database'
import { createKeeper, type Keeper } from './keeper'
import { createLibrary, type Library } from './library'

let database: Database
let library: Library
let keeper: Keeper
let copies: ReturnType<typeof memoryCopies>
let count = 0

beforeEach(async () => {
  count += 1
  database = openDatabase(`keeper-${count}`)
  library = createLibrary(database)
  copies = memoryCopies()
  keeper = createKeeper(database, library, copies)
  await library.identity.meet()
})

describe('second copies', () => {
  it('bring every set back where the database was dropped, as it was saved last', async () => {
    const ids = await Promise.all(
      ['one', 'two', 'three', 'four'].map(async name => (await library.add(renameSet(demoSet(), name))).set.id),
    )
    await keeper.reconcile()
    const opened = await library.open(ids[1]!)
    if (!opened.ok) throw new Error(opened.message)
    await library.save(renameSet(opened.value.set, 'two, changed'), opened.value.revision)
    expect(await keeper.copyRow(ids[1]!)).toBe(true)
    expect(await keeper.copyRow(ids[1]!)).toBe(false)
    await Promise.all(database.tables.map(table => table.clear()))
    const { broughtBack } = await keeper.reconcile()
    expect(broughtBack.map(({ name }) => name).toSorted()).toEqual(['four', 'one', 'three', 'two, changed'])
    expect((await library.list()).map(({ name }) => name).toSorted()).toEqual(['four', 'one', 'three', 'two, changed'])
  })

  it('do not bring back what was deleted, in the bin or for good', async () => {
    const { set } = await library.add(demoSet())
    await keeper.reconcile()
    await library.remove(set.id)
    expect((await keeper.reconcile()).broughtBack).toEqual([])
    await keeper.forget([set.id])
    await library.emptyBin(Number.POSITIVE_INFINITY)
    expect((await keeper.reconcile()).broughtBack).toEqual([])
    expect(await library.list()).toEqual([])
  })

  it('are never taken of a damaged set, so that the last sound state stays', async () => {
    const { set } = await library.add(demoSet())
    await keeper.reconcile()
    await database.sets.update(set.id, { document: { id: set.id }, revision: 9 })
    await keeper.reconcile()
    expect((await keeper.soundCopy(set.id))?.set).toEqual(set)
  })

  it('that are torn are passed over and written anew', async () => {
    const { set } = await library.add(demoSet())
    await keeper.reconcile()
    copies.texts.set(set.id, copies.texts.get(set.id)!.slice(0, 500))
    expect(await keeper.soundCopy(set.id)).toBeUndefined()
    await keeper.reconcile()
    expect((await keeper.soundCopy(set.id))?.set).toEqual(set)
  })
})
