import { spawnSync } from 'node:child_process'
import { appendFileSync, cpSync, mkdtempSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs'
import { connect } from 'node:net'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { demoSet } from '#core/edits/demo'
import { LAPTOP, openBrowser } from '#support/browser'
import { startServer } from '#support/server'

const OUTPUT = fileURLToPath(new URL('../../.output', import.meta.url))
let server: Awaited<ReturnType<typeof startServer>>

beforeAll(async () => {
  server = await startServer()
})
afterAll(() => server?.stop())

const ask = (path: string, init: RequestInit = {}) => fetch(`${server.url}${path}`, init)
const question = JSON.stringify({
  set: demoSet(),
  lookId: 'white',
  camera: { fNumber: 8, shutterS: 1 / 125, iso: 100 },
  seed: 7,
  take: 3,
  pointId: 'backdrop/middle',
  lightIds: ['backdrop-left'],
})
const post = (headers: Record<string, string>) =>
  ask('/api/bench/reading', {
    method: 'POST',
    body: question,
    headers: { 'content-type': 'application/json', ...headers },
  })
/** Sends bytes as they are: a client of the standard library would correct them. */
const raw = (text: string) =>
  new Promise<string>(resolve => {
    const socket = connect(server.port, '127.0.0.1', () => socket.write(text))
    let answer = ''
    socket.on('data', piece => {
      answer += piece.toString()
    })
    socket.on('close', () => resolve(answer))
    setTimeout(() => socket.destroy(), 3000)
  })

describe('the server', () => {
  it.each(['/', '/sets', '/mark.svg', '/api/bench/reading', '/nothing', '/.env'])(
    'sends strict headers with every answer: %s',
    async path => {
      const { headers } = await ask(path)
      expect(headers.get('content-security-policy')).toMatch(/default-src 'none'; script-src 'self'/)
      expect(
        headers
          .get('content-security-policy')!
          .split(';')
          .find(part => part.includes('script-src')),
      ).not.toContain('unsafe-inline')
      expect(
        Object.fromEntries(
          [
            'x-content-type-options',
            'x-frame-options',
            'referrer-policy',
            'cross-origin-opener-policy',
            'cross-origin-embedder-policy',
            'cross-origin-resource-policy',
          ].map(name => [name, headers.get(name)]),
        ),
      ).toEqual({
        'x-content-type-options': 'nosniff',
        'x-frame-options': 'DENY',
        'referrer-policy': 'no-referrer',
        'cross-origin-opener-policy': 'same-origin',
        'cross-origin-embedder-policy': 'require-corp',
        'cross-origin-resource-policy': 'same-origin',
      })
      expect(headers.get('permissions-policy')).toContain('geolocation=()')
    },
  )

  it.each([
    ['/sets', 200, /html/],
    ['/nothing', 404, /html/],
    ['/.env', 404, /json/],
    ['/api/anything', 404, /json/],
    ['/api/bench/reading', 405, /json/],
    ['/_nuxt/missing.js', 404, /json/],
    ['/sw.js.map', 404, /json/],
  ] as const)('answers %s with %i', async (path, status, type) => {
    const response = await ask(path)
    expect([response.status, response.headers.get('content-type')]).toEqual([status, expect.stringMatching(type)])
  })

  it('takes nothing from another site, under another name, or by another method', async () => {
    expect((await post({})).status).toBe(200)
    expect((await post({ origin: 'http://hostile.example' })).status).toBe(403)
    expect((await post({ 'content-type': 'text/plain' })).status).toBe(415)
    expect((await ask('/', { method: 'POST' })).status).toBe(405)
    expect((await ask('/api/bench/reading', { method: 'DELETE' })).status).toBe(405)
    expect(await raw('GET / HTTP/1.1\r\nHost: hostile.example\r\nConnection: close\r\n\r\n')).toMatch(/^HTTP\/1\.1 421/)
    expect(await raw('GET /../../package.json HTTP/1.1\r\nHost: 127.0.0.1\r\nConnection: close\r\n\r\n')).toMatch(
      /^HTTP\/1\.1 404/,
    )
  })

  it('stops reading a body that is too large, whether it says so or not', async () => {
    expect(
      await raw(
        `POST /api/bench/reading HTTP/1.1\r\nHost: 127.0.0.1\r\nContent-Type: application/json\r\nContent-Length: 99999999999\r\n\r\n{`,
      ),
    ).toMatch(/^HTTP\/1\.1 413/)
    const piece = `10000\r\n${'x'.repeat(0x10000)}\r\n`
    expect(
      await raw(
        `POST /api/bench/reading HTTP/1.1\r\nHost: 127.0.0.1\r\nContent-Type: application/json\r\nTransfer-Encoding: chunked\r\n\r\n${piece.repeat(140)}`,
      ),
    ).toMatch(/^HTTP\/1\.1 413/)
  })

  it('answers pages while the simulator works', async () => {
    const shooting = Promise.all(
      Array.from({ length: 3 }, (_, seed) =>
        ask('/api/bench/reading', {
          method: 'POST',
          headers: { 'content-type': 'application/json' },
          body: JSON.stringify({
            ...JSON.parse(question),
            set: { ...demoSet(), room: { ...demoSet().room, widthM: 6 + seed / 10 } },
            seed,
          }),
        }),
      ),
    )
    const before = performance.now()
    const pages = await Promise.all(Array.from({ length: 20 }, () => ask('/sets')))
    const took = performance.now() - before
    expect(pages.every(({ status }) => status === 200)).toBe(true)
    const answers = await shooting
    expect(answers.map(({ status }) => status)).toEqual([200, 200, 200])
    // The readings take a second and more; no page waited for them.
    expect(performance.now() - before).toBeGreaterThan(took)
  })

  it('says which port is taken and ends with an error', () => {
    const second = spawnSync(process.execPath, [join(OUTPUT, 'server', 'index.mjs')], {
      env: { ...process.env, HOST: '127.0.0.1', PORT: String(server.port) },
      encoding: 'utf8',
      timeout: 20_000,
    })
    expect([second.status, second.stderr.trim()]).toEqual([
      1,
      `Port ${server.port} of 127.0.0.1 is in use by another program. Close that, or choose another port: PORT=${server.port + 1} npm start`,
    ])
  })
})

describe('under a name of its own, without a certificate', () => {
  it('opens and works, and says what the browser forbids there', async () => {
    const named = await startServer({ env: { KEEN_TONAL_HOSTS: 'studio.test' } })
    const browser = await openBrowser(LAPTOP, ['studio.test'])
    try {
      await browser.go(`http://studio.test:${named.port}/`)
      expect(await browser.driver.executeScript('return [isSecureContext, typeof crypto.randomUUID]')).toEqual([
        false,
        'undefined',
      ])
      await browser.waitForText('verdict', /wanted 250/)
      await browser.click('switch-key')
      await browser.waitForText('save-state', /^Saved$/)
      await browser.go(`http://studio.test:${named.port}/sets`)
      await browser.waitForText('keeping', /Over plain http this browser gives no lasting storage and no second copies/)
      await browser.click('open-empty')
      await browser.find('brief')
      expect(await browser.complaints()).toEqual([])
    } finally {
      await browser.close()
      await named.stop()
    }
  })
})

describe('a browser that keeps nothing', () => {
  it('has the whole app, and is told that nothing is kept', async () => {
    const browser = await openBrowser(LAPTOP)
    try {
      const { driver } = browser
      await (
        driver as unknown as { sendDevToolsCommand: (name: string, what: object) => Promise<void> }
      ).sendDevToolsCommand('Page.addScriptToEvaluateOnNewDocument', {
        source: 'Object.defineProperty(window, "indexedDB", { value: undefined })',
      })
      await browser.go(server.url)
      await browser.waitForText(
        'notice-unkept',
        /Nothing is kept here: this browser offers no storage here\. Everything works/,
      )
      await browser.waitForText('verdict', /wanted 250/)
      await browser.click('switch-key')
      expect(await browser.textOf('save-state')).toBe('Kept in this tab only')
      await browser.go(`${server.url}/nothing-here`)
      await browser.waitFor('the words', async () =>
        /There is no such page/.test(await driver.executeScript('return document.body.innerText')),
      )
      expect(await browser.complaints(/404 \(Not Found\)/, /Page not found: \/nothing-here/)).toEqual([])
    } finally {
      await browser.close()
    }
  })
})

describe('a new version', () => {
  it('waits until the user wants it', async () => {
    const folder = mkdtempSync(join(tmpdir(), 'keen-tonal-output-'))
    cpSync(OUTPUT, folder, { recursive: true })
    const own = await startServer({ entry: join(folder, 'server', 'index.mjs') })
    const browser = await openBrowser(LAPTOP)
    try {
      await browser.go(own.url)
      await browser.waitForText('verdict', /wanted 250/)
      await browser.driver.executeAsyncScript(
        'const done = arguments[0]; navigator.serviceWorker.ready.then(() => done())',
      )
      await browser.driver.navigate().refresh()
      await browser.waitForText('verdict', /wanted 250/)
      await browser.click('switch-key')
      await browser.driver.executeScript('window.isTheSamePage = true')
      // What a deployment does: another worker, and a server that knows it.
      await own.stop()
      appendFileSync(join(folder, 'public', 'sw.js'), '\n// another version\n')
      const bundle = join(folder, 'server', 'chunks', 'nitro', 'nitro.mjs')
      writeFileSync(
        bundle,
        readFileSync(bundle, 'utf8').replace(
          /("\/sw\.js": \{[^}]*"etag": ")[^,]*(",[^}]*"size": )\d+/,
          `$1\\"other\\"$2${statSync(join(folder, 'public', 'sw.js')).size}`,
        ),
      )
      await own.restart()
      await browser.driver.executeAsyncScript(
        'const done = arguments[0]; navigator.serviceWorker.ready.then(worker => worker.update()).then(() => done())',
      )
      await browser.waitForText('new-version', /A new version of Keen Tonal is ready\. Reload when it suits you/)
      expect(await browser.driver.executeScript('return window.isTheSamePage')).toBe(true)
      await browser.driver
        .findElement({ xpath: '//*[@data-test="new-version"]//button[normalize-space()="Reload now"]' } as never)
        .click()
      await browser.waitFor(
        'the new page',
        async () => (await browser.driver.executeScript('return window.isTheSamePage')) !== true,
      )
      await browser.waitForText('power-key', /^off$/)
    } finally {
      await browser.close()
      await own.stop()
      rmSync(folder, { recursive: true, force: true })
    }
  })
})
