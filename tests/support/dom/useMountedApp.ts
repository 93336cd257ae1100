import { afterAll, beforeAll } from 'vitest'
import type { Browser } from '../browser'
import { MOUNTED_URL, openMounted } from './mountedBrowser'

/** The whole app without a browser for the tests of one file, opened on the demo set; see `openMounted`. */
export const useMountedApp = () => {
  const app = { server: { url: MOUNTED_URL } } as { server: { url: string }; browser: Browser }
  beforeAll(async () => {
    app.browser = await openMounted()
    await app.browser.go('/')
    await app.browser.waitForText('verdict', /wanted 250/)
  })
  afterAll(() => app.browser?.close())
  return app
}
