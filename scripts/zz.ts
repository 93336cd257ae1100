import { writeFileSync } from 'node:fs'
import { By } from 'selenium-webdriver'
import { startServer } from '../tests/support/server'
import { openBrowser, PHONE, LAPTOP } from '../tests/support/browser'
const server = await startServer()
for (const [name, size] of [['laptop', LAPTOP], ['phone', PHONE]] as const) {
const b = await openBrowser(size)
await b.go(server.url)
await b.waitForText('verdict', /wanted 250/)
await b.press(By.css('[data-test="light-key"] button'))
await b.find('power')
await new Promise(r => setTimeout(r, 1500))
writeFileSync(`/tmp/${name}.png`, Buffer.from(await b.driver.takeScreenshot(), 'base64'))
await b.press(By.xpath(`//*[@role="radio"]//span[text()="Fit"]`))
await b.find('lamp-colour')
writeFileSync(`/tmp/${name}2.png`, Buffer.from(await b.driver.takeScreenshot(), 'base64'))
await b.go(server.url + '/meter/walk')
await b.find('walk')
writeFileSync(`/tmp/${name}3.png`, Buffer.from(await b.driver.takeScreenshot(), 'base64'))
await b.close()
}
await server.stop()
