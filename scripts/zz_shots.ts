import { By, Key } from 'selenium-webdriver'
import { writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { LAPTOP, PHONE, openBrowser } from '../tests/support/browser'
import { startServer } from '../tests/support/server'
import { keepingIn } from '../tests/support/keeping'
import { stepsIn } from '../tests/support/steps'
import { writeSetFile } from '#core/formats/setFile'
import { demoSet } from '#core/set/demo'
const server = await startServer()
const browser = await openBrowser(LAPTOP)
const { visit, type, field, open } = stepsIn({ browser })
const keeping = keepingIn({ browser })
try {
  await browser.go(server.url)
  await browser.stopsAtRest('backdrop/middle')
  await new Promise(r => setTimeout(r, 2500))
  await browser.picture('/tmp/s1.png')
  for (const name of ['Fernhollow grey', 'Fernhollow black', 'Honey wash']) {
    const path = join(browser.folder, `${name}.json`)
    writeFileSync(path, writeSetFile({ ...demoSet(), id: name.toLowerCase().replaceAll(' ', '-'), name }, {}))
    await visit('Sets')
    await browser.locate(By.css('[data-test="import"]')).sendKeys(path)
    await browser.waitForText('shelf-done', new RegExp(name))
  }
  await browser.locate(By.css('[aria-label="Delete Honey wash"]')).click()
  await browser.waitForText('shelf-done', /Deleted/)
  await new Promise(r => setTimeout(r, 800))
  await browser.picture('/tmp/s2.png')
  await visit('Brief')
  await type(await field('Wide'), '99')
  await browser.picture('/tmp/s3.png')
  await keeping.putRow({ id: 'damaged', name: 'Smoker at dusk', updatedAt: '2026-11-20T10:00:00.000Z', revision: 3, document: { ...demoSet(), id: 'damaged', name: 'Smoker at dusk', lights: [...demoSet().lights, { id: 'half', name: 'D' }] } })
  await browser.driver.navigate().refresh()
  await visit('Sets')
  await browser.locate(By.css('[aria-label="Open Smoker at dusk"]')).click()
  await browser.waitForText('notice-damaged', /damaged/)
  await browser.stopsAtRest('backdrop/middle')
  await browser.picture('/tmp/s4.png')
  await new Promise(r => setTimeout(r, 2500))
  await keeping.dropDatabase()
  await (await browser.find('plan-key')).sendKeys(Key.ARROW_LEFT)
  await browser.waitForText('notice-loss', /lost/)
  await browser.picture('/tmp/s5.png')
  await browser.go(`${server.url}/nothing`)
  await new Promise(r => setTimeout(r, 1500))
  await browser.picture('/tmp/s6.png')
}
catch (e) { console.log(e); await browser.picture('/tmp/sx.png') }
await browser.close()
const phone = await openBrowser(PHONE)
try {
  await phone.go(`${server.url}/sets`)
  await new Promise(r => setTimeout(r, 2500))
  await phone.click('duplicate')
  await new Promise(r => setTimeout(r, 600))
  await phone.click('delete')
  await new Promise(r => setTimeout(r, 1000))
  await phone.picture('/tmp/p1.png')
}
catch (e) { console.log(e) }
await phone.close()
await server.stop()
