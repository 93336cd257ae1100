import fc from 'fast-check'
import { beforeEach, afterEach, describe, expect, it, vi } from 'vitest'
import { createWriter, type SaveState, type WriteEnd } from './writer'

beforeEach(() => {
  vi.useFakeTimers()
})
afterEach(() => {
  vi.useRealTimers()
})

/** A disk that takes its time, and does what it is told to. */
const disk = () => {
  const told: [SaveState, string][] = []
  const kept: number[] = []
  let [document, isWriting, overlaps] = [0, false, 0]
  let next: () => WriteEnd = () => ({ kind: 'saved' })
  const writer = createWriter({
    write: async () => {
      if (isWriting) overlaps += 1
      isWriting = true
      const value = document
      await new Promise(resolve => setTimeout(resolve, 40))
      isWriting = false
      const end = next()
      if (end.kind === 'saved') kept.push(value)
      return end
    },
    onState: (state, reason) => told.push([state, reason]),
  })
  return {
    writer,
    told,
    kept,
    edit: () => {
      document += 1
      writer.touch()
    },
    answer: (end: () => WriteEnd) => {
      next = end
    },
    get document() {
      return document
    },
    get overlaps() {
      return overlaps
    },
    state: () => told.at(-1)?.[0],
  }
}
const fails = (): never => {
  throw new Error('QuotaExceededError')
}

describe('the writer', () => {
  it('writes quick changes together, and says saved only of the newest', async () => {
    const { writer: _writer, edit, kept, told, state } = disk()
    edit()
    edit()
    expect(state()).toBe('saving')
    await vi.advanceTimersByTimeAsync(270)
    edit()
    await vi.advanceTimersByTimeAsync(30)
    expect(kept).toEqual([2])
    expect(state()).toBe('saving')
    await vi.advanceTimersByTimeAsync(300)
    expect(kept).toEqual([2, 3])
    expect(told.filter(([name]) => name === 'saved')).toHaveLength(1)
  })

  it('tries again with growing gaps, says why, and never saved meanwhile; an edit does not hide the trouble', async () => {
    const the = disk()
    the.answer(fails)
    the.edit()
    await vi.advanceTimersByTimeAsync(300)
    expect(the.told.at(-1)).toEqual(['failed', 'QuotaExceededError'])
    the.edit()
    expect(the.state()).toBe('failed')
    const before = the.told.length
    await vi.advanceTimersByTimeAsync(60_000)
    const tries = the.told.length - before
    expect(tries).toBeGreaterThanOrEqual(5)
    expect(tries).toBeLessThanOrEqual(9)
    expect(the.told.some(([name]) => name === 'saved')).toBe(false)
    the.answer(() => ({ kind: 'saved' }))
    await vi.advanceTimersByTimeAsync(11_000)
    expect(the.kept).toEqual([2])
    expect(the.state()).toBe('saved')
  })

  it.each(['deleted', 'missing', 'lost'] as const)(
    'stops where there is nothing to write to (%s) until it is told to go on',
    async kind => {
      const the = disk()
      the.answer(() => ({ kind }))
      the.edit()
      await vi.advanceTimersByTimeAsync(400)
      the.edit()
      await vi.advanceTimersByTimeAsync(60_000)
      expect(the.state()).toBe(kind)
      expect(the.kept).toEqual([])
      expect(the.writer.isBehind()).toBe(true)
      the.answer(() => ({ kind: 'saved' }))
      const resumed = the.writer.resume()
      await vi.advanceTimersByTimeAsync(100)
      expect(await resumed).toBe(true)
      expect(the.kept).toEqual([2])
    },
  )

  it('writes what waits at once when asked to, and says whether it did', async () => {
    const the = disk()
    the.edit()
    const flushed = the.writer.flush()
    await vi.advanceTimersByTimeAsync(50)
    expect(await flushed).toBe(true)
    expect(the.kept).toEqual([1])
    the.answer(fails)
    the.edit()
    const failed = the.writer.flush()
    await vi.advanceTimersByTimeAsync(50)
    expect(await failed).toBe(false)
  })

  it('never overlaps, and loses nothing, whatever comes in whatever order', async () => {
    type Event = 'edit' | 'wait' | 'long' | 'flush' | 'full' | 'room'
    await fc.assert(
      fc.asyncProperty(
        fc.array(fc.constantFrom<Event>('edit', 'wait', 'long', 'flush', 'full', 'room'), { maxLength: 40 }),
        async events => {
          const the = disk()
          for (const event of events) {
            if (event === 'edit') the.edit()
            if (event === 'wait') await vi.advanceTimersByTimeAsync(130)
            if (event === 'long') await vi.advanceTimersByTimeAsync(3000)
            if (event === 'flush') void the.writer.flush()
            if (event === 'full') the.answer(fails)
            if (event === 'room') the.answer(() => ({ kind: 'saved' }))
            // Saved is a promise: the newest edit is on the disk.
            if (the.state() === 'saved') expect(the.kept.at(-1)).toBe(the.document)
          }
          the.answer(() => ({ kind: 'saved' }))
          await vi.advanceTimersByTimeAsync(40_000)
          expect(the.overlaps).toBe(0)
          expect(the.kept.at(-1) ?? 0).toBe(the.document)
        },
      ),
      { numRuns: 150 },
    )
  })
})
