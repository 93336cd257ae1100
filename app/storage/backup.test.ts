import { beforeEach, describe, expect, it } from 'vitest'
import { demoSet } from '#core/edits/demo'
import { renameSet } from '#core/edits/edits'
import { genericKit } from '#core/kit/genericKit'
import { readBackup, writeBackup } from './backup'
import { openDatabase, type Database } from './database'
import { createLibrary, type Library } from './library'

let count = 0
const studio = () => {
  count += 1
  const database = openDatabase(`backup-${count}`)
  return { database, library: createLibrary(database) }
}
let database: Database
let library: Library
beforeEach(() => {
  ;({ database, library } = studio())
})

const AT = '2026-11-27T08:00:00.000Z'
const noise = (size: number, seed: number) => new Uint8Array(size).map((_, index) => (index * 2654435761 + seed) >>> 13)
const silent = () => {}
const fill = async () => {
  const first = await library.add(renameSet(demoSet(), 'first'))
  const second = await library.add(renameSet(demoSet(), 'second'))
  const third = await library.add(renameSet(demoSet(), 'third'))
  await library.putPicture(first.set.id, 'frame-1', { bytes: noise(3_000_000, 1), type: 'application/octet-stream' })
  await library.putPicture(second.set.id, 'frame-1', { bytes: noise(700, 2), type: 'application/octet-stream' })
  await library.remove(third.set.id)
  await database.preferences.put({ key: 'kit', value: { ...genericKit() } })
  await database.preferences.put({ key: 'app', value: { unit: 'imperial', currentSetId: first.set.id } })
}
const restoredIn = async (other: ReturnType<typeof studio>, zip: Blob, withSettings = true) => {
  const outcome = await readBackup(other.database, other.library, zip, withSettings, silent)
  if (!outcome.ok) throw new Error(outcome.message)
  return outcome.value
}

describe('a backup of everything', () => {
  it('brings sets, the bin, pictures, kit and preferences to another browser', async () => {
    await fill()
    const other = studio()
    const shares: number[] = []
    const zip = await writeBackup(database, AT, share => shares.push(share))
    expect(shares.at(-1)).toBe(1)
    expect(await restoredIn(other, zip)).toEqual({
      names: ['first', 'second'],
      alreadyHere: 0,
      pictures: 2,
      records: 0,
      results: 0,
      hasKit: true,
      problems: [],
    })
    expect((await other.library.list()).map(({ name }) => name).toSorted()).toEqual(['first', 'second'])
    expect((await other.library.binned()).map(({ name }) => name)).toEqual(['third'])
    const [first] = (await other.library.list()).filter(({ name }) => name === 'first')
    expect(Buffer.compare((await other.library.picture(first!.id, 'frame-1'))!.bytes, noise(3_000_000, 1))).toBe(0)
    expect((await other.database.preferences.get('app'))?.value).toEqual({ unit: 'imperial', currentSetId: null })
  })

  it('adds nothing where everything is here already, and overwrites nothing that has changed since', async () => {
    await fill()
    const zip = await writeBackup(database, AT, silent)
    expect(await restoredIn({ database, library }, zip)).toMatchObject({
      names: [],
      alreadyHere: 3,
      pictures: 0,
      problems: [],
    })
    const [first] = (await library.list()).filter(({ name }) => name === 'first')
    const opened = await library.open(first!.id)
    if (!opened.ok) throw new Error(opened.message)
    await library.save(renameSet(opened.value.set, 'newer'), opened.value.revision)
    await restoredIn({ database, library }, zip, false)
    expect((await library.list()).map(({ name }) => name).toSorted()).toEqual(['first', 'newer', 'second'])
  })

  it('carries a damaged set and what was stored of one before, and says which of its parts cannot be read', async () => {
    await library.add(demoSet())
    await database.sets.put({
      id: 'odd',
      name: 'Odd',
      updatedAt: '',
      revision: 1,
      document: { id: 'odd' },
      original: 'text',
    })
    const other = studio()
    const restored = await restoredIn(other, await writeBackup(database, AT, silent))
    expect(restored.names).toEqual([demoSet().name])
    expect(restored.problems).toEqual([
      expect.stringMatching(/^sets\/2\.keen-tonal\.json: This set file cannot be opened/),
    ])
  })

  it('that is cut off, of something else or damaged is refused or names what is missing; nothing is lost', async () => {
    await fill()
    const zip = await writeBackup(database, AT, silent)
    const bytes = new Uint8Array(await zip.arrayBuffer())
    const other = studio()
    const said = async (blob: Blob) => {
      const outcome = await readBackup(other.database, other.library, blob, true, silent)
      return outcome.ok ? outcome.value.problems.join(' ') : outcome.message
    }
    for (const share of [0, 0.001, 0.3, 0.99])
      expect(await said(new Blob([bytes.slice(0, Math.floor(share * bytes.length))]))).toMatch(
        /cannot be read.*Nothing was changed/,
      )
    expect(await other.database.sets.count()).toBe(0)
    // A flipped bit in the large picture: its check sum tells, the sets come back all the same.
    const flipped = bytes.slice()
    flipped[bytes.length - 1_000_000]! ^= 16
    expect(await said(new Blob([flipped]))).toMatch(/pictures\/1\/frame-1\.bin cannot be read/)
    expect((await other.library.list()).length).toBe(2)
  })
})
