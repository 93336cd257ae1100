// Runs the metering through the real interface in ten rough halls of the bench and holds the ends against what really is:
// npm run halls [FIRST [COUNT]]
import { writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { By } from 'selenium-webdriver'
import { writeSetFile } from '../core/formats/setFile'
import { LAPTOP, openBrowser } from '../tests/support/browser'
import { meteringIn, modelAndTruth } from '../tests/support/meterRun'
import { GRID_IDS, hallSet, median, READ_IDS, spread, UNREAD_IDS, WANTED_STOPS } from '../tests/support/roughHall'
import { startServer } from '../tests/support/server'

const [first = 1, count = 10] = process.argv.slice(2).map(Number)
const ROUGHNESS = 1
const server = await startServer()
const misses: { subject: number, backdrop: number, worst: number, uneven: number, readings: number, before: number, after: number }[] = []
try {
  for (let seed = first; seed < first + count; seed++) {
    const browser = await openBrowser(LAPTOP)
    try {
      const { chooseHall, runToTheEnd, keptSet } = meteringIn({ browser })
      const path = join(browser.folder, 'hall.json')
      writeFileSync(path, writeSetFile({ ...hallSet(), id: 'hall', name: 'Hall' }, {}))
      await browser.go(`${server.url}/sets`)
      await browser.locate(By.css('[data-test="import"]')).sendKeys(path)
      await browser.waitForText('shelf-done', /Imported "Hall"/)
      await browser.locate(By.xpath('//li[.//input[@aria-label="Name of Hall"]]//button[@data-test="open"]')).click()
      await chooseHall(seed, 'A rough hall')
      await browser.locate(By.linkText('Meter')).click()
      await browser.find('entry')
      const errorsOf = async (id: string) => {
        const set = await keptSet(id)
        const { model, truth } = await modelAndTruth(set, UNREAD_IDS, { seed, roughness: ROUGHNESS })
        return { set, error: median(model.map((stops, index) => Math.abs(stops - truth[index]!))) }
      }
      const { error: before } = await errorsOf('hall')
      await runToTheEnd()
      const { set, error: after } = await errorsOf('hall')
      const { truth: [subject, ...backdrop] } = await modelAndTruth(set, READ_IDS, { seed, roughness: ROUGHNESS })
      const { truth: grid } = await modelAndTruth(set, GRID_IDS, { seed, roughness: ROUGHNESS })
      const off = backdrop.map(stops => stops - WANTED_STOPS)
      const line = { subject: subject!, backdrop: off.reduce((sum, stops) => sum + stops, 0) / off.length, worst: off.reduce((most, stops) => Math.abs(stops) > Math.abs(most) ? stops : most), uneven: spread(grid), readings: set.readings.length, before, after }
      misses.push(line)
      console.log(`hall ${seed}: ${Object.entries(line).map(([name, value]) => `${name} ${name === 'readings' ? value : value.toFixed(2)}`).join(', ')}`)
    }
    finally {
      await browser.close()
    }
  }
}
finally {
  await server.stop()
}
const within = (name: 'subject' | 'backdrop' | 'worst', stops: number) => misses.filter(line => Math.abs(line[name]) <= stops).length
console.log(`subject within 0.1 stop: ${within('subject', 0.1)} of ${misses.length}; backdrop in the mean of its three readings: ${within('backdrop', 0.1)}; its worst: ${within('worst', 0.1)}`)
console.log(`readings at most ${Math.max(...misses.map(({ readings }) => readings))}; unevenness at most ${Math.max(...misses.map(({ uneven }) => uneven)).toFixed(2)} stop`)
console.log(`twenty unread places, median error: ${median(misses.map(({ before }) => before)).toFixed(2)} before, ${median(misses.map(({ after }) => after)).toFixed(2)} after`)
