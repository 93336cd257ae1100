import { By, Key } from 'selenium-webdriver'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { findings } from '#support/accessibility'
import { useApp } from '#support/app'
import { openBrowser, PHONE, type Browser, type Size } from '#support/browser'
import { stepsIn } from '#support/steps'
import { PAGES } from '../../server/shell/pages'

const app = useApp()
const { press, count, choose, visit } = stepsIn(app)
const TABLET: Size = { width: 1024, height: 768, scale: 1, isPhone: false }

/** What is pressed and is smaller than a thumb, or than a finger; words in running text are let be. */
const smallTargets = (on: Browser, leastPx: number) =>
  on.driver.executeScript<string[]>(
    `return [...document.querySelectorAll('button, a.press, select, summary, [role=switch], nav a')]
      .filter(one => !one.closest('.sr-only') && !one.classList.contains('underline') && one.checkVisibility())
      .map(one => ({ one, box: one.getBoundingClientRect() }))
      .filter(({ box }) => box.width > 0 && box.height < arguments[0] - 0.5)
      .map(({ one, box }) => (one.dataset.test ?? one.textContent.trim()) + ' ' + Math.round(box.height))`,
    leastPx,
  )
/** Levels of the headings in their order: one page heading, and none skipped on the way down. */
const headingLevels = (on: Browser) =>
  on.driver.executeScript<number[]>(
    `return [...document.querySelectorAll('h1, h2, h3, h4')].filter(one => one.checkVisibility()).map(one => Number(one.tagName[1]))`,
  )
/** Presses that are drawn as the one to press next. */
const mainPresses = (on: Browser) =>
  on.driver.executeScript<string[]>(
    `return [...document.querySelectorAll('main .press-main')].filter(one => one.checkVisibility()).map(one => one.textContent.trim())`,
  )
const widthOf = (on: Browser) => on.driver.executeScript<number>('return document.documentElement.scrollWidth')

describe.each([
  ['a phone', PHONE, 44, 'dark'],
  ['a tablet', TABLET, 24, 'light'],
] as const)('every page on %s', (_name, size, leastPx, surround) => {
  let browser: Browser
  beforeAll(async () => {
    browser = await openBrowser(size)
    await browser.go(app.server.url)
    await browser.waitForText('verdict', /wanted 250/)
    if (surround === 'light') {
      await browser.press(By.css('[aria-label="Settings"]'))
      await browser.press(By.xpath('//*[@role="radio"]//span[text()="Light"]'))
    }
  })
  afterAll(() => browser?.close())

  it.each(PAGES.filter(path => !['/logbook/record', '/logbook/card', '/logbook/repeat'].includes(path)))(
    '%s is no wider than the screen, has nothing too small to press and one main press at most, is headed, and is clean to the checker',
    async path => {
      await browser.go(`${app.server.url}${path}`)
      await browser.locate(By.css('main > *'))
      await browser.waitFor('the page', async () => (await browser.driver.findElements(By.css('main *'))).length > 2)
      // What is being worked out is greyed for the moment.
      await browser.waitFor(
        'the page at rest',
        async () => (await browser.driver.findElements(By.css('[aria-busy="true"]'))).length === 0,
      )
      expect(await widthOf(browser)).toBeLessThanOrEqual(size.width)
      expect(await smallTargets(browser, leastPx)).toEqual([])
      expect((await mainPresses(browser)).length).toBeLessThanOrEqual(1)
      const levels = await headingLevels(browser)
      expect([levels[0], levels.filter(level => level === 1).length]).toEqual([1, 1])
      expect(levels.slice(1).filter((level, index) => level > levels[index]! + 1)).toEqual([])
      const name = await browser.driver.executeScript<string>(`return document.querySelector('h1').textContent`)
      expect((await browser.driver.getTitle()).split(' · ')[0]).toBe(name)
      expect(await findings(browser)).toEqual([])
    },
  )
})

