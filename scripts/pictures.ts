// Takes the pictures in docs/screenshots from the demo set, through the built app: npm run pictures
import { writeFileSync } from 'node:fs'
import sharp from 'sharp'
import { By, Key, until } from 'selenium-webdriver'
import { LAPTOP, openBrowser, PHONE, type Browser, type Size } from '../tests/support/browser'
import { framesIn } from '../tests/support/frameRun'
import { meteringIn } from '../tests/support/meterRun'
import { openRigSet } from '../tests/support/rigApp'
import { startServer } from '../tests/support/server'
import { diceOf } from '#core/shared/chance'
import type { PracticeResult } from '#core/practice/results'
import { nextUp } from '#core/practice/schedule'
import { SKILLS, type Level, type Skill } from '#core/practice/skills'
import { cameraFlags, type MadeVideo } from '../tests/support/y4mFile'

const FOLDER = new URL('../docs/screenshots/', import.meta.url).pathname
/** Long enough for the frame to be lit after the figures have come. */
const REST_MS = 5000
const SEARCH_MS = 120_000

const rest = () => new Promise(resolve => setTimeout(resolve, REST_MS))

/** Reads the whole run from the bench, doing what each answer says, and takes a frame. */
const meterToTheEnd = async (browser: Browser) => {
  await meteringIn({ browser }).runToTheEnd()
  await browser.click('run-shoot')
  await browser.find('frame-backdrop/middle')
}

const see = async (browser: Browser, view: string) =>
  browser.locate(By.xpath(`//*[@role="radio"]//span[text()="${view}"]`)).click()

const choose = async (browser: Browser, name: string, option: string) =>
  (await browser.find(name)).findElement(By.xpath(`.//option[contains(normalize-space(text()), "${option}")]`)).click()

/** Opens the almanac's day and waits until its looks are judged. */
const openAlmanac = async (browser: Browser) => {
  await browser.click('open-almanac')
  await browser.waitForText('day-says', /9 sitters/)
  await browser.press(By.xpath('//nav[@aria-label="Looks"]//a[text()="Looks"]'))
  await browser.waitForText('looks', /On target: backdrop 24\d[\s\S]*On target: backdrop \d to \d from/)
}
/** Keeps the demo set as it stands, on target, and as it was metered. */
const keepSome = async (browser: Browser) => {
  for (const act of [undefined, 'accept']) {
    if (act) await browser.click(act)
    await browser.waitFor('a button to keep it', async () =>
      browser.driver.findElements(By.css('[data-test="keep"]')).then(({ length }) => length === 1),
    )
    await browser.click('keep')
    await browser.waitForText('kept', /Kept/)
  }
  await browser.press(By.linkText('Meter'))
  await meterToTheEnd(browser)
  await rest()
}

/** Results of somebody who does well but for ratios, as the course would have asked: made up. */
const putResults = async (browser: Browser) => {
  const dice = diceOf(5, 'shown results')
  const rows: { id: string; result: PracticeResult }[] = []
  const results: PracticeResult[] = []
  let at = Date.UTC(2026, 8, 1, 9)
  for (let n = 0; n < 120; n++) {
    at += n % 12 === 11 ? 86_400_000 : 60_000
    const { skill, level } = nextUp(results, new Date(at))
    const goes = SKILLS[skill] === 'ratio' ? 0.3 : 1.25 - 0.18 * level
    const score = Math.max(0, Math.min(1, goes + dice.between(-0.2, 0.2)))
    const result: PracticeResult = {
      id: `shown-${n}`,
      at: new Date(at).toISOString(),
      skill,
      level,
      seed: n,
      score: Math.round(score * 100) / 100,
      off: null,
      seconds: 20 + Math.round(dice.between(0, 60)),
      from: null,
    }
    results.push(result)
    rows.push({ id: result.id, result })
  }
  await browser.driver.executeAsyncScript(
    `const [rows, done] = arguments
     const open = indexedDB.open('keen-tonal')
     open.onsuccess = () => {
       const change = open.result.transaction('practiceResults', 'readwrite')
       for (const row of rows) change.objectStore('practiceResults').add(row)
       change.oncomplete = () => done()
     }`,
    rows,
  )
  await browser.driver.navigate().refresh()
}

type Picture = {
  name: string
  size: Size
  path: string
  /** What the browser's camera plays. */
  camera?: MadeVideo
  prepare?: (browser: Browser) => Promise<void>
  /** More pages of its kind, laid beside it at half size. */
  next?: readonly Pick<Picture, 'path' | 'prepare'>[]
}

