import { createPinia, setActivePinia } from 'pinia'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import type { Asking } from '#services/rpc/connect'
import type { LiveReading } from '#services/live/liveApi'

type Watch = { asking: Asking<LiveReading>; end: () => void; fail: (error: Error) => void }

const fake = vi.hoisted(() => ({ watches: [] as unknown[] }))
const watches = fake.watches as Watch[]

vi.mock('#services/live/liveService', () => ({
  liveService: () => ({
    watch: (_frames: unknown, _ask: unknown, asking: Asking<LiveReading>) =>
      new Promise<void>((end, fail) => {
        asking.signal?.addEventListener('abort', () => fail(asking.signal!.reason as Error))
        fake.watches.push({ asking, end, fail })
      }),
  }),
}))
vi.mock('./studio', () => ({ useStudio: () => ({ document: {} }) }))
vi.mock('./frames', () => ({ useFrames: () => ({}) }))

/** A track of a camera, and its clones. */
const made: { stop: ReturnType<typeof vi.fn> }[] = []
const track = () => {
  const one = { stop: vi.fn(), clone: track, getSettings: () => ({ deviceId: 'a' }), addEventListener: () => {} }
  made.push(one)
  return one
}
let allow: (() => void)[] = []

beforeEach(() => {
  vi.useFakeTimers()
  setActivePinia(createPinia())
  watches.length = 0
  made.length = 0
  allow = []
  vi.stubGlobal(
    'MediaStreamTrackProcessor',
    class {
      readonly readable = {}
    },
  )
  vi.stubGlobal('navigator', {
    mediaDevices: {
      getUserMedia: () =>
        new Promise(resolve =>
          allow.push(() => {
            const one = track()
            resolve({ getTracks: () => [one], getVideoTracks: () => [one] })
          }),
        ),
      enumerateDevices: () => Promise.resolve([]),
    },
  })
})
afterEach(() => {
  vi.useRealTimers()
  vi.unstubAllGlobals()
})

const opened = async () => {
  const { useLive } = await import('./live')
  const live = useLive()
  void live.open()
  return live
}
const allowed = async () => {
  allow.at(-1)!()
  await vi.advanceTimersByTimeAsync(0)
}

describe('a camera', () => {
  it('is opened again where it sends no picture, and given up with a word after three times', async () => {
    const live = await opened()
    for (let round = 1; round <= 3; round++) {
      await allowed()
      expect([watches.length, live.isOpen, live.problem]).toEqual([round, true, ''])
      await vi.advanceTimersByTimeAsync(6000)
    }
    expect([watches.length, live.isOpen]).toEqual([3, false])
    expect(live.problem).toMatch(/sends no picture/)
    expect(made.every(({ stop }) => stop.mock.calls.length > 0)).toBe(true)
  })

  it('is left alone once a picture came', async () => {
    const live = await opened()
    await allowed()
    watches[0]!.asking.report!({} as LiveReading)
    await vi.advanceTimersByTimeAsync(60_000)
    expect([watches.length, live.isOpen, live.problem]).toEqual([1, true, ''])
  })

  it('that is allowed after the page was left is let go at once', async () => {
    const live = await opened()
    live.close()
    await allowed()
    expect([live.isOpen, watches.length]).toEqual([false, 0])
    expect(made.map(({ stop }) => stop.mock.calls.length)).toEqual([1])
  })

  it('whose pictures end says so, and every track of it is stopped', async () => {
    const live = await opened()
    await allowed()
    watches[0]!.end()
    await vi.advanceTimersByTimeAsync(0)
    expect([live.isOpen, live.problem]).toEqual([false, 'The camera sends no more pictures. Open it again.'])
    expect(made.every(({ stop }) => stop.mock.calls.length > 0)).toBe(true)
  })
})