describe('by touch alone, on a phone', () => {
  let phone: Browser
  const touch = (type: string, points: { x: number; y: number }[]) =>
    (
      phone.driver as unknown as { sendDevToolsCommand: (name: string, params: object) => Promise<void> }
    ).sendDevToolsCommand('Input.dispatchTouchEvent', { type, touchPoints: points })
  const middleOf = (name: string, isAsItStands = false) =>
    phone.driver.executeScript<{ x: number; y: number }>(
      `const one = document.querySelector('[data-test="' + arguments[0] + '"]')
       if (!arguments[1]) one.scrollIntoView({ block: 'center' })
       const box = one.getBoundingClientRect()
       return { x: box.left + box.width / 2, y: box.top + box.height / 2 }`,
      name,
      isAsItStands,
    )
  const tap = async (name: string) => {
    const at = await middleOf(name)
    await touch('touchStart', [at])
    await touch('touchEnd', [])
  }
  const drag = async (from: { x: number; y: number }, dx: number, dy: number) => {
    await touch('touchStart', [from])
    for (let step = 1; step <= 8; step++) {
      await touch('touchMove', [{ x: from.x + (dx * step) / 8, y: from.y + (dy * step) / 8 }])
      await new Promise(resolve => setTimeout(resolve, 30))
    }
    await touch('touchEnd', [])
  }
  const scrolled = () => phone.driver.executeScript<number>('return window.scrollY')
  const fieldOf = async (label: string): Promise<string> => {
    const found = await phone.locate(By.xpath(`//label[text()="${label}"]/following-sibling::input`))
    return (await found.getAttribute('value')) ?? ''
  }

  beforeAll(async () => {
    phone = await openBrowser(PHONE)
    await (
      phone.driver as unknown as { sendDevToolsCommand: (name: string, params: object) => Promise<void> }
    ).sendDevToolsCommand('Emulation.setTouchEmulationEnabled', { enabled: true })
    await phone.go(app.server.url)
    await phone.waitForText('verdict', /wanted 250/)
    await phone.find('histogram')
  })
  afterAll(() => phone?.close())

  it('the rail lets the page scroll, and asks for nothing meanwhile', async () => {
    const at = await middleOf('rail')
    const before = await scrolled()
    await drag({ x: at.x - 90, y: at.y + 60 }, 0, -140)
    await phone.waitFor('the page scrolled', async () => (await scrolled()) > before + 60)
    expect(await phone.textOf('verdict')).not.toMatch(/^Asked/)
  })

  it('the verdict stays in sight over what it speaks of', async () => {
    await phone.driver.executeScript('window.scrollTo(0, 700)')
    const top = await phone.driver.executeScript<number>(
      `return document.querySelector('[data-test="verdict-bar"]').getBoundingClientRect().top`,
    )
    expect(top).toBeGreaterThanOrEqual(0)
    expect(top).toBeLessThan(60)
  })

  it('a tap chooses a light, a drag moves it then, and arrows move it by 5 cm', async () => {
    const at = await middleOf('plan-key')
    // Not chosen yet, a drag over it scrolls.
    const before = await scrolled()
    await drag(at, 0, 60)
    await phone.waitFor('the page scrolled', async () => (await scrolled()) < before - 20)
    expect((await phone.driver.findElements(By.css('[data-test="place"]'))).length).toBe(0)
    await tap('plan-key')
    await phone.find('place')
    // The page brings what is chosen into sight over the sheet; a finger goes down when it stands.
    let last = ''
    await phone.waitFor('the page at rest', async () => {
      const before = last
      last = String(Object.values(await middleOf('plan-key', true)))
      await new Promise(resolve => setTimeout(resolve, 150))
      return last === before
    })
    const [across, depth] = [await fieldOf('Across'), await fieldOf('From backdrop')]
    const now = await middleOf('plan-key', true)
    await drag(now, 30, 0)
    await phone.waitFor('the light moved', async () => (await fieldOf('Across')) !== across)
    expect(Math.abs(Number.parseFloat(await fieldOf('From backdrop')) - Number.parseFloat(depth))).toBeLessThan(0.11)
    const moved = Number.parseFloat((await fieldOf('Across')).replace('−', '-'))
    await tap('nudge-right')
    await phone.waitFor(
      'five centimetres',
      async () => Math.abs(Number.parseFloat((await fieldOf('Across')).replace('−', '-')) - moved - 0.05) < 0.011,
    )
    await tap('let-go')
    await phone.waitFor(
      'the sheet away',
      async () => (await phone.driver.findElements(By.css('[data-test="place"]'))).length === 0,
    )
    expect(await phone.complaints()).toEqual([])
  })
})