const exercise = (skill: Skill, level: Level, seed: number) =>
  `/practice/exercise?skill=${skill}&level=${level}&seed=${seed}`

/** Pictures of pages at half size in two columns. */
const sheetOf = async (pictures: readonly Buffer[], { width, height }: Size): Promise<Buffer> => {
  const [across, down] = [width / 2, height / 2]
  const tiles = await Promise.all(pictures.map(picture => sharp(picture).resize(across, down).toBuffer()))
  return sharp({
    create: { width, height: down * Math.ceil(tiles.length / 2), channels: 3, background: '#808080' },
  })
    .composite(tiles.map((input, at) => ({ input, left: (at % 2) * across, top: Math.floor(at / 2) * down })))
    .png()
    .toBuffer()
}

const PICTURES: Picture[] = [
  { name: 'stage', size: LAPTOP, path: '/' },
  { name: 'looks', size: LAPTOP, path: '/sets', prepare: openAlmanac },
  {
    name: 'stage-why',
    size: LAPTOP,
    path: '/',
    prepare: async browser => {
      await choose(browser, 'frame-view', 'Backdrop')
      await browser.click('why')
    },
  },
  {
    name: 'logbook',
    size: LAPTOP,
    path: '/',
    prepare: async browser => {
      await keepSome(browser)
      await browser.driver.get(new URL('/logbook', await browser.driver.getCurrentUrl()).href)
      await browser.waitForText('records-say', /^3 records/)
    },
  },
  {
    name: 'match',
    size: LAPTOP,
    path: '/logbook',
    prepare: async browser => {
      await browser.click('take-almanac')
      await browser.waitForText('records-say', /^5 records/)
      await browser.press(By.xpath('//*[@data-test="records"]//a[contains(., "Honey wash")]'))
      await browser.click('match')
      await browser.driver.wait(
        async () => (await browser.driver.findElements(By.css('[data-test="match-way"] canvas'))).length > 2,
        SEARCH_MS,
      )
    },
  },
  {
    name: 'tones',
    size: LAPTOP,
    path: '/tones',
    prepare: async browser => {
      await see(browser, 'Shoulder')
      await choose(browser, 'add-area', 'Evenness')
    },
  },
  {
    name: 'explore',
    size: LAPTOP,
    path: '/explore',
    prepare: async browser => {
      await browser.driver.wait(async () => /On the line|Nowhere/.test(await browser.textOf('map-words')), SEARCH_MS)
      await browser.click('weigh')
      await browser.driver.wait(until.elementLocated(By.css('[data-test="slips"]')), SEARCH_MS)
      await browser.click('sweep-tones')
      await browser.driver.wait(until.elementLocated(By.css('[data-test="sweep-12"]')), 4 * SEARCH_MS)
      await browser.driver.wait(async () => /On the line|Nowhere/.test(await browser.textOf('map-words')), SEARCH_MS)
    },
  },
  {
    name: 'brief',
    size: LAPTOP,
    path: '/brief',
    prepare: async browser => {
      await browser.driver.wait(
        async () => (await browser.driver.findElements(By.css('[data-test="set-ups-busy"]'))).length === 0,
        SEARCH_MS,
      )
    },
  },
  { name: 'kit', size: LAPTOP, path: '/kit' },
  {
    name: 'practice',
    size: LAPTOP,
    path: '/practice',
    prepare: async browser => {
      await putResults(browser)
      await browser.waitForText('practice-weak', /ratio/)
    },
  },
  {
    name: 'practice-progress',
    size: LAPTOP,
    path: '/practice',
    prepare: async browser => {
      await putResults(browser)
      await browser.press(By.linkText('Progress'))
      await browser.waitForText('progress-say', /120 answers/)
    },
  },
  {
    name: 'practice-exercises',
    size: LAPTOP,
    path: exercise('value/pick', 4, 12),
    next: [
      {
        path: exercise('reading/size', 4, 77),
        prepare: async browser => {
          await (await browser.find('answer')).sendKeys('11', Key.ENTER)
          await browser.find('effect')
        },
      },
      { path: exercise('change/spill', 4, 6) },
      {
        path: exercise('set-it/power', 4, 12),
        prepare: async browser => {
          await browser.waitForText('stand', /too (dark|bright)/)
          await browser.click('give')
          await browser.find('ways')
          await browser.driver.executeScript(
            'document.querySelector(\'[data-test="ways"]\').scrollIntoView({ block: "end" })',
          )
        },
      },
      {
        path: exercise('fault/one', 4, 9),
        prepare: async browser => {
          for (const at of [0, 2, 11]) await browser.click(`read-${at}`)
          await browser.find('fault-frame')
        },
      },
      { path: exercise('frame/lights', 4, 11) },
      { path: exercise('ratio/eye', 4, 5) },
      { path: exercise('day/order', 4, 5) },
    ],
  },
  {
    name: 'run',
    size: LAPTOP,
    path: '/meter',
    prepare: async browser => {
      await browser.click('ask-bench')
      await browser.find('correction')
      await browser.click('next')
      await browser.waitForText('run-title', /alone/)
      await browser.click('ask-bench')
    },
  },
  {
    name: 'frames',
    size: LAPTOP,
    path: '/frames',
    prepare: async browser => {
      await meteringIn({ browser }).chooseHall(5, 'A rough hall')
      await framesIn({ browser }).shoot()
      await browser.find('frame-stage')
      await see(browser, 'Evenness')
    },
  },
  {
    name: 'even',
    size: LAPTOP,
    path: '/meter/even',
    prepare: async browser => {
      await meteringIn({ browser }).chooseHall(7, 'A rough hall')
      await see(browser, '9')
      await browser.find('even-map')
      await browser.click('even-all')
      await browser.waitForText('even-place', /Place 1 of 9/)
      await browser.driver.wait(
        async () =>
          (await browser.driver.findElement(By.css('[data-test="even-all"]')).getAttribute('disabled')) !== null &&
          /9 of 9/.test(await browser.driver.findElement(By.css('aside')).getText()),
        SEARCH_MS,
      )
      await browser.click('even-search')
      await browser.find('even-arrangements')
    },
  },
  {
    name: 'phone',
    size: PHONE,
    path: '/',
    prepare: async phone => {
      const laptop = await openBrowser(LAPTOP)
      try {
        await openRigSet(laptop, server.url)
        await laptop.go(`${server.url}/screens`)
        await laptop.click('pair')
        await phone.go((await laptop.waitForText('pair-link', /\/phone#[\w-]{22}$/)).trim())
        await phone.waitForText('phone-state', /^Live$/)
        await phone.press(By.xpath('//nav[@aria-label="Readings"]/button[2]'))
        await rest()
      } finally {
        await laptop.close()
      }
    },
  },
  {
    name: 'live',
    size: LAPTOP,
    path: '/frames/live',
    camera: { width: 1280, height: 720, shape: 2 / 3, backdrop: across => 236 + 14 * across, pictures: 4 },
    prepare: async browser => {
      await browser.click('open-camera')
      await browser.waitForText('live-backdrop', /Backdrop \d+/)
      await browser.driver.executeScript(`
        const line = document.querySelector('[data-test="wipe"]')
        line.value = 50
        line.dispatchEvent(new Event('input'))`)
    },
  },
  {
    name: 'sets',
    size: LAPTOP,
    path: '/',
    prepare: async browser => {
      await browser.press(By.linkText('Sets'))
      await browser.find('set-picture')
    },
  },
  // The last: lamps are held for a while when its browser goes.
  {
    name: 'rig',
    size: LAPTOP,
    path: '/',
    prepare: async browser => {
      await openRigSet(browser, server.url)
      await browser.go(`${server.url}/rig`)
      await browser.click('arm')
      await browser.waitForText('rig-state', /^Armed$/)
      await browser.driver.executeScript("document.querySelectorAll('details').forEach(one => (one.open = true))")
      await browser.click('rig-fault-swapped')
      await browser.driver.executeScript("document.querySelectorAll('details').forEach(one => (one.open = false))")
      await browser.click('level')
      await browser.waitForText('level-done', /Every target holds/)
      await browser.waitForText('verdict-line', /^On target/)
    },
  },
]

const only = process.argv.slice(2)
const server = await startServer()
try {
  for (const { name, size, camera, next = [], ...first } of PICTURES.filter(
    picture => only.length === 0 || only.includes(picture.name),
  )) {
    const browser = await openBrowser(size, [], camera ? cameraFlags(camera) : [])
    try {
      const taken: Buffer[] = []
      for (const { path, prepare } of [first, ...next]) {
        await browser.go(server.url + path)
        await rest()
        await prepare?.(browser)
        await rest()
        taken.push(Buffer.from(await browser.driver.takeScreenshot(), 'base64'))
      }
      writeFileSync(`${FOLDER}${name}.png`, next.length > 0 ? await sheetOf(taken, size) : taken[0]!)
      console.log(`docs/screenshots/${name}.png`)
    } finally {
      await browser.close()
    }
  }
} finally {
  await server.stop()
}
