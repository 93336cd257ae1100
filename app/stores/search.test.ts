import { createPinia, setActivePinia } from 'pinia'
import { nextTick, reactive, shallowReactive } from 'vue'
import { beforeEach, describe, expect, it, vi } from 'vitest'
import { demoSet } from '#core/edits/demo'
import type { StudioSet } from '#core/model/schema'
import type { Asking } from '#services/rpc/connect'
import type { Found } from '#services/search/found'
import type { Proposals } from '#services/search/searchApi'

type Question = { asking: Asking<Found<Proposals>>; answer: (found?: Proposals) => void; fail: (error: Error) => void }

const fake = vi.hoisted(() => ({
  questions: [] as unknown[],
  studio: {} as Record<string, unknown>,
  light: {} as Record<string, unknown>,
}))
const questions = fake.questions as Question[]

vi.mock('#services/search/searchService', () => ({
  searchService: () => ({
    propose: (_set: StudioSet, _search: unknown, asking: Asking<Found<Proposals>>) =>
      new Promise((answer, fail) => {
        asking.signal?.addEventListener('abort', () => fail(asking.signal!.reason as Error))
        fake.questions.push({ asking, answer, fail })
      }),
  }),
}))
vi.mock('./studio', () => ({ useStudio: () => fake.studio }))
vi.mock('./light', () => ({ useLight: () => fake.light }))

const found = (minutes: number): Proposals => ({
  isFinal: true,
  proposals: [
    {
      id: `${minutes}`,
      changes: [{ kind: 'group-depth', byM: 0.4 }],
      moves: [{ family: 'group-depth', change: { kind: 'group-depth', byM: 0.4 } }],
      powers: [],
      camera: { fNumber: 8, shutterS: 1 / 125, iso: 100 },
      minutes,
      isReached: true,
      misses: [],
      stops: {},
    },
  ],
})

const open = async () => {
  const { useSearch } = await import('./search')
  return useSearch()
}

beforeEach(() => {
  setActivePinia(createPinia())
  questions.length = 0
  const document = demoSet()
  fake.studio = shallowReactive<Record<string, unknown>>({
    document,
    look: document.looks[0],
    edit: (change: (set: StudioSet) => StudioSet) => {
      fake.studio.document = change(fake.studio.document as StudioSet)
    },
  }) as Record<string, unknown>
  fake.light = reactive({ camera: { fNumber: 8, shutterS: 1 / 125, iso: 100 }, learned: {}, asked: null })
})

describe('the search store', () => {
  it('shows what comes while it is looked for, then the answer, and is busy only until then', async () => {
    const search = await open()
    const done = search.propose()
    expect([search.busy, search.proposals?.proposals]).toEqual(['proposals', []])
    questions[0]!.asking.report!({ found: { ...found(5), isFinal: false }, share: 0.4 })
    expect([search.share, search.proposals?.proposals[0]?.minutes]).toEqual([0.4, 5])
    questions[0]!.answer(found(3))
    await done
    expect([search.busy, search.proposals?.isFinal, search.proposals?.proposals[0]?.minutes]).toEqual([null, true, 3])
  })

  it('lets an older question go when a newer one is asked; what still comes of it changes nothing', async () => {
    const search = await open()
    const first = search.propose()
    const second = search.propose()
    expect(questions[0]!.asking.signal!.aborted).toBe(true)
    questions[1]!.answer(found(2))
    await Promise.all([first, second])
    questions[0]!.answer(found(9))
    await nextTick()
    expect([search.busy, search.failure, search.proposals?.proposals[0]?.minutes]).toEqual([null, null, 2])
  })

  it('stops without calling it a failure', async () => {
    const search = await open()
    const asked = search.propose()
    search.stop()
    await asked
    expect([search.busy, search.failure]).toEqual([null, null])
  })

  it('says why it broke off, and that the set is as it was', async () => {
    const search = await open()
    const asked = search.propose()
    questions[0]!.fail(new Error('It broke down: out of memory.'))
    await asked
    expect(search.busy).toBeNull()
    expect(search.failure).toMatch(/^The search broke off: It broke down: out of memory\. Your set is as it was\.$/)
    void search.propose()
    expect(search.failure).toBeNull()
  })

  it('drops answers to another state of the set', async () => {
    const search = await open()
    const asked = search.propose()
    questions[0]!.answer(found(3))
    await asked
    fake.studio.document = { ...(fake.studio.document as StudioSet), name: 'Another' }
    await nextTick()
    expect(search.proposals).toBeNull()
  })

  it('carries a proposal out as its changes, and wants what was asked from then on', async () => {
    const search = await open()
    const before = fake.studio.document as StudioSet
    fake.light.asked = { 'backdrop/middle': { kind: 'value', value: 60 } }
    const asked = search.propose()
    questions[0]!.answer(found(3))
    await asked
    search.preview = search.proposals!.proposals[0]!
    expect(search.previewed!.subjects[0]!.place.yM).toBeCloseTo(before.subjects[0]!.place.yM + 0.4, 9)
    search.accept(search.proposals!.proposals[0]!)
    const after = fake.studio.document as StudioSet
    expect(after.subjects[0]!.place.yM).toBeCloseTo(before.subjects[0]!.place.yM + 0.4, 9)
    expect(after.looks[0]!.targets['backdrop/middle']).toEqual({ kind: 'value', value: 60 })
    expect(fake.light.asked).toBeNull()
  })
})
