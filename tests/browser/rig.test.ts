import { createSocket } from 'node:dgram'
import { writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { By, Key } from 'selenium-webdriver'
import { beforeAll, describe, expect, it } from 'vitest'
import { findings } from '#support/accessibility'
import { useApp } from '#support/app'
import { openBrowser, PHONE } from '#support/browser'
import { keepingIn } from '#support/keeping'
import { openRigSet, openSetFile } from '#support/rigApp'
import { sixtyLamps } from '#support/rigSet'
import { packetsOf } from '../../server/rig/packet'
import type { RigState } from '#core/control/protocol'
import type { StudioSet } from '#core/model/schema'

const app = useApp()
const keeping = keepingIn(app)
const kept = async () =>
  (await keeping.rows()).map(({ document }) => document as StudioSet).find(({ id }) => id.startsWith('panels'))!
const rigState = async (): Promise<RigState> => (await fetch(`${app.server.url}/api/rig`)).json()
const slot = async (number: number) => (await rigState()).heard[0]?.slots[number - 1]
const page = async (path: string) => {
  await app.browser.go(`${app.server.url}${path}`)
  await app.browser.waitFor('the set', async () => (await app.browser.driver.getTitle()).includes('panels'))
}
const heard = (number: number, value: number) =>
  app.browser.waitFor(`slot ${number} to hear ${value}`, async () => (await slot(number)) === value)

describe('the rig', () => {
  beforeAll(async () => {
    await openRigSet(app.browser, app.server.url)
  })

  it('is disarmed and on this machine, and sends nothing until it is armed', async () => {
    await page('/rig')
    await app.browser.waitForText('rig-state', /^Disarmed$/)
    expect(await rigState()).toMatchObject({ armed: null, heard: [], to: { isLoopback: true, needsSecret: false } })
    expect(await findings(app.browser)).toEqual([])
    await app.browser.click('arm')
    await app.browser.waitForText('rig-state', /^Armed$/)
    await heard(1, 0)
    await app.browser.click('send-look')
    // Two stops under full is a quarter.
    for (const number of [1, 11, 21]) await heard(number, 64)
    await app.browser.waitForText('lamp-heard', /1\/1 hears 25 %/)
  })

  it('follows a lamp that is turned, and is said on every page', async () => {
    await app.browser.click('follow')
    const slider = await app.browser.locate(By.css('[data-test="lamp-key"] [data-test="intensity"]'))
    for (let step = 0; step < 20; step++) await slider.sendKeys(Key.ARROW_RIGHT)
    await heard(1, Math.round(255 * 2 ** -1))
    await app.browser.waitForText('lamp-power', /−1\.0 \(50 %\)/)
    await app.browser.press(By.css('nav[aria-label="Views"] a[href="/meter"]'))
    await app.browser.waitForText('rig-badge', /Armed/)
    await app.browser.press(By.xpath('//*[@data-test="rig-badge"]//button'))
    for (const number of [1, 11, 21]) await heard(number, 0)
    await app.browser.press(By.xpath('//*[@data-test="rig-badge"]//button'))
    await heard(1, 128)
  })

  it('is had again after a reload, and another browser may take it over but not use it meanwhile', async () => {
    await page('/rig')
    await app.browser.waitForText('rig-state', /^Armed$/)
    const other = await openBrowser(PHONE)
    try {
      await openRigSet(other, app.server.url)
      await other.go(`${app.server.url}/rig`)
      await other.waitForText('rig-state', /^Armed by Laptop$/)
      expect(await other.driver.findElements(By.css('[data-test="send-look"]'))).toEqual([])
      expect(await other.driver.executeScript('return document.documentElement.scrollWidth <= window.innerWidth')).toBe(
        true,
      )
      expect(await findings(other)).toEqual([])
      await other.click('arm')
      await other.waitForText('rig-state', /^Armed$/)
      await app.browser.waitForText('rig-problem', /"Laptop" has the rig|has the rig/)
      await app.browser.waitForText('rig-state', /^Armed by Laptop$/)
      await other.clickAtRest('disarm')
      await other.waitForText('rig-state', /^Disarmed$/)
    } finally {
      await other.close()
    }
    await app.browser.waitForText('rig-state', /^Disarmed$/)
    expect((await rigState()).armed).toBeNull()
  })

  it('levels itself by the meter with two lamps at each other’s addresses, names them, and keeps what it found', async () => {
    await app.browser.click('arm')
    await app.browser.waitForText('rig-state', /^Armed$/)
    const before = await kept()
    await app.browser.driver.executeScript("document.querySelectorAll('details').forEach(one => (one.open = true))")
    await app.browser.click('rig-fault-swapped')
    await app.browser.click('level')
    await app.browser.waitForText('level-done', /Every target holds within 0.1 stop/)
    await app.browser.waitForText('suspicion', /A and C hang at each other’s addresses/)
    await app.browser.waitForText('verdict-line', /^On target/)
    await app.browser.waitForText('save-state', /^Saved$/)
    const after = await kept()
    expect([after.rig.fixtures.key!.address, after.rig.fixtures['backdrop-right']!.address]).toEqual([
      before.rig.fixtures['backdrop-right']!.address,
      before.rig.fixtures.key!.address,
    ])
    expect(after.readings.length).toBe(before.readings.length + 4)
    // What lies in the set is what the lamps hear.
    const { powerStops } = after.looks[0]!.lights.key!
    await heard(after.rig.fixtures.key!.address, Math.round(255 * 2 ** powerStops))
  })

  it('levels by the camera too, and stops when it is told to', async () => {
    await app.browser.press(By.xpath('//*[@role="radio"][contains(., "Camera")]'))
    await app.browser.click('level')
    await app.browser.waitForText('level-doing', /Round 1: reading/)
    await app.browser.click('level-stop')
    await app.browser.waitForText('level-done', /^Stopped\./)
    await app.browser.click('level')
    await app.browser.waitFor('levelling by camera', async () =>
      /Every target holds/.test(await app.browser.textOf('level-done').catch(() => '')),
    )
  })

  it('is patched by tens, says what collides, and takes a sheet in', async () => {
    await page('/rig/patch')
    await app.browser.click('packed')
    const addresses = async () =>
      Promise.all(
        (await app.browser.driver.findElements(By.css('[data-test="address"]'))).map(one => one.getAttribute('value')),
      )
    expect(await addresses()).toEqual(['1', '2', '3'])
    await app.browser.locate(By.css('[data-test="fixture-key"] [data-test="personality"]')).sendKeys('Intensity, r')
    await app.browser.waitForText('patch-faults', /A and B share slot 2 of universe 1/)
    expect(await findings(app.browser)).toEqual([])
    await app.browser.click('by-tens')
    await app.browser.waitFor('addresses by tens', async () => (await addresses()).join() === '1,11,21')
    const path = join(app.browser.folder, 'patch.csv')
    writeFileSync(path, 'light;universe;address\nA;2;500\nB;2;513\n')
    await app.browser.locate(By.css('[data-test="patch-file"]')).sendKeys(path)
    await app.browser.waitForText('patch-done', /Patched 1 lamp from/)
    await app.browser.waitForText('patch-problem', /1 line was left out. Line 3/)
    expect(await addresses()).toEqual(['500', '11', '21'])
    await app.browser.waitFor('both universes armed', async () => (await rigState()).armed?.universes.join() === '1,2')
  })

  it('shows what another desk sends, and shrugs at what is none', async () => {
    const socket = createSocket('udp4')
    const slots = new Uint8Array(512).fill(200, 499, 500)
    const levels = {
      universe: 2,
      slots,
      sequence: 0,
      priority: 150,
      cid: Buffer.alloc(16, 9),
      sourceName: 'House desk',
      isTerminated: false,
    }
    const { port } = (await rigState()).to
    const bytes = packetsOf(levels)(levels)
    for (const one of [bytes, bytes.subarray(0, 60), Buffer.from('hello')])
      await new Promise(resolve => socket.send(one, port, '127.0.0.1', resolve))
    await app.browser.waitFor('the other desk', async () =>
      (await rigState()).heard.some(({ universe, sources }) => universe === 2 && sources.length === 2),
    )
    socket.close()
    expect((await rigState()).refused).toMatchObject({ length: 2 })
    expect(await app.browser.complaints(/409/)).toEqual([])
  })

  it('patches sixty lamps, all of them in reach, and prints them on a few sheets', async () => {
    await openSetFile(app.browser, app.server.url, sixtyLamps())
    await app.browser.go(`${app.server.url}/rig/patch`)
    await app.browser.waitFor('sixty lines', async () => {
      const lines = await app.browser.driver.findElements(By.css('[data-test^="fixture-"]'))
      return lines.length === 60
    })
    // No line lies hidden in a list within the page.
    const isWhole = await app.browser.driver.executeScript<boolean>(`
      const table = document.querySelector('[data-test^="fixture-"]').closest('div')
      return table.clientHeight >= table.querySelector('table').offsetHeight`)
    expect(isWhole).toBe(true)
    expect((await app.browser.printed()).pages).toBeLessThanOrEqual(3)
    expect(await findings(app.browser)).toEqual([])
  })
})
