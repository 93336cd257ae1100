import { afterAll, beforeAll } from 'vitest'
import { LAPTOP, openBrowser, type Browser } from './browser'
import { startServer } from './server'

/** The built app in a browser of its own for the tests of one file; both end with it. */
export const useApp = () => {
  const app = {} as { server: Awaited<ReturnType<typeof startServer>>; browser: Browser }
  beforeAll(async () => {
    app.server = await startServer()
    app.browser = await openBrowser(LAPTOP)
    await app.browser.go(app.server.url)
    await app.browser.waitForText('verdict', /wanted 250/)
  })
  afterAll(async () => {
    await app.browser?.close()
    await app.server?.stop()
  })
  return app
}
