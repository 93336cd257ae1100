import type { RouteRecordRaw } from 'vue-router'
import { By } from 'selenium-webdriver'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { ROUTES } from '#support/dom/routes'
import { silenceWorkers } from '#support/dom/workers'
import { useMountedApp } from '#support/dom/useMountedApp'
import { stepsIn } from '#support/steps'
import { addToneLooks } from '#core/looks/lookEdits'
import { demoSet } from '#core/edits/demo'
import { LOOK_NAMES } from '#wording/tone'

const pathsOf = ({ path, children = [] }: RouteRecordRaw, before = ''): string[] => {
  const whole = path.startsWith('/') ? path : `${before}/${path}`.replace(/\/$/, '')
  return children.length > 0 ? children.flatMap(child => pathsOf(child, whole)) : [whole]
}
/** Every page but those that are of one record, file or phone. */
const PAGES = ROUTES.flatMap(route => pathsOf(route)).filter(
  path => !/phone|record|repeat|compare|card|sheet|:/.test(path),
)

/** What nobody can know before light, looks or searches have answered. */
const CLAIMS =
  /on target:|even enough|nowhere|nothing to do|no order takes less|best order|cannot do it|out of reach|power alone|everything is (?:done|read)|reached/i

const app = useMountedApp()
const { open } = stepsIn(app)

describe('while no worker answers', () => {
  beforeAll(async () => {
    await open({ ...addToneLooks(demoSet(), 'white', LOOK_NAMES).set, id: 'silent', name: 'Silent' })
    silenceWorkers(true)
  })
  afterAll(() => silenceWorkers(false))

  it.each(PAGES)('%s claims nothing', async path => {
    await app.browser.go(path)
    await app.browser.driver.sleep(400)
    const said = await (await app.browser.locate(By.css('body'))).getText()
    expect(said.match(CLAIMS)?.input ?? '').toBe('')
  })
})
