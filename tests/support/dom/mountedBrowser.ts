import { Blob, File } from 'node:buffer'
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import Dexie from 'dexie'
import { By, type WebElement } from 'selenium-webdriver'
import type { Browser } from '../browser'
import { chained } from '../chained'
import { eventually } from '../eventually'
import { giveCanvas } from './canvas'
import { elementOf, elementsBy, hands } from './elements'
import { keyboardText } from './keys'
import { giveLayout } from './layout'
import { mountApp, unmountApp, type Mounted } from './mountApp'
import { visibleText } from './visibleText'
import { ThreadlessWorker } from './workers'

/** Warnings and errors of the page since they were read last. */
let complaints: string[] = []

/** Files that the app hands over land in this folder, as downloads do. */
let downloads = ''
const blobs = new Map<string, Blob>()

/** Events of a server that is not there. */
class NoEvents extends EventTarget {
  onerror?: (event: Event) => void

  constructor() {
    super()
    setTimeout(() => {
      this.onerror?.(new Event('error'))
      this.dispatchEvent(new Event('error'))
    }, 0)
  }

  close() {}
}

/** Words that would be spoken. */
class Utterance extends EventTarget {
  constructor(readonly text = '') {
    super()
  }
}

let isGiven = false

/** Gives the document what a browser has and its stand-in lacks, once for all files of a thread. */
const giveBrowser = () => {
  if (isGiven) return
  isGiven = true
  Object.assign(globalThis, {
    Worker: ThreadlessWorker,
    // Files cross to workers: those of Node can be copied.
    Blob,
    File,
    EventSource: NoEvents,
    fetch: () => Promise.reject(new TypeError('No server')),
    speechSynthesis: { speak: () => {}, cancel: () => {}, getVoices: () => [] },
    SpeechSynthesisUtterance: Utterance,
  })
  URL.createObjectURL = blob => {
    const url = `blob:made/${blobs.size}`
    blobs.set(url, blob as Blob)
    return url
  }
  URL.revokeObjectURL = () => {}
  document.documentElement.lang = 'en'
  // Which window an event came from is asked by what drags.
  for (const type of ['mousedown', 'pointerdown', 'mouseup', 'click'])
    globalThis.window.addEventListener(
      type,
      event => Object.defineProperty(event, 'view', { configurable: true, value: globalThis.window }),
      { capture: true },
    )
  giveCanvas()
  giveLayout()
  HTMLAnchorElement.prototype.click = function (this: HTMLAnchorElement) {
    const blob = blobs.get(this.href)
    if (!blob) return void this.dispatchEvent(new MouseEvent('click', { bubbles: true, cancelable: true }))
    const path = join(downloads, this.download)
    void blob.arrayBuffer().then(bytes => writeFileSync(path, new Uint8Array(bytes)))
  }
  for (const kind of ['warn', 'error'] as const)
    Object.assign(console, { [kind]: (...words: unknown[]) => void complaints.push(words.map(String).join(' ')) })
}

/** Where the app is mounted, as if it were a server's address. */
export const MOUNTED_URL = ''

/**
 * The app on a document without a browser, behind the same steps as a browser: tests written for one run on the
 * other. Layout, pointers over pictures, canvases, printing, service workers and real workers need a browser.
 */
