import { By } from 'selenium-webdriver'
import { LAPTOP, PHONE, openBrowser } from '../tests/support/browser'
import { startServer } from '../tests/support/server'
import { stepsIn } from '../tests/support/steps'
import { meteringIn } from '../tests/support/meterRun'
const server = await startServer()
const isPhone = process.argv.includes('phone')
const browser = await openBrowser(isPhone ? PHONE : LAPTOP)
const steps = stepsIn({ browser })
const rest = (t: number) => new Promise(r => setTimeout(r, t))
const shot = (n: string) => browser.picture(`/tmp/shots/${n}${isPhone ? '-phone' : ''}.png`)
try {
  await browser.go(server.url)
  await browser.waitForText('verdict', /wanted 250/)
  if (!isPhone) {
  await browser.click('keep')
  await browser.waitFor('kept', async () => (await steps.count('[data-test="kept"]')) === 1)
  await shot('stage-kept')
  }
  await steps.visit('Meter')
  await meteringIn({ browser }).runToTheEnd()
  await rest(3500)
  await shot('run-end')
  await browser.press(By.linkText('Logbook'))
  await rest(3500)
  await shot('logbook')
  await browser.press(By.css('[data-test="records"] li a[class*="font-medium"]'))
  await rest(2500)
  await shot('record')
  await browser.click('card')
  await rest(1500)
  await shot('card')
  await browser.driver.navigate().back()
  await browser.click('repeat')
  await browser.waitFor('check', async () => (await steps.count('[data-test="repeat-check"]')) === 1, 60000)
  await browser.find('repeat-reading').sendKeys('5.6')
  await browser.click('repeat-take')
  await rest(500)
  await shot('repeat')
  await browser.press(By.linkText('Figures'))
  await rest(500)
  await shot('figures')
} catch (e) { console.log(e); await shot('fail') } finally { console.log(await browser.complaints()); await browser.close(); await server.stop() }
