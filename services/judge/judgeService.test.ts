import { afterEach, describe, expect, it } from 'vitest'
import { eventually } from '#support/eventually'
import { portCarriers } from '#support/portCarrier'
import { solvedSet } from '#support/solvedSet'
import { demoSet } from '#core/edits/demo'
import { changeTargets } from '#core/edits/edits'
import { solveLook, type LookAnswer } from '#core/solve/lookPowers'
import { leanOf } from '../leanSet'
import { judgeApi } from './judgeApi'
import { judgeService, type PowersQuestion } from './judgeService'

const workers = portCarriers(judgeApi)
afterEach(workers.endAll)

const questionOf = async (value: number): Promise<PowersQuestion> => {
  const set = changeTargets(demoSet(), 'white', { 'backdrop/middle': { kind: 'value', value } })
  const { evaluation } = await solvedSet(set)
  return { set: leanOf(set), look: set.looks[0]!, camera: evaluation.camera, lighting: evaluation.lighting }
}
const fail = (error: unknown) => {
  throw error
}

describe('the judging service', () => {
  it('answers powers as the solver does', async () => {
    const question = await questionOf(230)
    const answer = await new Promise<LookAnswer>((resolve, reject) =>
      judgeService(workers.start).powers(question, resolve, reject),
    )
    const { evaluation } = await solvedSet({ ...demoSet(), looks: [question.look] })
    expect(answer.settings).toEqual(solveLook(evaluation).settings)
  })

  it('answers the newest question alone: whoever asked before and waits gets nothing', async () => {
    const service = judgeService(workers.start)
    const questions = await Promise.all([200, 210, 220, 230].map(questionOf))
    const answered: number[] = []
    questions.forEach((question, index) => service.powers(question, () => answered.push(index), fail))
    await eventually(() => expect(answered).toContain(3), 20_000)
    // The one that was already under way may still be answered; those between never are.
    expect(answered.filter(index => index === 1 || index === 2)).toEqual([])
  })

  it('fails a question whose worker dies, and answers the next', async () => {
    const service = judgeService(workers.start)
    const question = await questionOf(230)
    const died = new Promise<Error>(resolve =>
      service.powers(
        question,
        () => undefined,
        error => resolve(error as Error),
      ),
    )
    await eventually(() => expect(workers.started.length).toBeGreaterThan(0))
    workers.started.at(-1)!.die('gone')
    expect((await died).message).toContain('gone')
    const answer = await new Promise<LookAnswer>((resolve, reject) => service.powers(question, resolve, reject))
    expect(answer.misses.length).toBeGreaterThan(0)
  })

  it('studies no readings as nothing learned, and drops a study that newer readings overtake', async () => {
    const service = judgeService(workers.start)
    const first = service.calibrate([], ['key'], null)
    const second = service.calibrate([], ['key'], null)
    expect(await first).toBeUndefined()
    expect((await second)!.learned.lightStops).toEqual({ key: 0 })
  })
})
