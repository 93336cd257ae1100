// Brings sets to their tone by test frames alone, through the real interface, on the bench's rough halls: npm run
// frames [FIRST [COUNT]]
import { By } from 'selenium-webdriver'
import { LAPTOP, openBrowser } from '../tests/support/browser'
import { framesIn, setFor, trueMisses } from '../tests/support/frameRun'
import { meteringIn } from '../tests/support/meterRun'
import { startServer } from '../tests/support/server'

const [first = 1, count = 10] = process.argv.slice(2).map(Number)
const ROUGHNESS = 1
const MOST_FRAMES = 2
const REACHED_STOPS = 0.1
const TONES = [250, 235, 215, 200, 180, 160, 140, 118, 225, 245]
const server = await startServer()
const mean = (numbers: readonly number[]) => numbers.reduce((sum, number) => sum + number, 0) / numbers.length

const run = async (seed: number, value: number) => {
  const browser = await openBrowser(LAPTOP)
  try {
    const { openSet, shoot, state, mend } = framesIn({ browser })
    const { chooseHall, keptSet } = meteringIn({ browser })
    await openSet(server.url, setFor(value))
    await chooseHall(seed, 'A rough hall')
    await browser.locate(By.linkText('Frames')).click()
    const missesNow = async () => trueMisses(await keptSet('frames'), value, { seed, roughness: ROUGHNESS })
    let before: number[] | undefined
    let frames = 0
    while (frames < MOST_FRAMES) {
      await shoot()
      frames++
      // The first frame holds the camera: from then on the set says what it is taken with.
      before ??= await missesNow()
      if ((await state()) === 'on-target' || !(await mend())) break
    }
    return { before: before!, after: await missesNow(), frames }
  } finally {
    await browser.close()
  }
}

let reached = 0
for (let seed = first; seed < first + count; seed++) {
  const value = TONES[(seed - 1) % TONES.length]!
  const { before, after, frames } = await run(seed, value)
  const isReached = Math.abs(mean(after)) <= REACHED_STOPS
  reached += Number(isReached)
  console.log(
    `set ${seed}, wants ${value}: ${mean(before).toFixed(2)} before, ${mean(after).toFixed(2)} after ${frames} frame${frames > 1 ? 's' : ''} (left, middle, right ${after.map(stops => stops.toFixed(2)).join(', ')})${isReached ? '' : ' MISSED'}`,
  )
}
console.log(
  `${reached} of ${count} on target within ${REACHED_STOPS} stop, by at most ${MOST_FRAMES} frames and no meter`,
)
await server.stop()
