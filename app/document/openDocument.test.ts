import { beforeEach, describe, expect, it } from 'vitest'
import { demoSet } from '#core/edits/demo'
import { addReading, changeSettings, renameSet } from '#core/edits/edits'
import { aReading } from '#support/readings'
import type { StudioSet } from '#core/model/schema'
import { openDatabase, type Database } from '../storage/database'
import { createLibrary, type Library } from '../storage/library'
import { createOpenDocument, type OpenDocument } from './openDocument'
import { MOST_STEPS } from './history'
import { refusedElsewhere } from '../ui/refusals'

let database: Database
let library: Library
let count = 0

/** A tab with the set of an id open. */
const tab = async (id: string, told: string[] = []): Promise<OpenDocument> => {
  const own = createLibrary(database)
  await own.identity.meet()
  const opened = await own.open(id)
  if (!opened.ok) throw new Error(opened.message)
  const document = createOpenDocument(own, demoSet(), name => told.push(name))
  document.adopt(opened.value)
  return document
}
const stored = async (id: string): Promise<StudioSet> => {
  const opened = await library.open(id)
  if (!opened.ok) throw new Error(opened.message)
  return opened.value.set
}
let id = ''

beforeEach(async () => {
  count += 1
  database = openDatabase(`document-${count}`)
  library = createLibrary(database)
  await library.identity.meet()
  id = (await library.add(demoSet())).set.id
})

const withPower = (powerStops: number) => (set: StudioSet) =>
  changeSettings(set, set.looks[0]!.id, { key: { on: true, powerStops } })

describe('the gate', () => {
  it.each<[string, (set: StudioSet) => StudioSet, RegExp]>([
    [
      'aim 100 m up',
      set => ({
        ...set,
        lights: set.lights.map(light => ({
          ...light,
          aim: {
            at: 'subject' as const,
            subjectId: set.subjects[0]!.id,
            heightM: 100,
            featherPanDeg: 0,
            featherTiltDeg: 0,
          },
        })),
      }),
      /^A: height is at most 30 and not 100\. No change made\.$/,
    ],
    [
      'a 13th subject',
      set => ({
        ...set,
        subjects: Array.from({ length: 13 }, (_, index) => ({ ...set.subjects[0]!, id: `sitter-${index}` })),
      }),
      /at most 12 subjects; with this it would have 13/,
    ],
    ['a wall through things', set => ({ ...set, room: { ...set.room, widthM: 2 } }), /reaches beyond a side wall/],
    [
      'a 5001st reading',
      set => ({
        ...set,
        readings: Array.from({ length: 5001 }, (_, index) =>
          aReading({ id: `reading-${index}`, lookId: set.looks[0]!.id }),
        ),
      }),
      /at most 5000 readings/,
    ],
    [
      'a target of nothing',
      set => ({ ...set, looks: [{ ...set.looks[0]!, targets: { 'own/gone': { kind: 'value', value: 1 } } }] }),
      /target of a point that is not there/,
    ],
    [
      'a throw',
      () => {
        throw new Error('no such lamp.')
      },
      /^This could not be done: no such lamp\. No change made\.$/,
    ],
  ])('refuses %s in words, and nothing is half done', async (_, change, words) => {
    const document = await tab(id)
    const before = document.document.value
    const outcome = document.edit(change)
    expect(!outcome.ok && outcome.message).toMatch(words)
    expect(refusedElsewhere.value).toMatch(words)
    expect(document.document.value).toBe(before)
    expect([document.canUndo.value, document.saveState.value]).toEqual([false, 'saved'])
    // The next edit that holds takes the old news away.
    document.edit(withPower(-2))
    expect(refusedElsewhere.value).toBe('')
  })

  it('makes one named step of an edit, of a drag, and of several edits in one, even where the last of them throws', async () => {
    const document = await tab(id)
    document.edit(withPower(-2))
    expect(document.undoName.value).toBe('Power of A')
    document.beginDrag()
    for (let step = 0; step < 20; step++)
      document.edit(set => ({
        ...set,
        lights: set.lights.map((light, index) =>
          index === 0 ? { ...light, place: { ...light.place, xM: light.place.xM + 0.01 } } : light,
        ),
      }))
    document.endDrag()
    expect(document.undoName.value).toBe('Move Light A')
    expect(() =>
      document.step(() => {
        document.edit(set => renameSet(set, 'Other'))
        document.edit(set => addReading(set, aReading({ lookId: set.looks[0]!.id })))
        throw new Error('stop')
      }),
    ).toThrow('stop')
    expect(document.undoName.value).toBe('Add a reading')
    expect(document.history.value.steps).toHaveLength(3)
    // A press that moves nothing is no step.
    document.beginDrag()
    document.endDrag()
    const now = document.document.value
    while (document.undo()) {
      /* back to the beginning */
    }
    expect(document.document.value).toEqual({ ...demoSet(), id })
    while (document.redo()) {
      /* and forth */
    }
    expect(document.document.value).toEqual(now)
  })

  it('brings what took its time only into the set that it was asked of', async () => {
    const other = await library.add(renameSet(demoSet(), 'Other'))
    const document = await tab(id)
    const ticket = document.ticket()
    document.edit(withPower(-2))
    expect([ticket.isOpen(), ticket.isUntouched()]).toEqual([true, false])
    document.adopt(other)
    const outcome = ticket.commit('This picture', withPower(-5))
    expect(!outcome.ok && outcome.message).toMatch(
      /^This picture was for ".*", but "Other" is open now\. Nothing was changed/,
    )
    expect(document.document.value).toEqual(other.set)
  })
})

