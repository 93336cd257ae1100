import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { demoSet } from '#core/set/demo'
import { startServer } from '#support/server'

let server: Awaited<ReturnType<typeof startServer>>

beforeAll(async () => {
  server = await startServer()
})
afterAll(() => server?.stop())

const post = (path: string, body: string) => fetch(`${server.url}/api/bench/${path}`, { method: 'POST', body, headers: { 'content-type': 'application/json' } })
const question = { set: demoSet(), lookId: 'white', camera: { fNumber: 8, shutterS: 1 / 125, iso: 100 }, seed: 7, take: 3, pointId: 'backdrop/middle', lightIds: ['backdrop-left'] }

describe('the bench as a server', () => {
  it('gives equal answers to equal questions, and other studios to other seeds', async () => {
    const ask = async (seed: number) => (await (await post('reading', JSON.stringify({ ...question, seed }))).json()).fNumber
    expect(await ask(7)).toBe(await ask(7))
    expect(new Set(await Promise.all([1, 2, 3, 4, 5, 6].map(ask))).size).toBeGreaterThan(1)
  })

  it.each([
    ['reading', 'not json', 400, /takes JSON/],
    ['reading', '{}', 400, /cannot use this request/],
    ['reading', JSON.stringify({ ...question, pointId: 'moon' }), 400, /no such meter point/],
    ['frame', JSON.stringify({ ...question, width: 100_000 }), 400, /cannot use this request/],
    ['reading', JSON.stringify({ ...question, set: { ...demoSet(), notes: 'x'.repeat(5 * 1024 * 1024) } }), 413, /up to 4 MB/],
  ])('refuses a bad question to %s with the reason', async (path, body, status, reason) => {
    const response = await post(path, body)
    expect(response.status).toBe(status)
    expect((await response.json()).message).toMatch(reason)
  })
})