export const openMounted = async (): Promise<Browser> => {
  giveBrowser()
  await Dexie.delete('keen-tonal')
  localStorage.clear()
  downloads = mkdtempSync(join(tmpdir(), 'keen-tonal-dom-'))
  complaints = []
  const folder = downloads
  const by = hands()
  let mounted: Mounted | undefined

  const go = async (address: string) => {
    if (mounted) unmountApp(mounted)
    mounted = await mountApp(address || '/')
  }
  const located = (locator: By): Promise<WebElement> =>
    eventually(() => {
      const [found] = elementsBy(locator)
      if (!found) throw new Error(`${String(locator)} is not on the page`)
      return elementOf(found, by)
    })
  const locate = (locator: By) => chained(located(locator))
  const find = (name: string) => locate(By.css(`[data-test="${name}"]`))
  /** Presses what can be pressed; what is greyed for the moment is waited for. */
  const press = async (locator: By) => {
    const element = await eventually(() => {
      const found = elementsBy(locator).find(one => !(one as HTMLButtonElement).disabled)
      if (!found) throw new Error(`${String(locator)} is not there to be pressed`)
      return found
    })
    const from = mounted?.router.currentRoute.value.fullPath
    await elementOf(element, by).click()
    const to = element.closest('a')?.getAttribute('href')
    if (to?.startsWith('/') && to !== from)
      await eventually(() => {
        if (mounted?.router.currentRoute.value.fullPath === from) throw new Error(`No way to ${to}`)
      })
  }
  const waitFor = (wanted: string, condition: () => Promise<boolean>) =>
    eventually(async () => {
      if (!(await condition())) throw new Error(`Waited in vain: ${wanted}`)
      return true
    })

  const keysOf = () => {
    let text = ''
    const actions = {
      sendKeys: (...keys: string[]) => ((text += keyboardText(...keys)), actions),
      keyDown: (key: string) => ((text += keyboardText(key).replace(/\{\/\w+\}$/, '')), actions),
      keyUp: (key: string) => ((text += keyboardText(key).replace(/^\{\w+>\}/, '')), actions),
      perform: () => by.keyboard(text),
    }
    return actions
  }
  const driver = {
    findElements: async (locator: By) => elementsBy(locator).map(one => elementOf(one, by)),
    findElement: locate,
    executeScript: async (script: string, ...values: unknown[]): Promise<unknown> => {
      const answer: unknown = new Function(script)(...values)
      return answer instanceof HTMLElement ? elementOf(answer, by) : answer
    },
    executeAsyncScript: (script: string, ...values: unknown[]) =>
      new Promise(done => void new Function(script)(...values, done)),
    actions: keysOf,
    navigate: () => ({
      refresh: () => go(mounted!.router.currentRoute.value.fullPath),
      back: async () => {
        const from = mounted!.router.currentRoute.value.fullPath
        mounted!.router.back()
        await waitFor('the page before', async () => mounted!.router.currentRoute.value.fullPath !== from)
      },
    }),
    getTitle: async () => document.title,
    getCurrentUrl: async () => `http://mounted${mounted!.router.currentRoute.value.fullPath}`,
    sleep: (ms: number) => new Promise(resolve => setTimeout(resolve, ms)),
  }

  const own = {
    driver,
    folder,
    go,
    find,
    locate,
    press,
    waitFor,
    click: (name: string) => press(By.css(`[data-test="${name}"]`)),
    clickAtRest: (name: string) => press(By.css(`[data-test="${name}"]`)),
    textOf: async (name: string) => (await find(name)).getText(),
    waitForText: (name: string, pattern: RegExp) =>
      eventually(() => {
        const [found] = elementsBy(By.css(`[data-test="${name}"]`))
        const said = found ? visibleText(found) : ''
        if (!pattern.test(said)) throw new Error(`"${name}" says "${said}", not ${pattern}`)
        return said
      }),
    stopsAtRest: (pointId: string) =>
      eventually(() => {
        const [marker] = elementsBy(By.css(`[data-test="marker-${pointId}"]`))
        const [rail] = elementsBy(By.css('[data-test="rail"]'))
        if (!marker?.dataset.stops || rail?.getAttribute('aria-busy') === 'true')
          throw new Error(`${pointId} does not come to rest`)
        return Number(marker.dataset.stops)
      }),
    complaints: async (...allowed: RegExp[]) => {
      const said = complaints.filter(words => !allowed.some(pattern => pattern.test(words)))
      complaints = []
      return said
    },
    close: async () => {
      if (mounted) unmountApp(mounted)
      mounted = undefined
      rmSync(folder, { recursive: true, force: true })
    },
  }
  return own as unknown as Browser
}