describe('from an edit to the disk', () => {
  it('keeps document and history over a reload, within bounds', async () => {
    const document = await tab(id)
    for (let step = 0; step < MOST_STEPS + 20; step++) document.edit(withPower(-1 - step / 100))
    document.undo()
    expect(document.saveState.value).toBe('saving')
    expect(await document.flush()).toBe(true)
    expect(document.saveState.value).toBe('saved')
    const again = await tab(id)
    expect(again.document.value).toEqual(document.document.value)
    expect(again.history.value).toEqual(document.history.value)
    expect(again.history.value.steps).toHaveLength(MOST_STEPS)
    again.redo()
    again.undo()
    again.undo()
    expect(again.document.value.looks[0]!.lights.key!.powerStops).toBeCloseTo(-1 - (MOST_STEPS + 17) / 100, 10)
  })

  it('two tabs: the second goes on as a copy with pictures and history, and both versions stay', async () => {
    await library.putPicture(id, 'frame-1', { bytes: new Uint8Array([1, 2, 3]), type: 'image/jpeg' })
    const told: string[] = []
    const [one, two] = [await tab(id), await tab(id, told)]
    one.edit(withPower(-3))
    await one.flush()
    two.edit(withPower(-4))
    two.edit(withPower(-5))
    expect(await two.flush()).toBe(true)
    expect(told).toEqual([`${demoSet().name} (this tab)`])
    const copy = two.document.value
    expect(copy.id).not.toBe(id)
    expect((await stored(id)).looks[0]!.lights.key!.powerStops).toBe(-3)
    expect(await stored(copy.id)).toEqual(copy)
    expect((await library.picture(copy.id, 'frame-1'))?.bytes).toEqual(new Uint8Array([1, 2, 3]))
    two.undo()
    expect(two.document.value.looks[0]!.lights.key!.powerStops).toBe(-4)
    await two.flush()
    expect((await stored(copy.id)).looks[0]!.lights.key!.powerStops).toBe(-4)
    expect((await library.list()).length).toBe(2)
  })

  it('two saves close together are no other tab', async () => {
    const told: string[] = []
    const document = await tab(id, told)
    document.edit(withPower(-3))
    const first = document.flush()
    document.edit(withPower(-4))
    await Promise.all([first, document.flush(), document.flush()])
    expect(told).toEqual([])
    expect((await stored(id)).looks[0]!.lights.key!.powerStops).toBe(-4)
    expect(await database.sets.count()).toBe(1)
  })

  it('a set that another tab deleted says so, keeps its edits, and goes on where it is put back', async () => {
    const document = await tab(id)
    await library.remove(id)
    document.edit(withPower(-3))
    expect(await document.flush()).toBe(false)
    expect(document.saveState.value).toBe('deleted')
    await library.restore(id)
    expect(await document.wasRestored()).toBe(true)
    expect((await stored(id)).looks[0]!.lights.key!.powerStops).toBe(-3)
  })

  it('a database that was dropped is said to be lost, never saved into, and all that is held can be written again', async () => {
    const document = await tab(id)
    document.edit(withPower(-3))
    await document.flush()
    await Promise.all(database.tables.map(table => table.clear()))
    document.edit(withPower(-4))
    expect(await document.flush()).toBe(false)
    expect(document.saveState.value).toBe('lost')
    expect(await database.sets.count()).toBe(0)
    expect(await document.saveAgain()).toBe(true)
    expect((await stored(document.document.value.id)).looks[0]!.lights.key!.powerStops).toBe(-4)
    expect(document.canUndo.value).toBe(true)
  })
})
