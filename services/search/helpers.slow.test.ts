import { afterEach, describe, expect, it } from 'vitest'
import { portCarriers } from '#support/portCarrier'
import { askLook } from '#core/brief/looks'
import { NOTHING_LEARNED } from '#core/calibration/calibration'
import { demoSet } from '#core/edits/demo'
import { propose, type ProposeOptions, type Proposed } from '#core/solve/moves/propose'
import type { Question, Trial } from '#core/solve/moves/trial'
import { eventually } from '#support/eventually'
import { helperCount } from '../rpc/helperCount'
import { helperApi } from './helperApi'
import { helper } from './helpers'

const workers = portCarriers(helperApi)
afterEach(() => workers.endAll())

const question: Question = {
  set: askLook(demoSet(), 'white', 'dark-grey'),
  lookId: 'white',
  learned: NOTHING_LEARNED,
  fixedIds: [],
  mayChangeCamera: true,
}
/** Less work than a whole search, and enough for two moves laid on one another. */
const most = 60
let alone: Promise<Proposed | undefined> | undefined
const byOne = () => (alone ??= propose(question, { most }))

/** A search with so many helpers in workers of their own. */
const helped = (
  count: number,
  { signal = new AbortController().signal, ...options }: ProposeOptions & { signal?: AbortSignal } = {},
) => {
  const pictured: Trial[] = []
  const ends = Array.from({ length: count }, () => helper(workers.start))
  const answer = propose(question, {
    most,
    help: (asked, own) =>
      ends.map(end =>
        end({ question: asked, own, signal, see: (trial, picture) => picture.width > 0 && pictured.push(trial) }),
      ),
    ...options,
  })
  return { answer, pictured }
}

describe('a search with helpers', () => {
  it('has the answers of a search alone, whoever did what', async () => {
    const { answer, pictured } = helped(2)
    expect(await answer).toEqual(await byOne())
    // Both were asked for more than one part, and what they verified brought its picture.
    expect(workers.started.map(({ sentBytes }) => sentBytes.length > 1)).toEqual([true, true])
    for (const { moves } of pictured) expect(moves.length).toBeGreaterThan(0)
  })

  it('has them too where a helper dies under its work', async () => {
    const { answer } = helped(1)
    await eventually(() => expect(workers.started[0]?.sentBytes.length).toBeGreaterThan(1))
    workers.started[0]!.die('out of memory')
    expect(await answer).toEqual(await byOne())
  })

  it('has them too where the browser starts none', async () => {
    const none = helper(() => {
      throw new TypeError('no workers here')
    })
    const { signal } = new AbortController()
    const answer = await propose(question, {
      most,
      help: (asked, own) => [none({ question: asked, own, signal, see: () => {} })],
    })
    expect(answer).toEqual(await byOne())
  })

  it('is called off with all that help', async () => {
    const off = new AbortController()
    const { answer } = helped(2, { signal: off.signal, pause: () => Promise.resolve(off.signal.aborted) })
    await eventually(() => expect(workers.started[1]?.sentBytes.length).toBeGreaterThan(1))
    off.abort()
    expect(await answer).toBeUndefined()
  })

  it('has as many as there are cores beside its own, three at most', () => {
    expect([1, 2, 3, 4, 16].map(helperCount)).toEqual([0, 1, 2, 3, 3])
  })
})
