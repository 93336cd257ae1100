import { mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { Builder, By, error, logging, until, type WebDriver, type WebElement } from 'selenium-webdriver'
import type { Driver } from 'selenium-webdriver/chrome.js'
import { Options, ServiceBuilder } from 'selenium-webdriver/chrome.js'
import { chained } from './chained'

const CHROMIUM = '/usr/bin/chromium'
const CHROMEDRIVER = '/usr/bin/chromedriver'
/** What does not change for so long is at rest. */
const REST_MS = 500
/** How long anything is waited for: what a busy machine takes is no finding, only that it never comes. */
const WAIT_MS = Number(process.env.PATIENCE_MS ?? 180_000)

export type Size = { width: number; height: number; scale: number; isPhone: boolean }

export const LAPTOP: Size = { width: 1280, height: 800, scale: 1, isPhone: false }
export const PHONE: Size = { width: 390, height: 844, scale: 1, isPhone: true }

/** Whether an entry of the console is a defect: any warning or error but those a test provokes on purpose. */
const isDefect = (entry: logging.Entry, allowed: RegExp[]): boolean =>
  entry.level.value >= logging.Level.WARNING.value && !allowed.some(pattern => pattern.test(entry.message))

/** What is done with an element at once; a search within it may come to nothing and is left as it is. */
const USES: ReadonlySet<string | symbol> = new Set([
  'click',
  'clear',
  'sendKeys',
  'getText',
  'getAttribute',
  'getCssValue',
  'getRect',
  'isDisplayed',
  'isEnabled',
])

/** Opens headless Chromium, cut off from everything but this machine. */
export const openBrowser = async (size: Size, hosts: readonly string[] = [], flags: readonly string[] = []) => {
  const folder = mkdtempSync(join(tmpdir(), 'keen-tonal-'))
  const options = new Options()
  options.setChromeBinaryPath(CHROMIUM)
  options.addArguments(
    '--headless=new',
    ...flags,
    '--no-sandbox',
    '--disable-dev-shm-usage',
    '--disable-gpu',
    `--user-data-dir=${join(folder, 'profile')}`,
    '--force-device-scale-factor=1',
    '--hide-scrollbars',
    '--no-first-run',
    '--no-default-browser-check',
    '--disable-background-networking',
    '--disable-component-update',
    '--disable-sync',
    // Names of this machine that a test makes up come first.
    `--host-resolver-rules=${hosts.map(host => `MAP ${host} 127.0.0.1, `).join('')}MAP * ~NOTFOUND, EXCLUDE 127.0.0.1, EXCLUDE localhost`,
  )
  options.setUserPreferences({ 'download.default_directory': folder, 'download.prompt_for_download': false })
  const logs = new logging.Preferences()
  logs.setLevel(logging.Type.BROWSER, logging.Level.ALL)
  options.setLoggingPrefs(logs)
  const driver = (await new Builder()
    .forBrowser('chrome')
    .setChromeOptions(options)
    .setChromeService(new ServiceBuilder(CHROMEDRIVER))
    .build()) as Driver
  await driver.sendDevToolsCommand('Emulation.setDeviceMetricsOverride', {
    width: size.width,
    height: size.height,
    deviceScaleFactor: size.scale,
    mobile: size.isPhone,
  })

  const locateNow = (by: By) => driver.wait(until.elementLocated(by), WAIT_MS, `${by} is not on the page`)

  /** Waits until an element is on the page. Where it is made anew between finding and using it, it is found again. */
  const located = async (by: By): Promise<WebElement> => {
    let current: WebElement = await locateNow(by)
    const call = async (name: string, args: unknown[]) => {
      for (const end = Date.now() + WAIT_MS; ;) {
        try {
          return await (current as unknown as Record<string, (...args: unknown[]) => unknown>)[name]!(...args)
        } catch (problem) {
          if (!(problem instanceof error.StaleElementReferenceError) || Date.now() > end) throw problem
          current = await locateNow(by)
        }
      }
    }
    return new Proxy(current, {
      get: (_first, name) => {
        const value = Reflect.get(current, name)
        if (typeof value !== 'function') return value
        return USES.has(name) ? (...args: unknown[]) => call(String(name), args) : value.bind(current)
      },
    })
  }
  /** The same, to be waited for or used as it comes. */
  const locate = (by: By) => chained(located(by))
  const find = (name: string) => locate(By.css(`[data-test="${name}"]`))
  const press = (by: By) => locate(by).click()

  /** Waits until two looks a while apart find the same; answers it. A look that finds nothing yet does not count. */
  const atRest = async <T>(look: () => Promise<T | undefined>, otherwise: string): Promise<T> => {
    let last: T | undefined
    await driver.wait(
      async () => {
        const now = await look()
        const isAtRest = now !== undefined && now === last
        last = now
        if (!isAtRest) await new Promise(resolve => setTimeout(resolve, REST_MS))
        return isAtRest
      },
      WAIT_MS,
      otherwise,
    )
    return last as T
  }

  /** Stops of a rail marker, once it is at rest: the light may still be worked out. */
  const stopsAtRest = (pointId: string): Promise<number> =>
    atRest(async () => {
      const [isBusy, now] = await driver.executeScript<[boolean, number]>(
        `
        const marker = document.querySelector('[data-test="marker-' + arguments[0] + '"]')
        const rail = document.querySelector('[data-test="rail"]')
        return [rail?.getAttribute('aria-busy') === 'true', Number(marker?.dataset.stops)]`,
        pointId,
      )
      return isBusy ? undefined : now
    }, 'The figures do not come to rest')

  const close = async () => {
    await driver.quit()
    rmSync(folder, { recursive: true, force: true })
  }

  return {
    driver: driver as WebDriver,
    folder,
    find,
    locate,
    close,
    stopsAtRest,
    go: (url: string) => driver.get(url),
    textOf: async (name: string) => (await find(name)).getText(),
    click: (name: string) => press(By.css(`[data-test="${name}"]`)),
    press,
    /** Presses an element once it has come to rest: what is shown above it may still push it about. */
    clickAtRest: async (name: string) => {
      await atRest(async () => JSON.stringify(await (await find(name)).getRect()), `"${name}" does not come to rest`)
      await press(By.css(`[data-test="${name}"]`))
    },
    /** Waits until the text of an element fits; answers it. */
    waitForText: async (name: string, pattern: RegExp): Promise<string> => {
      let last = ''
      await driver
        .wait(async () => {
          last = await find(name)
            .then(element => element.getText())
            .catch(() => '')
          return pattern.test(last)
        }, WAIT_MS)
        .catch(() => {
          throw new Error(`"${name}" says "${last}", not ${pattern}`)
        })
      return last
    },
    waitFor: (what: string, condition: () => Promise<boolean>, waitMs = WAIT_MS) =>
      driver.wait(condition, waitMs, `Waited in vain: ${what}`),
    /** Presses at the middle of an element and lets go so many pixels further. */
    dragBy: async (element: WebElement, right: number, down: number, steps = 8) => {
      const actions = driver.actions({ async: true }).move({ origin: element }).press()
      for (let step = 0; step < steps; step++) {
        actions.move({
          origin: 'pointer' as never,
          x: Math.round((right * (step + 1)) / steps) - Math.round((right * step) / steps),
          y: Math.round((down * (step + 1)) / steps) - Math.round((down * step) / steps),
        })
      }
      await actions.release().perform()
    },
    /** The page as it would be printed, on the paper that its style asks for: a PDF, and how many sheets it has. */
    printed: async (): Promise<{ pdf: Buffer; pages: number; size: string }> => {
      const { data } = (await driver.sendAndGetDevToolsCommand('Page.printToPDF', {
        preferCSSPageSize: true,
        printBackground: true,
      })) as unknown as { data: string }
      const pdf = Buffer.from(data, 'base64')
      const text = pdf.toString('latin1')
      return {
        pdf,
        pages: (text.match(/\/Type\s*\/Page\b/g) ?? []).length,
        size: /\/MediaBox ?\[0 0 ([\d.]+ [\d.]+)\]/.exec(text)?.[1] ?? '',
      }
    },
    picture: async (path: string) => writeFileSync(path, await driver.takeScreenshot(), 'base64'),
    /** Everything the page complained about since the last call. */
    complaints: async (...allowed: RegExp[]): Promise<string[]> =>
      (await driver.manage().logs().get(logging.Type.BROWSER))
        .filter(entry => isDefect(entry, allowed))
        .map(entry => entry.message),
  }
}

export type Browser = Awaited<ReturnType<typeof openBrowser>>
