import { LAPTOP, openBrowser } from '../tests/support/browser'
import { startServer } from '../tests/support/server'
import { statSync, existsSync } from 'node:fs'
const server = await startServer()
const browser = await openBrowser(LAPTOP)
await browser.driver.get(server.url)
await browser.waitForText('verdict', /wanted 250/)
const list = await browser.driver.executeScript<any[]>("return performance.getEntriesByType('resource').map(e=>({n:e.name.split('/').pop(),s:e.startTime,d:e.responseEnd,b:e.encodedBodySize,t:e.initiatorType}))")
const t = await browser.driver.executeScript<number>("return performance.now()")
let sum = 0
for (const e of list.filter(e=>/\.js$/.test(e.n)).sort((a,b)=>b.b-a.b)) { sum += e.b; console.log(Math.round(e.s), Math.round(e.d), (e.b/1024).toFixed(1), e.t, e.n) }
console.log('total kB', (sum/1024).toFixed(0), 'at', t)
await browser.close(); await server.stop(); process.exit(0)
