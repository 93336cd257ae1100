import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { demoSet } from '#core/edits/demo'
import { startServer } from '#support/server'

let server: Awaited<ReturnType<typeof startServer>>

beforeAll(async () => {
  server = await startServer()
})
afterAll(() => server?.stop())

const post = (path: string, body: string) =>
  fetch(`${server.url}/api/bench/${path}`, { method: 'POST', body, headers: { 'content-type': 'application/json' } })
const question = {
  set: demoSet(),
  lookId: 'white',
  camera: { fNumber: 8, shutterS: 1 / 125, iso: 100 },
  seed: 7,
  take: 3,
  pointId: 'backdrop/middle',
  lightIds: ['backdrop-left'],
}

describe('the bench as a server', () => {
  it('gives equal answers to equal questions, and other studios to other seeds', async () => {
    const ask = async (seed: number) =>
      (await (await post('reading', JSON.stringify({ ...question, seed }))).json()).fNumber
    expect(await ask(7)).toBe(await ask(7))
    expect(new Set(await Promise.all([1, 2, 3, 4, 5, 6].map(ask))).size).toBeGreaterThan(1)
  })

  it.each([
    ['reading', 'not json', 400, /takes JSON/],
    ['reading', '{}', 400, /request cannot be used/],
    ['reading', JSON.stringify({ ...question, pointId: 'moon' }), 400, /no such meter point/],
    [
      'tether/shoot',
      JSON.stringify({
        set: demoSet(),
        lookId: 'white',
        camera: question.camera,
        seed: 1,
        take: 0,
        what: 'frame',
        session: 'a-session',
        shot: 'a-shot-of-it',
        width: 100_000,
      }),
      400,
      /request cannot be used. width/,
    ],
    [
      'tether/shoot',
      JSON.stringify({
        set: demoSet(),
        lookId: 'white',
        camera: question.camera,
        seed: 1,
        take: 0,
        what: 'frame',
        session: 'a',
        shot: 'a-shot-of-it',
        width: 100,
      }),
      400,
      /8 to 64 letters/,
    ],
    [
      'reading',
      JSON.stringify({ ...question, set: { ...demoSet(), notes: 'x'.repeat(9 * 1024 * 1024) } }),
      413,
      /up to 8 MB/,
    ],
  ])('refuses a bad question to %s with the reason', async (path, body, status, reason) => {
    const response = await post(path, body)
    expect(response.status).toBe(status)
    expect((await response.json()).message).toMatch(reason)
  })

  it('hands over no picture that it does not hold, and no events without a session', async () => {
    expect((await fetch(`${server.url}/api/bench/tether/nothing-here`)).status).toBe(404)
    expect((await fetch(`${server.url}/api/bench/tether?session=x`)).status).toBe(400)
  })
})
