// Runs the metering through the real interface in rough halls of the bench and holds the ends against what really is,
// then again
// with one wrong reading in each: npm run halls [FIRST [COUNT]]
import { writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { By } from 'selenium-webdriver'
import { writeSetFile } from '../core/formats/setFile'
import { calibrate } from '#core/calibration/calibrate'
import { meteringRun } from '../core/metering/run'
import { meterPoints } from '#core/evaluation/probes/points'
import type { StudioSet } from '#core/model/schema'
import { benchReading } from '#core/bench/answers'
import { NO_FAULTS } from '#core/bench/slips'
import { LAPTOP, openBrowser, type Browser } from '../tests/support/browser'
import { meteringIn, modelAndTruth } from '../tests/support/meterRun'
import { GRID_IDS, hallSet, median, READ_IDS, spread, UNREAD_IDS, WANTED_STOPS } from '../tests/support/roughHall'
import { startServer } from '../tests/support/server'

const [first = 1, count = 10] = process.argv.slice(2).map(Number)
const ROUGHNESS = 1
const server = await startServer()

/** Opens the demo set in a rough hall, at the first step of its run. */
const enterHall = async (browser: Browser, seed: number) => {
  const metering = meteringIn({ browser })
  const path = join(browser.folder, 'hall.json')
  writeFileSync(path, writeSetFile({ ...hallSet(), id: 'hall', name: 'Hall' }, {}))
  await browser.go(`${server.url}/sets`)
  await browser.locate(By.css('[data-test="import"]')).sendKeys(path)
  await browser.waitForText('library-done', /Imported "Hall"/)
  await browser.locate(By.xpath('//li[.//input[@aria-label="Name of Hall"]]//button[@data-test="open"]')).click()
  await metering.chooseHall(seed, 'A rough hall')
  await browser.locate(By.linkText('Meter')).click()
  await browser.find('entry')
  return metering
}

const inHall = async <T>(
  seed: number,
  run: (metering: ReturnType<typeof meteringIn>, browser: Browser) => Promise<T>,
): Promise<T> => {
  const browser = await openBrowser(LAPTOP)
  try {
    return await run(await enterHall(browser, seed), browser)
  } finally {
    await browser.close()
  }
}

const unreadError = async (set: StudioSet, seed: number) => {
  const { model, truth } = await modelAndTruth(set, UNREAD_IDS, { seed, roughness: ROUGHNESS })
  return median(model.map((stops, index) => Math.abs(stops - truth[index]!)))
}

const cleanRun = (seed: number) =>
  inHall(seed, async ({ runToTheEnd, keptSet }) => {
    const before = await unreadError(await keptSet('hall'), seed)
    await runToTheEnd()
    const set = await keptSet('hall')
    const {
      truth: [subject, ...backdrop],
    } = await modelAndTruth(set, READ_IDS, { seed, roughness: ROUGHNESS })
    const { truth: grid } = await modelAndTruth(set, GRID_IDS, { seed, roughness: ROUGHNESS })
    const off = backdrop.map(stops => stops - WANTED_STOPS)
    return {
      subject: subject!,
      backdrop: off.reduce((sum, stops) => sum + stops, 0) / off.length,
      worst: off.reduce((most, stops) => (Math.abs(stops) > Math.abs(most) ? stops : most)),
      uneven: spread(grid),
      readings: set.readings.length,
      before,
      after: await unreadError(set, seed),
    }
  })

/**
 * A run in which one reading is typed wrong: taken with the other backdrop light still on, or with ISO a stop off.
 * Answers whether it was found.
 */
const wrongRun = (seed: number, slip: 'left on' | 'ISO') =>
  inHall(seed, async ({ runToTheEnd, keptSet }, browser) => {
    let step = -1
    // Steps 2 and 3 read a backdrop light alone; of the eight only the first is of no lamp.
    const wrong = slip === 'ISO' ? 1 + (seed % 7) : 2 + (seed % 2)
    await runToTheEnd(async () => {
      step += 1
      if (step !== wrong) return false
      const set = await keptSet('hall')
      const [look] = set.looks
      const { lightIds, pointId } = meteringRun(set, look!, meterPoints(set))[step]!
      const left =
        slip === 'left on'
          ? set.lights.filter(({ id, job }) => job === 'backdrop' && !lightIds.includes(id)).map(({ id }) => id)
          : []
      const { fNumber, shutterS, iso } = look!.exposure
      const shown = await benchReading({
        set,
        lookId: look!.id,
        camera: { fNumber, shutterS, iso },
        seed,
        roughness: ROUGHNESS,
        take: step,
        pointId,
        lightIds: [...lightIds, ...left],
        meter: 'incident',
        faults: NO_FAULTS,
        sinceS: 60,
      })
      await (
        await browser.find('entry')
      ).sendKeys(`${(shown! * (slip === 'ISO' ? 2 ** (seed % 2 ? 0.5 : -0.5) : 1)).toFixed(3)}\n`)
      return true
    })
    const set = await keptSet('hall')
    return calibrate(
      set.readings,
      set.lights.map(({ id }) => id),
    ).standings[set.readings[wrong]!.id]!.isOutlier
  })

const misses: Awaited<ReturnType<typeof cleanRun>>[] = []
const found = { 'left on': 0, ISO: 0 }
try {
  for (let seed = first; seed < first + count; seed++) {
    const line = await cleanRun(seed)
    misses.push(line)
    for (const slip of ['left on', 'ISO'] as const) found[slip] += Number(await wrongRun(seed, slip))
    console.log(
      `hall ${seed}: ${Object.entries(line)
        .map(([name, value]) => `${name} ${name === 'readings' ? value : value.toFixed(2)}`)
        .join(', ')}`,
    )
  }
} finally {
  await server.stop()
}
const within = (name: 'subject' | 'backdrop' | 'worst', stops: number) =>
  misses.filter(line => Math.abs(line[name]) <= stops).length
console.log(
  `subject within 0.1 stop: ${within('subject', 0.1)} of ${misses.length}; backdrop in the mean of its three readings: ${within('backdrop', 0.1)}; its worst: ${within('worst', 0.1)}`,
)
console.log(
  `readings at most ${Math.max(...misses.map(({ readings }) => readings))}; unevenness at most ${Math.max(...misses.map(({ uneven }) => uneven)).toFixed(2)} stop`,
)
console.log(
  `twenty unread places, median error: ${median(misses.map(({ before }) => before)).toFixed(2)} before, ${median(misses.map(({ after }) => after)).toFixed(2)} after`,
)
console.log(
  `wrong readings found: another light left on ${found['left on']} of ${misses.length}, ISO a stop off ${found.ISO}`,
)
