// Takes the pictures in docs/screenshots from the demo set, through the built app: npm run pictures
import { By, until } from 'selenium-webdriver'
import { LAPTOP, openBrowser, PHONE, type Browser, type Size } from '../tests/support/browser'
import { framesIn } from '../tests/support/frameRun'
import { meteringIn } from '../tests/support/meterRun'
import { startServer } from '../tests/support/server'

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
  await browser.waitForText('looks', /On target: backdrop 24\d[\s\S]*wanted 12: power cannot do it/)
}
const toPart = (browser: Browser, name: string) =>
  browser.press(By.xpath(`//nav[@aria-label="Looks"]//a[text()="${name}"]`))

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

const PICTURES: { name: string; size: Size; path: string; prepare?: (browser: Browser) => Promise<void> }[] = [
  { name: 'stage', size: LAPTOP, path: '/' },
  { name: 'looks', size: LAPTOP, path: '/sets', prepare: openAlmanac },
  {
    name: 'looks-day',
    size: LAPTOP,
    path: '/sets',
    prepare: async browser => {
      await openAlmanac(browser)
      await toPart(browser, 'Day')
    },
  },
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
    name: 'logbook-record',
    size: LAPTOP,
    path: '/',
    prepare: async browser => {
      await keepSome(browser)
      await browser.driver.get(new URL('/logbook', await browser.driver.getCurrentUrl()).href)
      await browser.press(By.css('[data-test="records"] li a[class*="font-medium"]'))
      await browser.find('record-picture')
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
    name: 'stage-ways',
    size: LAPTOP,
    path: '/',
    prepare: async browser => {
      await browser.click('ask-60')
      await browser.click('other-ways')
      await browser.driver.wait(async () => (await browser.textOf('close-proposals')) === 'Close', SEARCH_MS)
      await browser.driver
        .actions()
        .move({ origin: await browser.find('proposal-0') })
        .perform()
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
  { name: 'run-phone', size: PHONE, path: '/meter', prepare: browser => browser.click('step-alone/key') },
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
  { name: 'spill', size: LAPTOP, path: '/meter/spill', prepare: browser => browser.click('ask-bench') },
  {
    name: 'readings',
    size: LAPTOP,
    path: '/meter',
    prepare: async browser => {
      const { chooseHall, runToTheEnd } = meteringIn({ browser })
      await chooseHall(3, 'A rough hall')
      let readings = 0
      await runToTheEnd(async () => {
        readings += 1
        if (readings !== 6) return false
        await (await browser.find('entry')).sendKeys('f/5.6 +0.4\n')
        return true
      })
      await browser.locate(By.linkText('Readings')).click()
    },
  },
  {
    name: 'sets',
    size: LAPTOP,
    path: '/',
    prepare: async browser => {
      // The stage keeps a picture of the set for the list.
      await rest()
      await browser.press(By.linkText('Sets'))
    },
  },
]

const only = process.argv.slice(2)
const server = await startServer()
try {
  for (const { name, size, path, prepare } of PICTURES.filter(
    picture => only.length === 0 || only.includes(picture.name),
  )) {
    const browser = await openBrowser(size)
    try {
      await browser.go(server.url + path)
      await rest()
      await prepare?.(browser)
      await rest()
      await browser.picture(`${FOLDER}${name}.png`)
      console.log(`docs/screenshots/${name}.png`)
    } finally {
      await browser.close()
    }
  }
} finally {
  await server.stop()
}
