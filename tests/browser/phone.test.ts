import { By, Key } from 'selenium-webdriver'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import WebSocket from 'ws'
import { findings } from '#support/accessibility'
import { useApp } from '#support/app'
import { openBrowser, PHONE, type Browser } from '#support/browser'
import { keepingIn } from '#support/keeping'
import { openRigSet, openSetFile } from '#support/rigApp'
import { sixtyLamps } from '#support/rigSet'
import type { StudioSet } from '#core/model/schema'
import { fromLetters } from '#services/pairing/letters'
import { keysOf, seal } from '#services/pairing/seal'

const app = useApp()
const keeping = keepingIn(app)
const kept = async () =>
  (await keeping.rows()).map(({ document }) => document as StudioSet).find(({ id }) => id.startsWith('panels'))!

let phone: Browser
let link = ''
beforeAll(async () => {
  await openRigSet(app.browser, app.server.url)
  await app.browser.go(`${app.server.url}/screens`)
  await app.browser.click('pair')
  link = (await app.browser.waitForText('pair-link', /\/phone#[\w-]{22}$/)).trim()
  phone = await openBrowser(PHONE)
})
afterAll(async () => {
  await phone?.close()
})

/** Opens a part of the phone's page; a press that falls on a page still moving under it is made again. */
const openPart = (name: string) =>
  phone.waitFor(`${name} open`, async () => {
    await phone.clickAtRest(`phone-${name}`)
    return (await (await phone.find(`phone-${name}`)).getAttribute('aria-current')) === 'true'
  })
const type = async (figures: string) => {
  for (const figure of figures) await phone.press(By.xpath(`//form//button[normalize-space(.)="${figure}"]`))
  await phone.click('enter')
  await phone.find('phone-again')
}
const goOn = () => phone.click('phone-next')

describe('a phone as the second screen', () => {
  it('is shown how it is let in, by a code and a link, and what plain http cannot promise', async () => {
    expect(await findings(app.browser)).toEqual([])
    await app.browser.waitForText('pair-alone', /this machine alone/)
    await app.browser.waitForText('pair-plain', /plain http/)
    await app.browser.waitForText('pair-guests', /No phone is there yet/)
  })

  it('shows the run and the verdict of the laptop', async () => {
    await phone.go(link)
    await phone.waitForText('phone-state', /^Live$/)
    await phone.waitForText('phone-set', /Fernhollow panels, White/)
    await app.browser.waitForText('pair-guests', /1 page let in/)
    expect(await findings(phone)).toEqual([])
    await openPart('tone')
    await phone.waitForText('phone-verdict', /wanted 250/)
    expect(await findings(phone)).toEqual([])
    expect(await phone.driver.executeScript('return document.documentElement.scrollWidth <= window.innerWidth')).toBe(
      true,
    )
    await openPart('run')
  })

  it('meters the whole run, with the line cut three times and the laptop closed once, and nothing is lost or doubled', async () => {
    const steps = Number(/of (\d+)/.exec(await (await phone.locate(By.css('section header span'))).getText())![1])
    expect(steps).toBeGreaterThan(5)
    const wake = () => phone.driver.executeScript('window.dispatchEvent(new Event("online"))')
    for (let step = 0; step < steps; step++) {
      if (step === 1 || step === 3 || step === 5) {
        await app.server.stop()
        await phone.waitForText('phone-state', /No answer|waiting/)
      }
      if (step === 6) await app.browser.go('about:blank')
      const title = await phone.textOf('phone-title')
      await type(title.startsWith('Room') ? '0' : '4')
      if (step < steps - 1) await goOn()
      if (step === 2 || step === 4 || step === 6) {
        await app.server.restart()
        await wake()
      }
    }
    await phone.waitForText('phone-state', /waiting$/)
    await app.browser.go(`${app.server.url}/meter`)
    await phone.waitForText('phone-state', /^Live$/)
    await phone.waitForText('phone-left', /Everything is read/)
    await app.browser.waitForText('save-state', /^Saved$/)
    const { readings } = await kept()
    expect(readings).toHaveLength(steps)
    expect(new Set(readings.map(({ pointId, lights }) => `${pointId} ${Object.keys(lights).join()}`)).size).toBe(steps)
  })

  it('is told what cannot be read, in the laptop’s words', async () => {
    await phone.press(By.xpath('//nav[@aria-label="Readings"]/button[1]'))
    for (const figure of ['7', '/']) await phone.press(By.xpath(`//form//button[normalize-space(.)="${figure}"]`))
    await phone.click('enter')
    await phone.waitForText('phone-refusal', /7\//)
  })

  it('asks about a reading that cannot be, as the laptop does, and takes it back', async () => {
    const { readings: before } = await kept()
    for (const figure of ['4', '5']) await phone.press(By.xpath(`//form//button[normalize-space(.)="${figure}"]`))
    await phone.click('enter')
    await phone.waitForText('phone-doubt', /stop/)
    expect(await findings(phone)).toEqual([])
    await phone.click('phone-again')
    await phone.waitFor('the reading gone', async () => {
      await app.browser.waitForText('save-state', /^Saved$/)
      return (await kept()).readings.length === before.length
    })
  })

  it('turns lamps while the rig is armed, and not before', async () => {
    await openPart('lamps')
    expect(await phone.driver.findElements(By.css('[data-test="phone-blackout"]'))).toEqual([])
    await app.browser.go(`${app.server.url}/rig`)
    await app.browser.waitForText('rig-state', /^Disarmed$/)
    await app.browser.click('arm')
    await app.browser.waitForText('rig-state', /^Armed$/)
    await phone.find('phone-blackout')
    expect(await findings(phone)).toEqual([])
    const slot = async () => (await (await fetch(`${app.server.url}/api/rig`)).json()).heard[0]?.slots[0]
    await phone.press(By.css('[data-test="phone-lamp-key"] [data-test="phone-up"]'))
    await app.browser.waitFor('a third more', async () => (await slot()) === Math.round(255 * 2 ** (-2 + 1 / 3)))
    await phone.waitForText('phone-power', /−1.7/)
    await phone.click('phone-blackout')
    await app.browser.waitFor('dark', async () => (await slot()) === 0)
    await phone.waitForText('phone-blackout', /Lift/)
    await phone.click('phone-blackout')
    await app.browser.waitFor('light', async () => (await slot()) > 0)
  })

  it('ticks off what changes from look to look, with the laptop and through a cut line', async () => {
    const key = `[data-test*='"kind":"power","id":"key"']`
    const isDone = async (browser: Browser) => (await browser.locate(By.css(key))).isSelected()
    await app.browser.go(`${app.server.url}/looks`)
    await app.browser.click('tone-looks')
    await app.browser.click('open-look')
    await app.browser.waitForText('verdict', /Subject|wanted/)
    await app.browser.driver.actions().sendKeys(Key.PAGE_DOWN).perform()
    await phone.waitForText('phone-set', /panels, (?!White$)/)
    await openPart('changes')
    await phone.locate(By.css(key))
    await app.server.stop()
    await phone.waitForText('phone-state', /No answer/)
    await phone.press(By.css(key))
    expect(await isDone(phone)).toBe(true)
    await phone.waitForText('phone-state', /1 tick waiting/)
    await app.server.restart()
    await phone.driver.executeScript('window.dispatchEvent(new Event("online"))')
    await phone.waitForText('phone-state', /^Live$/)
    expect(await isDone(phone)).toBe(true)
    await app.browser.press(By.linkText('Looks'))
    await app.browser.press(By.css('a[href="/looks/order"]'))
    await app.browser.waitFor('ticked at the laptop', () => isDone(app.browser))
    await app.browser.press(By.css(key))
    await phone.waitFor('taken back on the phone', async () => !(await isDone(phone)))
    expect(await findings(phone)).toEqual([])
  })

  it('is not disturbed by strangers in its room, who are counted', async () => {
    const secret = fromLetters(link.split('#')[1]!)!
    const { room } = keysOf(secret)
    const url = `${app.server.url.replace('http', 'ws')}/api/relay/${room}`
    const origin = app.server.url
    const line = new WebSocket(`${url}/phone`, { origin })
    await new Promise(resolve => line.once('open', resolve))
    const envelope = { from: '0'.repeat(16), to: null, number: 1, session: null, body: { kind: 'hello' } }
    line.send(Buffer.from('nothing at all'))
    line.send(seal({ room, key: new Uint8Array(32) }, envelope))
    // A second laptop of the same pairing is turned away.
    const second = new WebSocket(`${url}/laptop`, { origin })
    expect(await new Promise(resolve => second.once('close', resolve))).toBe(4001)
    // So are other sites, and whoever talks too much.
    const foreign = new WebSocket(`${url}/phone`, { origin: 'http://elsewhere.test' })
    expect(await new Promise(resolve => foreign.once('error', error => resolve(error.message)))).toContain('403')
    const flood = new WebSocket(`${url}/phone`, { origin })
    await new Promise(resolve => flood.once('open', resolve))
    for (let count = 0; count < 300; count++) flood.send(Buffer.alloc(8))
    expect(await new Promise(resolve => flood.once('close', resolve))).toBe(4003)
    line.close()
    await app.browser.go(`${app.server.url}/screens`)
    await phone.waitForText('phone-state', /^Live$/)
  })

  it('leaves when the laptop says so; a wrong link opens nothing, and a new one a set of sixty lamps', async () => {
    await app.browser.click('pair-end')
    await phone.find('phone-ended')
    await phone.go('about:blank')
    await phone.go(`${app.server.url}/phone#short`)
    await phone.waitForText('phone-unknown', /no whole link/)
    await openSetFile(app.browser, app.server.url, sixtyLamps())
    await app.browser.go(`${app.server.url}/screens`)
    await app.browser.click('pair')
    await phone.go('about:blank')
    await phone.go((await app.browser.waitForText('pair-link', /\/phone#[\w-]{22}$/)).trim())
    await phone.waitForText('phone-set', /Fernhollow sixty/)
    await phone.waitForText('phone-state', /^Live$/)
    // Sixty lamps leave room for where the meter is held.
    const lamps = phone.locate(By.css('section[aria-label="Reading"] ul'))
    expect(await lamps.getText()).toBe('60 off')
    await openPart('lamps')
    expect(await app.browser.complaints(/409|ERR_CONNECTION|Failed to fetch|WebSocket|503/)).toEqual([])
  })
})