describe('by keyboard alone', () => {
  const focus = (name: string) =>
    app.browser.driver.executeScript(`document.querySelector('[data-test="' + arguments[0] + '"]').focus()`, name)
  const focused = () =>
    app.browser.driver.executeScript<string>(
      'return document.activeElement.dataset.thing ?? document.activeElement.dataset.test ?? ""',
    )

  it('the frame is read, the plan is zoomed and pushed', async () => {
    await focus('frame-field')
    await press(Key.ARROW_UP, Key.ARROW_UP)
    await app.browser.waitForText('probe', /stops from mid grey/)
    const place = () =>
      app.browser.driver.executeScript<number[]>(
        `const box = document.querySelector('[data-test="plan-subject"]').getBoundingClientRect()
         return [Math.round(box.left), Math.round(box.top)]`,
      )
    const whole = await place()
    await focus('plan')
    await press('+', '+')
    await app.browser.waitFor('a closer plan', async () => String(await place()) !== String(whole))
    const [left] = await place()
    await press(Key.ARROW_LEFT)
    await app.browser.waitFor('the plan pushed', async () => (await place())[0] === left! + 40)
    await press('0')
    await app.browser.waitFor('the whole room', async () => String(await place()) === String(whole))
  })

  it('what is added has the focus, and its neighbour once it is deleted', async () => {
    await focus('add')
    await press(Key.ENTER)
    await app.browser.find('add-fill')
    await press(Key.ARROW_DOWN, Key.ENTER)
    await app.browser.waitFor('the fill in focus', async () => /^fill/.test(await focused()))
    await press(Key.DELETE)
    await app.browser.waitFor('the fill gone', async () => (await count('[data-thing^="fill"]')) === 0)
    await app.browser.waitFor('a neighbour in focus', async () => (await focused()) !== '')
    await app.browser.waitForText('verdict', /wanted 250/)
  })

  it('the backdrop is looked at from a place of it', async () => {
    await choose('frame-view', 'Backdrop, square on')
    await app.browser.find('spread')
    await focus('backdrop-map')
    await press(Key.ARROW_RIGHT, Key.ARROW_RIGHT, Key.ENTER)
    await app.browser.find('look-back')
    await choose('frame-view', 'Frame')
  })

  it('a test shot is read, and a box is drawn on it', async () => {
    await visit('Frames')
    await app.browser.click('shoot')
    await app.browser.find('frame-stage')
    await focus('frame-keys')
    await press(Key.ARROW_LEFT, Key.ARROW_UP)
    await app.browser.waitForText('frame-probe', /R \d+ G \d+ B \d+/)
    await app.browser.click('tool-box')
    await focus('frame-keys')
    await press(' ', Key.ARROW_DOWN, Key.ARROW_DOWN, Key.ARROW_RIGHT, Key.ARROW_RIGHT, ' ')
    await app.browser.waitFor(
      'a region mended',
      async () => (await count('[data-test="region-back"]:not([disabled])')) === 1,
    )
  })

  it('the map of tones is gone over, and things put where it says', async () => {
    await visit('Explore')
    await app.browser.waitForText('map-words', /On the line|Nowhere/)
    await focus('tone-map')
    await press(Key.ARROW_RIGHT, Key.ARROW_UP)
    await app.browser.waitForText('map-cursor', /^\d+ at .*Enter puts things there/)
    await press(Key.ENTER)
    await visit('Stage')
    await app.browser.waitForText('verdict', /\.$/)
    expect(await app.browser.complaints()).toEqual([])
  })
})

describe('words on the plan as they are drawn', () => {
  it.each(['open-demo', 'open-almanac'])('do not meet, and stay inside: %s', async name => {
    await visit('Sets')
    await app.browser.click(name)
    await visit('Stage')
    await app.browser.find('tape-sitter')
    const faults = await app.browser.driver.executeScript<string[]>(`
      return ['plan', 'side-view'].flatMap(name => {
        const drawing = document.querySelector('[data-test="' + name + '"]')
        const field = drawing.getBoundingClientRect()
        const labels = [...drawing.querySelectorAll('[data-label]')].map(one => ({ words: one.textContent.trim(), box: one.getBoundingClientRect() }))
        const outside = labels.filter(({ box }) => box.left < field.left - 1 || box.right > field.right + 1 || box.top < field.top - 1 || box.bottom > field.bottom + 1)
        const meeting = labels.flatMap((a, at) => labels.slice(at + 1).filter(b => a.box.left < b.box.right - 1 && b.box.left < a.box.right - 1 && a.box.top < b.box.bottom - 1 && b.box.top < a.box.bottom - 1).map(b => a.words + ' / ' + b.words))
        return [...outside.map(({ words }) => 'outside: ' + words), ...meeting]
      })`)
    expect(faults).toEqual([])
  })
})
