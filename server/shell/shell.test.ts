import { createHash } from 'node:crypto'
import { existsSync, readdirSync } from 'node:fs'
import { fileURLToPath } from 'node:url'
import { describe, expect, it } from 'vitest'
import { withEarlyWorker } from './earlyWorker'
import { meantBase, withinBase } from './base'
import { answerHeaders, contentPolicy, scriptHashes, workerPolicy } from './headers'
import { isOwnHost, refusalOf } from './guard'
import { isPage, looksLikePage } from './pages'

const asked = (more: Partial<Parameters<typeof refusalOf>[0]>) =>
  refusalOf({ method: 'GET', path: '/', host: '127.0.0.1:3000', origin: undefined, site: undefined, ...more }, [
    'studio.example',
  ])?.status

describe('the door', () => {
  it('answers for numbers, localhost and the names it was told, and for no other name', () => {
    for (const host of [
      '127.0.0.1',
      '127.0.0.1:3000',
      '[::1]:3000',
      '192.168.1.7:3000',
      'localhost:3000',
      'Studio.example:80',
    ])
      expect(isOwnHost(host, ['studio.example']), host).toBe(true)
    for (const host of [
      undefined,
      '',
      'hostile.example',
      '127.0.0.1.hostile.example',
      'localhost.hostile.example',
      'studio.example.hostile',
    ])
      expect(isOwnHost(host, ['studio.example']), host).toBe(false)
    expect(asked({ host: 'hostile.example' })).toBe(421)
  })

  it('takes nothing from other sites under /api, whatever they say of themselves', () => {
    const post = { method: 'POST', path: '/api/bench/reading' }
    expect(asked(post)).toBeUndefined()
    expect(asked({ ...post, origin: 'http://127.0.0.1:3000', site: 'same-origin' })).toBeUndefined()
    expect(asked({ ...post, origin: 'http://hostile.example' })).toBe(403)
    expect(asked({ ...post, origin: 'null' })).toBe(403)
    expect(asked({ ...post, site: 'cross-site' })).toBe(403)
    expect(asked({ path: '/api/bench/tether', site: 'same-site' })).toBe(403)
  })

  it('takes the methods that there are, where they are', () => {
    expect(asked({ method: 'POST' })).toBe(405)
    expect(asked({ method: 'DELETE', path: '/api/bench/reading' })).toBe(405)
    expect(asked({ method: 'TRACE' })).toBe(405)
    expect(asked({ method: 'HEAD' })).toBeUndefined()
  })
})

describe('a path that the app lives under', () => {
  it('is taken off, and what lies outside of it is not the app', () => {
    expect(withinBase('/frames/live', '/')).toBe('/frames/live')
    expect(withinBase('/studio/', '/studio/')).toBe('/')
    expect(withinBase('/studio/api/health', '/studio/')).toBe('/api/health')
    for (const outside of ['/', '/api/health', '/studio', '/studios/api', '/other/studio/'])
      expect(withinBase(outside, '/studio/'), outside).toBeUndefined()
  })

  it('is meant by whoever leaves its last slash out', () => {
    expect(meantBase('/studio', '/studio/')).toBe('/studio/')
    expect(meantBase('/studios', '/studio/')).toBeUndefined()
    expect(meantBase('', '/')).toBeUndefined()
  })
})

describe('headers', () => {
  it('let the inline scripts of the page run, and no other', () => {
    const hashes = scriptHashes(
      '<script src="/a.js"></script><script type="application/json">{"a":1}</script><script>window.a = 1</script>',
    )
    expect(hashes).toEqual([`'sha256-${createHash('sha256').update('window.a = 1').digest('base64')}'`])
    const script = contentPolicy(hashes)
      .split('; ')
      .find(part => part.startsWith('script-src'))
    expect(script).toBe(`script-src 'self' 'wasm-unsafe-eval' ${hashes[0]}`)
  })

  it('let the page start its worker: the script that it gets is the one that may run', () => {
    const names = ['entry-a.js', 'light.worker-Ab_9-x.js', 'figure.worker-1.js']
    const html = withEarlyWorker('<head><title>x</title></head><body></body>', '/studio/', names)
    const [, script] = /<script>(.*?)<\/script><\/head>/.exec(html)!
    expect(script).toContain(`new Worker('/studio/_nuxt/light.worker-Ab_9-x.js',{type:'module'})`)
    expect(scriptHashes(html)).toHaveLength(1)
    const ran = (pathname: string, started: string[]) => {
      const self: { earlyLight?: { onerror: () => void } } = {}
      class Worker {
        onerror = () => {}
        constructor(path: string) {
          started.push(path)
        }
      }
      new Function('self', 'location', 'Worker', script!)(self, { pathname }, Worker)
      return self
    }
    const started: string[] = []
    const page = ran('/studio/', started)
    expect(started).toEqual(['/studio/_nuxt/light.worker-Ab_9-x.js'])
    expect(page.earlyLight).toBeDefined()
    // One that does not load is none.
    page.earlyLight!.onerror()
    expect(page.earlyLight).toBeUndefined()
    for (const path of ['/studio/phone', '/studio/phone/']) expect(ran(path, started).earlyLight).toBeUndefined()
    expect(started).toHaveLength(1)
    expect(withEarlyWorker('<head></head>', '/', ['entry-a.js'])).toBe('<head></head>')
  })

  it('ask for isolation where a browser grants it', () => {
    expect(answerHeaders('x', true)).toMatchObject({
      'cross-origin-opener-policy': 'same-origin',
      'cross-origin-embedder-policy': 'require-corp',
      'x-content-type-options': 'nosniff',
    })
    expect(answerHeaders('x', false)).not.toHaveProperty('cross-origin-opener-policy')
  })
})

describe('pages', () => {
  it('are all that the app has', () => {
    const folder = fileURLToPath(new URL('../../app/pages', import.meta.url))
    expect(existsSync(folder)).toBe(true)
    const files = (readdirSync(folder, { recursive: true }) as string[]).filter(name => name.endsWith('.vue'))
    for (const file of files) {
      const path = `/${file.replace(/\.vue$/, '').replace(/(^|\/)index$/, '')}`.replace(/(.)\/$/, '$1')
      expect(isPage(path), path).toBe(true)
    }
  })

  it('are told from files and hidden things', () => {
    expect(['/nothing', '/meter/nothing/'].every(looksLikePage)).toBe(true)
    expect(['/.env', '/a.php', '/_nuxt/x.js', '/a/../b', '//x'].some(looksLikePage)).toBe(false)
  })
})

describe('the policy of a worker', () => {
  it('lets the two that need it do more, and no page nor any other file', () => {
    expect(workerPolicy('/_nuxt/raw.worker-Ab_1-x.js')).toContain("'unsafe-eval'")
    expect(workerPolicy('/_nuxt/imaging.worker-Ab_1-x.js')).toContain('data:')
    for (const path of [
      '/',
      '/_nuxt/light.worker-a.js',
      '/_nuxt/raw.worker-a.js/x',
      '/demo/raw.worker-a.js',
      '/_nuxt/x-raw.worker-a.js',
    ])
      expect(workerPolicy(path), path).toBeUndefined()
    expect(contentPolicy([])).not.toContain("'unsafe-eval'")
  })
})
