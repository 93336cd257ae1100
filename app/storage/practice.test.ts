import Dexie from 'dexie'
import { beforeEach, describe, expect, it } from 'vitest'
import type { Collection } from '#core/practice/collection'
import type { PracticeResult } from '#core/practice/results'
import { memoryCopies } from '#support/memoryCopies'
import { readBackup, writeBackup } from './backup'
import { openDatabase, type Database } from './database'
import { createLibrary } from './library'
import { createPractice, createPracticeKeeper, type Practice } from './practice'

const result = (id: string, at = '2026-03-01T10:00:00.000Z'): PracticeResult => ({
  id,
  at,
  skill: 'sums/add',
  level: 2,
  seed: 5,
  score: 1,
  off: 0,
  seconds: 9,
  from: null,
})
const collection = (id: string): Collection => ({
  id,
  title: id,
  notes: '',
  isTest: false,
  exercises: [{ kind: 'made', skill: 'sums/add', level: 1, seed: 1, notes: '' }],
})

let count = 0
let database: Database
let practice: Practice
beforeEach(() => {
  count += 1
  database = openDatabase(`practice-${count}`)
  practice = createPractice(database)
})

describe('results as they are kept', () => {
  it('come back in the order in which they were given, whatever their clocks said', async () => {
    await practice.add([result('b', '2026-03-02T10:00:00.000Z')])
    await practice.add([result('a', '2026-01-01T10:00:00.000Z'), result('c')])
    expect((await practice.all()).results.map(({ id }) => id)).toEqual(['b', 'a', 'c'])
  })

  it('are added once, however often a write is tried again', async () => {
    expect(await practice.add([result('a')])).toBe(1)
    expect(await practice.add([result('a'), result('b')])).toBe(1)
    expect((await practice.all()).results).toHaveLength(2)
  })

  it('that are damaged are left out and left where they are', async () => {
    await practice.add([result('a')])
    await database.practiceResults.add({ id: 'bad', result: { score: 'full' } })
    expect(await practice.all()).toEqual({ results: [result('a')], damaged: 1 })
    expect(await database.practiceResults.count()).toBe(2)
  })

  it('a thousand are there in one read', async () => {
    await practice.add(Array.from({ length: 1000 }, (_, at) => result(`r${at}`)))
    expect((await practice.all()).results).toHaveLength(1000)
  })
})

describe('collections as they are kept', () => {
  it('that are damaged are named and kept as they are', async () => {
    await practice.putCollection(collection('good'))
    await database.collections.put({ id: 'bad', at: '', collection: { title: 4 } })
    const { sound, damaged } = await practice.allCollections()
    expect(sound.map(({ id }) => id)).toEqual(['good'])
    expect(damaged).toEqual([{ id: 'bad', message: expect.stringMatching(/no exercises/) }])
    expect(await database.collections.get('bad')).toBeDefined()
  })
})

describe('the second copy', () => {
  it('brings back what the database has lost', async () => {
    const copies = memoryCopies()
    await practice.add([result('a'), result('b')])
    await practice.putCollection(collection('one'))
    await createPracticeKeeper(practice, copies).copy()
    await practice.clear()
    await practice.removeCollection('one')
    expect(await createPracticeKeeper(practice, copies).reconcile()).toBe(3)
    expect((await practice.all()).results.map(({ id }) => id)).toEqual(['a', 'b'])
    expect((await practice.allCollections()).sound).toEqual([collection('one')])
  })

  it('adds nothing to what is there, and is written anew', async () => {
    const copies = memoryCopies()
    await practice.add([result('a')])
    await createPracticeKeeper(practice, copies).copy()
    await practice.add([result('b')])
    expect(await createPracticeKeeper(practice, copies).reconcile()).toBe(0)
    const kept = (await copies.read('practice'))!.document as { results: PracticeResult[] }
    expect(kept.results.map(({ id }) => id)).toEqual(['a', 'b'])
  })

  it('that is damaged brings back what of it is sound', async () => {
    const copies = memoryCopies()
    await copies.write({
      id: 'practice',
      name: 'practice',
      updatedAt: '',
      revision: 1,
      document: { results: [null, result('a')], collections: ['none', collection('one')] },
    })
    expect(await createPracticeKeeper(practice, copies).reconcile()).toBe(2)
  })
})

describe('a backup', () => {
  it('holds results and collections, and brings them into another browser once', async () => {
    await practice.add([result('a'), result('b')])
    await practice.putCollection(collection('one'))
    const zip = await writeBackup(database, '2026-03-01T00:00:00.000Z', () => {})
    const other = openDatabase(`practice-other-${count}`)
    for (const results of [2, 0]) {
      const back = await readBackup(other, createLibrary(other), zip, true, () => {})
      expect(back).toMatchObject({ ok: true, value: { results, problems: [] } })
    }
    expect((await createPractice(other).all()).results.map(({ id }) => id)).toEqual(['a', 'b'])
    expect((await createPractice(other).allCollections()).sound).toEqual([collection('one')])
  })
})

describe('a database of before', () => {
  it('is opened with what it holds, and practice begins empty', async () => {
    const old = new Dexie(`old-${count}`)
    old.version(5).stores({
      sets: 'id',
      heads: 'id',
      steps: '[setId+id], setId',
      pictures: 'id, setId, [setId+at]',
      preferences: 'key',
      records: 'id',
      recordHeads: 'id',
      recordPictures: 'id',
      recordThumbs: 'id',
      thumbs: 'id',
    })
    await old.table('preferences').put({ key: 'app', value: 1 })
    old.close()
    const opened = openDatabase(`old-${count}`)
    expect(await opened.preferences.get('app')).toEqual({ key: 'app', value: 1 })
    expect(await createPractice(opened).all()).toEqual({ results: [], damaged: 0 })
  })
})
