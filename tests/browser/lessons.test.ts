import { By } from 'selenium-webdriver'
import { describe, expect, it, onTestFinished } from 'vitest'
import { findings } from '#support/accessibility'
import { useApp } from '#support/app'
import { LAPTOP, openBrowser, PHONE } from '#support/browser'
import { practiceSteps } from '#support/practiceSteps'
import { stepsIn } from '#support/steps'
import type { Skill } from '#core/practice/skills'
import { answerWords } from '#wording/practiceMarks'

const app = useApp()
const { visit, count } = stepsIn(app)
const { open, type, marked, kept } = practiceSteps(app)

describe('every kind of exercise on a phone', () => {
  const KINDS: Skill[] = [
    'value/pick',
    'value/apart',
    'value/clipped',
    'sums/tape',
    'reading/room',
    'change/spill',
    'ratio/eye',
    'set-it/spill',
    'even/three',
    'fault/one',
    'frame/lights',
    'day/order',
  ]
  it('fits its width, can be answered with a thumb, and has no accessibility finding', async () => {
    const phone = await openBrowser(PHONE)
    try {
      for (const skill of KINDS) {
        await phone.go(`${app.server.url}/practice/exercise?skill=${skill}&level=4&seed=7`)
        await phone.find('question')
        await phone.locate(By.css('[data-test="give"], [data-test^="patch-"], [data-test^="choice-"]'))
        const [wide, small] = await phone.driver.executeScript<[number, string[]]>(`
          const small = [...document.querySelectorAll('main button')].filter(one => one.offsetHeight > 0 && one.offsetHeight < 40)
          return [document.documentElement.scrollWidth, small.map(one => one.textContent.trim())]`)
        expect([skill, wide, small]).toEqual([skill, 390, []])
        expect([skill, ...(await findings(phone))]).toEqual([skill])
      }
      expect(await phone.complaints()).toEqual([])
    } finally {
      await phone.close()
    }
  })
})

describe('practice without its server', () => {
  it('makes, marks and keeps as before, and opens again', async () => {
    await visit('Practice')
    await app.browser.driver.executeAsyncScript(
      'const done = arguments[0]; navigator.serviceWorker.ready.then(() => done())',
    )
    // The second load of the page is the first that the service worker serves.
    await app.browser.driver.navigate().refresh()
    await app.browser.find('practice-start')
    await app.server.stop()
    onTestFinished(() => app.server.restart())
    await app.browser.click('practice-start')
    await app.browser.waitFor('the question', async () => (await count('[data-test="question"]')) === 1)
    const exercise = await open({ skill: 'reading/open', level: 2, seed: 8 }, 'number')
    await type(answerWords('f-number', exercise.right, 'metric'))
    await marked(/^Right/)
    await kept()
    await app.browser.go(`${app.server.url}/practice/progress`)
    await app.browser.waitFor('the results', async () => (await count('[data-test="results"] tbody tr')) > 0)
  })
})

describe('a browser that starts no modules in the background', () => {
  it('says that nothing can be made, and keeps what there is', async () => {
    const blocked = await openBrowser(LAPTOP)
    try {
      const { driver } = blocked as unknown as {
        driver: { sendDevToolsCommand: (name: string, of: object) => Promise<void> }
      }
      await driver.sendDevToolsCommand('Page.addScriptToEvaluateOnNewDocument', {
        source: `window.Worker = class { constructor() { throw new TypeError('Module scripts are not supported') } }`,
      })
      await blocked.go(`${app.server.url}/practice/exercise?skill=sums/add&level=1&seed=2`)
      await blocked.waitForText('exercise-problem', /cannot be made: /)
      await blocked.go(`${app.server.url}/practice/progress`)
      await blocked.waitForText('progress-say', /\d|[Nn]othing/)
    } finally {
      await blocked.close()
    }
  })
})
