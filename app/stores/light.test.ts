import { createPinia, setActivePinia } from 'pinia'
import { nextTick, shallowReactive } from 'vue'
import { beforeEach, describe, expect, it, vi } from 'vitest'
import { eventually } from '#support/eventually'
import { solvedSet } from '#support/solvedSet'
import { demoSet } from '#core/edits/demo'
import { moveLight } from '#core/edits/edits'
import type { StudioSet } from '#core/model/schema'
import { solveLook } from '#core/solve/lookPowers'
import type { PowersQuestion } from '#services/judge/judgeService'
import type { Asking } from '#services/rpc/connect'
import type { Exactness, SolveAnswer } from '#services/light/lightApi'
import { evaluate } from '#core/evaluation/evaluation'

type Solve = {
  revision: number
  set: StudioSet
  exactness: Exactness
  asking: Asking<number>
  answer: (answer: SolveAnswer) => void
  fail: (error: Error) => void
}

const fake = vi.hoisted(() => ({ solves: [] as unknown[], studio: {} as Record<string, unknown> }))
const solves = fake.solves as Solve[]

vi.mock('#services/light/lightService', () => ({
  lightService: () => ({
    solve: (revision: number, set: StudioSet, exactness: Exactness, asking: Asking<number>) =>
      new Promise((answer, fail) => {
        asking.signal?.addEventListener('abort', () => fail(asking.signal!.reason as Error))
        fake.solves.push({ revision, set, exactness, asking, answer, fail })
      }),
    warm: () => Promise.resolve(),
  }),
}))
vi.mock('#services/judge/judgeService', () => ({
  judgeService: () => ({
    begin: () => {},
    calibrate: () => Promise.resolve(undefined),
    powers: ({ set, look, camera, lighting }: PowersQuestion, answered: (answer: unknown) => void) =>
      answered(solveLook(evaluate({ ...set, readings: [], frames: [] }, look, lighting, camera))),
  }),
}))
vi.mock('./studio', () => ({ useStudio: () => fake.studio }))

const put = (document: StudioSet) => {
  fake.studio.document = document
  fake.studio.look = document.looks[0]
}
const open = async () => {
  const { useLight } = await import('./light')
  return useLight()
}
const answerOf = async (solve: Solve): Promise<SolveAnswer> => {
  const { evaluation } = await solvedSet(solve.set)
  return { revision: solve.revision, layers: [...evaluation.lighting.layers], isDraft: false, intrusions: [] }
}
const settled = () => eventually(() => expect(solves.length).toBeGreaterThan(0))

beforeEach(() => {
  setActivePinia(createPinia())
  solves.length = 0
  fake.studio = shallowReactive<Record<string, unknown>>({ isDragging: false }) as Record<string, unknown>
  put(demoSet())
})

describe('the light store', () => {
  it('says nothing before there is light, and then what one evaluation says', async () => {
    const light = await open()
    await settled()
    expect([light.isLit, light.verdict, light.readouts]).toEqual([false, undefined, []])
    solves[0]!.answer(await answerOf(solves[0]!))
    await eventually(() => expect(light.verdict).toBeDefined())
    const { evaluation } = await solvedSet(demoSet())
    expect(light.isLit).toBe(true)
    expect(light.readouts.map(({ stops }) => stops)).toEqual(evaluation.readouts.map(({ stops }) => stops))
    expect(light.verdict!.headline).toMatch(/wanted 250/)
  })

  it('knows that figures are of a set that stood otherwise, and asks for the newer one', async () => {
    const light = await open()
    await settled()
    solves[0]!.answer(await answerOf(solves[0]!))
    await eventually(() => expect(light.isBusy).toBe(false))
    const key = demoSet().lights.find(({ id }) => id === 'key')!
    put(moveLight(demoSet(), 'key', { ...key.place, yM: key.place.yM - 0.3 }))
    await nextTick()
    expect([light.isLit, light.isKnown]).toEqual([false, false])
    await eventually(() => expect(solves).toHaveLength(2))
    expect(solves[1]!.revision).toBe(2)
    solves[1]!.answer(await answerOf(solves[1]!))
    await eventually(() => expect([light.isLit, light.isKnown]).toEqual([true, true]))
  })

  it('says why light could not be worked out, and tries again with the next change', async () => {
    const light = await open()
    await settled()
    solves[0]!.fail(new Error('It broke down: out of memory.'))
    await eventually(() => expect(light.failure).toMatch(/It broke down: out of memory\. Undo the last step/))
    expect(light.isBusy).toBe(false)
    const key = demoSet().lights.find(({ id }) => id === 'key')!
    put(moveLight(demoSet(), 'key', { ...key.place, yM: key.place.yM - 0.3 }))
    await eventually(() => expect(solves).toHaveLength(2))
    solves[1]!.answer(await answerOf(solves[1]!))
    await eventually(() => expect(light.failure).toBeNull())
  })

  it('stops when it is told to, without a failure', async () => {
    const light = await open()
    await settled()
    light.stop()
    await eventually(() => expect(light.isBusy).toBe(false))
    expect([light.isStopped, light.failure, solves.length]).toEqual([true, null, 1])
  })

  it('leaves the whole while the hand moves, asks for it at rest, and drops it as soon as the hand moves on', async () => {
    const light = await open()
    await settled()
    // The first answer is rough, so that there are figures soon; the whole follows by itself.
    expect(solves[0]!.exactness).toBe('draft')
    solves[0]!.answer({ ...(await answerOf(solves[0]!)), isDraft: true })
    await eventually(() => expect(solves).toHaveLength(2))
    expect(solves[1]!.exactness).toBe('full')
    solves[1]!.answer(await answerOf(solves[1]!))
    await eventually(() => expect(light.verdict).toBeDefined())

    fake.studio.isDragging = true
    const key = demoSet().lights[0]!
    const moveTo = (xM: number) => put(moveLight(demoSet(), key.id, { ...key.place, xM }))
    for (const [step, xM] of [0.2, 0.4, 0.6].entries()) {
      moveTo(xM)
      await eventually(() => expect(solves).toHaveLength(3 + step))
      expect(solves[2 + step]!.exactness).toBe('quick')
      solves[2 + step]!.answer({ ...(await answerOf(solves[2 + step]!)), isDraft: true })
    }
    await eventually(() => expect(solves).toHaveLength(6))
    expect(solves[5]!.exactness).toBe('full')
    moveTo(0.8)
    await eventually(() => expect(solves[5]!.asking.signal!.aborted).toBe(true))
    await eventually(() => expect(solves).toHaveLength(7))
    expect(solves[6]!.exactness).toBe('quick')
  })
})
