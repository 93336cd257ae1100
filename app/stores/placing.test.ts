import { createPinia, setActivePinia } from 'pinia'
import { nextTick, shallowReactive } from 'vue'
import { beforeEach, describe, expect, it, vi } from 'vitest'
import { demoSet } from '#core/edits/demo'
import { moveLight, renameSet } from '#core/edits/edits'
import { difference } from '#core/edits/patch'
import { addSitter, editDay } from '#core/looks/dayEdits'
import type { StudioSet } from '#core/model/schema'
import type { Asking } from '#services/rpc/connect'
import type { Found } from '#services/search/found'
import type { PlacedFront, PlacedLooks } from '#services/search/searchApi'

type Question = {
  asking: Asking<Found<PlacedFront>>
  answer: (found?: PlacedFront) => void
  fail: (error: Error) => void
}
const fake = vi.hoisted(() => ({ questions: [] as unknown[], studio: {} as Record<string, unknown> }))
const questions = fake.questions as Question[]

vi.mock('#services/search/searchService', () => ({
  searchService: () => ({
    placeForAll: (_set: StudioSet, _search: unknown, asking: Asking<Found<PlacedFront>>) =>
      new Promise((answer, fail) => {
        asking.signal?.addEventListener('abort', () => fail(asking.signal!.reason as Error))
        fake.questions.push({ asking, answer, fail })
      }),
  }),
}))
vi.mock('./studio', () => ({ useStudio: () => fake.studio }))
vi.mock('./light', () => ({ useLight: () => ({ calibration: undefined }) }))
vi.mock('./kit', () => ({ useKit: () => ({ kit: {} }) }))

const stored = () => fake.studio.stored as StudioSet
const placed = (id: string, missStops: number, after: StudioSet = stored()): PlacedLooks => ({
  id,
  start: { kind: 'as-is' },
  moves: [],
  looks: [],
  served: 1,
  missStops,
  onceMinutes: 0,
  betweenMinutes: 3,
  change: { kind: 'patch', patch: difference(stored(), after) },
})
const front = (...all: PlacedLooks[]): PlacedFront => ({ front: all, isFinal: true })
const open = async () => {
  const { usePlacing } = await import('./placing')
  return usePlacing()
}
const settled = async () => {
  await nextTick()
  await new Promise(resolve => setTimeout(resolve))
}

beforeEach(() => {
  setActivePinia(createPinia())
  questions.length = 0
  fake.studio = shallowReactive<Record<string, unknown>>({
    stored: addSitter(demoSet(), { lookIds: ['white'] }),
    editKept: (change: (set: StudioSet) => StudioSet) => {
      fake.studio.stored = change(stored())
    },
  })
})

describe('what is asked of all looks', () => {
  it('shows answers as they come, the one that misses least first, and the one that is chosen', async () => {
    const placing = await open()
    void placing.askPlacement()
    expect(placing.busy).toBe('placement')
    questions[0]!.asking.report!({ found: front(placed('a', 1), placed('b', 0)), share: 0.4 })
    expect([placing.shown?.id, placing.share]).toEqual(['b', 0.4])
    placing.chosenId = 'a'
    expect(placing.shown?.id).toBe('a')
    questions[0]!.answer(front(placed('c', 2)))
    await settled()
    expect([placing.shown?.id, placing.busy]).toEqual(['c', null])
  })

  it('makes a placement as one edit of the set that is kept', async () => {
    const placing = await open()
    void placing.askPlacement()
    const after = moveLight(stored(), 'key', { xM: 1, yM: 4, zM: 2 })
    questions[0]!.answer(front(placed('a', 0, after)))
    await settled()
    placing.accept(placing.shown!)
    expect(stored()).toEqual(after)
    await settled()
    expect(placing.taken).toBe('placement')
    expect(placing.found).toBeNull()
    expect(placing.failure).toBeNull()
  })

  it('is called off, and says so, when the set changes; not by what comes of the day, nor by a name', async () => {
    const placing = await open()
    void placing.askPlacement()
    fake.studio.stored = renameSet(stored(), 'Another name')
    const done = { state: 'done' as const, plannedMinutes: 5, tookMinutes: 6, endedAt: 600 }
    fake.studio.stored = editDay(stored(), { done: [{ sitterId: 'sitter-1', lookId: 'white', ...done }] })
    await settled()
    expect(placing.busy).toBe('placement')
    fake.studio.stored = moveLight(stored(), 'key', { xM: 1, yM: 4, zM: 2 })
    await settled()
    expect(placing.busy).toBeNull()
    expect(placing.failure).toMatchObject({
      kind: 'placement',
      words: expect.stringContaining('was changed') as string,
    })
    // What still comes in of it is of another set.
    questions[0]!.answer(front(placed('late', 0)))
    await settled()
    expect(placing.found).toBeNull()
  })

  it('stops without a word, and tells what broke off', async () => {
    const placing = await open()
    void placing.askPlacement()
    placing.stop()
    await settled()
    expect([placing.busy, placing.failure]).toEqual([null, null])
    void placing.askPlacement()
    questions[1]!.fail(new Error('out of memory.'))
    await settled()
    expect(placing.failure!.words).toBe('The search broke off: out of memory. Your set is as it was.')
    void placing.askPlacement()
    expect(placing.failure).toBeNull()
  })
})
