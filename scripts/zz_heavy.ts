import { Key, By } from 'selenium-webdriver'
import { LAPTOP, openBrowser } from '../tests/support/browser'
import { startServer } from '../tests/support/server'
import { stepsIn } from '../tests/support/steps'
import { heavySet } from '../tests/support/heavySet'
const server = await startServer()
const browser = await openBrowser(LAPTOP)
const { open, visit } = stepsIn({ browser })
const watch = () => browser.driver.executeScript(`window.tasks = []; window.obs?.disconnect(); window.obs = new PerformanceObserver(list => { for (const e of list.getEntries()) window.tasks.push([Math.round(e.startTime), Math.round(e.duration)]) }); window.obs.observe({ type: 'longtask', buffered: false })`)
const tasks = async () => (await browser.driver.executeScript<[number, number][]>('return window.tasks')).map(([, d]) => d).sort((a, b) => b - a)
const until = async (what: string, f: () => Promise<boolean>, ms = 180000) => { const t = Date.now(); while (!await f().catch(() => false)) { if (Date.now() - t > ms) { console.log('gave up on', what); return } await new Promise(r => setTimeout(r, 100)) } console.log(what, ((Date.now() - t) / 1000).toFixed(1), 's') }
const text = async (n: string) => browser.driver.findElement(By.css(`[data-test="${n}"]`)).getText()
const known = async () => await browser.driver.executeScript<boolean>(`return document.querySelector('[data-known]')?.dataset.known === 'true' && document.querySelector('[data-test=rail]').getAttribute('aria-busy') === 'false'`)
try {
  await browser.go(server.url)
  await watch()
  await open(heavySet(60, 60, 5000))
  await until('known', known)
  console.log('open: long tasks', (await tasks()).slice(0, 12).join(' '))
  await watch()
  await browser.driver.findElement(By.css('[data-test="switch-light-0"]')).click()
  await until('saved', async () => await text('save-state') === 'Saved')
  await until('known', known)
  console.log('switch: long tasks', (await tasks()).slice(0, 12).join(' '))
  await watch()
  await browser.driver.findElement(By.css('[data-test="plan-subject"]')).sendKeys(Key.ARROW_LEFT)
  await until('saved', async () => await text('save-state') === 'Saved')
  await until('known', known)
  console.log('move: long tasks', (await tasks()).slice(0, 12).join(' '))
}
catch (e) { console.log(e) }
await browser.close()
await server.stop()
