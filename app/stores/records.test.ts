import { createPinia, setActivePinia } from 'pinia'
import { beforeEach, describe, expect, it, vi } from 'vitest'
import { eventually } from '#support/eventually'
import { madeRecord } from '#support/madeRecord'
import { demoSet } from '#core/edits/demo'
import { NO_ANNOTATION } from '#core/records/recordSchema'
import type { Verdict } from '#core/solve/verdict'
import type { Evaluation } from '#core/evaluation/evaluation'
import { openDatabase } from '../storage/database'
import { createRecords, type Records } from '../storage/records'

const fake = vi.hoisted(() => ({
  kept: {} as { records: unknown },
  told: [] as { id: string; words: string; actions?: { name: string; run: () => unknown }[] }[],
  copied: [] as string[],
  painted: undefined as { whole: Uint8Array; small: Uint8Array; type: string } | undefined | Error,
}))
vi.mock('~/shared/useKept', () => ({ useKept: () => fake.kept }))
vi.mock('~/shared/useUnits', () => ({ useUnits: () => ({ distance: (metres: number) => `${metres} m` }) }))
vi.mock('#services/looks/looksService', () => ({
  looksService: () => ({
    picture: async () => {
      if (fake.painted instanceof Error) throw fake.painted
      return fake.painted
    },
  }),
}))
vi.mock('./studio', () => ({ useStudio: () => ({ stored: demoSet(), document: demoSet() }) }))
vi.mock('./light', () => ({
  useLight: () => ({ findings: [], calibration: undefined, ready: async () => {}, evaluation: undefined }),
}))
vi.mock('./notices', () => ({
  useNotices: () => ({
    tell: (notice: (typeof fake.told)[number]) => fake.told.push(notice),
    drop: () => {},
    follow: () => {},
  }),
}))
vi.mock('./vault', () => ({ useVault: () => ({ copyRecord: async (id: string) => void fake.copied.push(id) }) }))

let records: Records
let count = 0
const open = async () => {
  const { useRecords } = await import('./records')
  return useRecords()
}
const standing = {
  evaluation: {
    set: demoSet(),
    look: demoSet().looks[0]!,
    camera: { fNumber: 8, shutterS: 1 / 125, iso: 100 },
    readouts: [],
    lighting: { layers: [], learned: { lightStops: { key: -0.2 }, bounceStops: 0.1 } },
  } as unknown as Evaluation,
  verdict: { state: 'on-target', headline: 'On target' } as Verdict & { headline: string },
}
const painted = { whole: new Uint8Array([1, 2]), small: new Uint8Array([3]), type: 'image/jpeg' }

beforeEach(() => {
  count += 1
  records = createRecords(openDatabase(`records-store-${count}`))
  fake.kept = { records }
  fake.told.length = fake.copied.length = 0
  fake.painted = painted
  URL.createObjectURL = () => 'blob:made'
  setActivePinia(createPinia())
})

describe('the store of the logbook', () => {
  it('keeps a look at once, with its second copy, and its picture when it is painted', async () => {
    const store = await open()
    const id = (await store.keepStanding(standing, { from: 'day', sitter: 'Keeper 4' }))!
    expect(store.heads).toMatchObject([{ id, from: 'day', sitter: 'Keeper 4', isOnTarget: true }])
    expect(fake.copied).toEqual([id])
    await eventually(async () => expect((await records.picture(id))?.size).toBe(2))
    await eventually(() => expect(store.thumbs.get(id)).toBe('blob:made'))
    const opened = await store.open(id)
    expect(opened).toMatchObject({ ok: true, value: { record: { lampStops: { key: -0.2 }, bounceStops: 0.1 } } })
  })

  it('keeps the record where its picture fails, and says so; says too where nothing could be kept', async () => {
    fake.painted = new Error('no canvas')
    const store = await open()
    const id = await store.keepStanding(standing, { from: 'stage' })
    await eventually(() => expect(fake.told[0]?.words).toMatch(/kept, but without a picture: no canvas/))
    expect((await records.list()).map(one => one.id)).toEqual([id])
    fake.kept = { records: { ...records, keep: () => Promise.reject(new Error('full')) } }
    setActivePinia(createPinia())
    expect(await (await open()).keepStanding(standing, { from: 'stage' })).toBeUndefined()
    expect(fake.told.at(-1)!.words).toMatch(/could not be kept: full. The set itself is as it was/)
  })

  it('finds what is written on a record, and keeps it', async () => {
    await records.keep(madeRecord('record-a'))
    const store = await open()
    await store.load()
    store.annotate('record-a', { notes: 'honey gel' })
    store.annotate('record-a', { rating: 4 })
    store.filter.text = 'honey'
    expect(store.found.map(({ id }) => id)).toEqual(['record-a'])
    store.filter.leastRating = 5
    expect(store.found).toEqual([])
    store.showAll()
    await eventually(async () => expect((await records.list())[0]).toMatchObject({ notes: 'honey gel', rating: 4 }))
    store.annotate('nobody', { rating: 1 })
    expect(await records.list()).toHaveLength(1)
  })

  it('takes a record in once, and another by the same id beside it', async () => {
    const store = await open()
    expect(await store.takeIn(madeRecord('record-a'), NO_ANNOTATION)).toBe('record-a')
    expect(await store.takeIn(madeRecord('record-a'), NO_ANNOTATION)).toBeUndefined()
    const other = await store.takeIn(madeRecord('record-a', { headline: 'Another' }), NO_ANNOTATION)
    expect(other).toMatch(/^record-(?!a$)/)
    expect(store.heads).toHaveLength(2)
  })

  it('deletes into the bin, and puts back from the notice or from the bin', async () => {
    const store = await open()
    await store.takeIn(madeRecord('record-a'), NO_ANNOTATION)
    await store.remove('record-a')
    expect([store.heads.length, (await records.list()).length]).toEqual([0, 0])
    await fake.told.at(-1)!.actions![0]!.run()
    expect(store.heads).toHaveLength(1)
    await store.remove('record-a')
    await store.showBin()
    expect(store.bin).toHaveLength(1)
    await store.putBack('record-a')
    expect([store.heads.length, store.bin!.length]).toEqual([1, 0])
  })

  it('shows what another tab keeps and deletes', async () => {
    const store = await open()
    await store.load()
    const elsewhere = madeRecord('record-elsewhere')
    await records.keep(elsewhere)
    await eventually(() => expect(store.heads.map(({ id }) => id)).toContain('record-elsewhere'))
    await records.putInBin(['record-elsewhere'], '2026-03-14T09:00:00.000Z')
    await eventually(() => expect(store.heads.map(({ id }) => id)).not.toContain('record-elsewhere'))
  })
})
