import { createPinia, setActivePinia } from 'pinia'
import { beforeEach, describe, expect, it, vi } from 'vitest'
import { eventually } from '#support/eventually'
import { demoSet } from '#core/edits/demo'
import type { StudioSet } from '#core/model/schema'
import { openDatabase, type Database } from '../storage/database'
import { createLibrary, type Library } from '../storage/library'
import { createThumbs, type Thumbs } from '../storage/thumbs'

const fake = vi.hoisted(() => ({
  kept: {} as Record<string, unknown>,
  painted: [] as string[],
  paint: (_id: string): Promise<{ small: Uint8Array } | undefined> => Promise.resolve({ small: new Uint8Array([7]) }),
}))
vi.mock('~/shared/useKept', () => ({ useKept: () => fake.kept }))
vi.mock('#services/looks/looksService', () => ({
  looksService: () => ({
    picture: (set: StudioSet) => {
      fake.painted.push(set.id)
      return fake.paint(set.id)
    },
  }),
}))

let database: Database
let library: Library
let thumbs: Thumbs
let count = 0
const idsOf = (rows: readonly { id: string }[]) => rows.map(({ id }) => id).sort()
const keptIds = async () => (await database.thumbs.toCollection().primaryKeys()).sort()
const open = async () => (await import('./setPictures')).useSetPictures()

beforeEach(async () => {
  count += 1
  database = openDatabase(`set-pictures-${count}`)
  library = createLibrary(database)
  await library.identity.meet()
  thumbs = createThumbs(database)
  fake.kept = { library, thumbs }
  fake.painted.length = 0
  fake.paint = () => Promise.resolve({ small: new Uint8Array([7]) })
  let made = 0
  URL.createObjectURL = () => `blob:${++made}`
  URL.revokeObjectURL = () => undefined
  setActivePinia(createPinia())
  for (const id of ['one', 'two', 'three']) await library.add({ ...demoSet(), id, name: id })
})

describe('pictures of the sets that are kept', () => {
  it('are those the stage left, and are made of sets that it never showed, one after another', async () => {
    await thumbs.put({ id: 'set/two', of: 'two', bytes: new Uint8Array([1]), type: 'image/jpeg' })
    const pictures = await open()
    await pictures.list(['one', 'two', 'three'], [])
    expect(fake.painted).toEqual(['one', 'three'])
    expect([...pictures.urls.keys()].sort()).toEqual(['one', 'three', 'two'])
    expect(await keptIds()).toEqual(['set/one', 'set/three', 'set/two'])
    // The next time all are there.
    await pictures.list(['one', 'two', 'three'], [])
    expect(fake.painted).toHaveLength(2)
  })

  it('are kept of what lies in the bin, and of nothing that is gone; set-ups have theirs for themselves', async () => {
    for (const id of ['set/one', 'set/binned', 'set/gone', 'set-up/pool'])
      await thumbs.put({ id, of: id, bytes: new Uint8Array([1]), type: 'image/jpeg' })
    const pictures = await open()
    await pictures.list(['one'], ['binned'])
    expect(await keptIds()).toEqual(['set-up/pool', 'set/binned', 'set/one'])
    expect([...pictures.urls.keys()]).toEqual(['one'])
  })

  it('leave out what cannot be made or read, and go on', async () => {
    await database.sets.update('one', { document: { broken: true } })
    fake.paint = id =>
      id === 'two' ? Promise.reject(new Error('no')) : Promise.resolve({ small: new Uint8Array([7]) })
    const pictures = await open()
    await pictures.list(['one', 'gone', 'two', 'three'], [])
    expect(fake.painted).toEqual(['two', 'three'])
    expect([...pictures.urls.keys()]).toEqual(['three'])
    // What was damaged is as it was.
    expect((await database.sets.get('one'))?.document).toEqual({ broken: true })
    expect(idsOf(await library.list())).toContain('one')
  })

  it('are made no further once nobody looks', async () => {
    let answer: (found: { small: Uint8Array }) => void = () => undefined
    fake.paint = () =>
      new Promise(done => {
        answer = done
      })
    const pictures = await open()
    const listing = pictures.list(['one', 'two', 'three'], [])
    await eventually(() => expect(fake.painted).toEqual(['one']))
    pictures.stop()
    answer({ small: new Uint8Array([7]) })
    await listing
    expect(fake.painted).toEqual(['one'])
    expect(pictures.urls.size).toBe(0)
    expect(await keptIds()).toEqual([])
  })
})
