import { readdirSync, readFileSync, statSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { By, Key, type WebElement } from 'selenium-webdriver'
import { writeSetFile } from '#core/formats/setFile'
import type { StudioSet } from '#core/model/schema'
import type { Browser } from './browser'

/** Text as a pattern for itself. */
const escaped = (text: string) => text.replaceAll(/[$()*+.?[\\\]^{|}]/g, String.raw`\$&`)

/** What tests do over and over in the interface, in the words of whoever uses it. */
export const stepsIn = (app: { browser: Browser }) => {
  const press = (...keys: string[]) =>
    app.browser.driver
      .actions()
      .sendKeys(...keys)
      .perform()
  /** The path of a file that comes of something done, once it is there whole: the browser lays an empty one first. */
  const newFile = async (ending: string, act: () => Promise<unknown>): Promise<string> => {
    const { folder } = app.browser
    const known = readdirSync(folder)
    await act()
    let found: string | undefined
    await app.browser.waitFor(`the ${ending}`, async () => {
      found = readdirSync(folder).find(file => file.endsWith(ending) && !known.includes(file))
      return found !== undefined && statSync(join(folder, found)).size > 0
    })
    return join(folder, found!)
  }
  /** Waits for an element that a function in the page finds. */
  const foundBy = async (name: string, script: string, ...values: unknown[]): Promise<WebElement> => {
    let found: WebElement | null = null
    await app.browser.waitFor(name, async () => {
      found = await app.browser.driver.executeScript<WebElement | null>(script, ...values)
      return found !== null
    })
    return found!
  }
  /** The first element of a kind whose text is the words, or fits a pattern; one that can be pressed. */
  const saying = (css: string, words: string | RegExp) =>
    foundBy(
      `"${words}" at ${css}`,
      `return [...document.querySelectorAll(arguments[0])].find(one => {
        const text = one.textContent.trim().replaceAll(/\\s+/g, ' ')
        return !one.disabled && (arguments[1] ? text === arguments[1] : new RegExp(arguments[2]).test(text))
      }) ?? null`,
      css,
      typeof words === 'string' ? words : '',
      typeof words === 'string' ? '' : words.source,
    )
  const pressSaying = async (css: string, words: string | RegExp) => (await saying(css, words)).click()
  /** The field of a visible label, within an element. */
  const field = (label: string, within = 'body') =>
    foundBy(
      `the field "${label}"`,
      `const name = [...document.querySelectorAll(arguments[1] + ' label, ' + arguments[1] + ' span')]
        .find(one => one.textContent.trim() === arguments[0])
      if (name?.htmlFor) return document.getElementById(name.htmlFor)
      return name?.querySelector('input') ?? name?.parentElement.querySelector('input') ?? null`,
      label,
      within,
    )
  return {
    press,
    saying,
    pressSaying,
    /** Presses a key while others are held. */
    hold: (key: string, ...held: string[]) => {
      const actions = app.browser.driver.actions()
      for (const other of held) actions.keyDown(other)
      actions.sendKeys(key)
      for (const other of held) actions.keyUp(other)
      return actions.perform()
    },
    /** Goes to a view by its name in the bar. */
    visit: async (view: string) => app.browser.press(By.linkText(view)),
    /** Chooses one of a row of views. */
    see: async (name: string) => pressSaying('[role="radio"]', name),
    /** Chooses in a list by what it says. */
    choose: async (name: string, option: string) =>
      pressSaying(`[data-test="${name}"] option`, new RegExp(escaped(option))),
    /** The field with a label. */
    field,
    type: async (element: WebElement, text: string) => element.sendKeys(Key.chord(Key.CONTROL, 'a'), text, Key.TAB),
    undo: async () => app.browser.press(By.css('[aria-label="Undo"]')),
    /** Puts something on the stage from the menu. */
    add: async (what: string) => {
      await app.browser.click('add')
      await app.browser.click(`add-${what}`)
    },
    /** Imports a set from a file and opens it. */
    open: async (set: StudioSet) => {
      const path = join(app.browser.folder, `${set.id}.json`)
      writeFileSync(path, writeSetFile(set, {}))
      await app.browser.press(By.linkText('Sets'))
      await app.browser.locate(By.css('[data-test="import"]')).sendKeys(path)
      await app.browser.waitForText('library-done', new RegExp(`Imported "${set.name}"`))
      await app.browser.press(By.css(`[aria-label="Open ${set.name}"]`))
      await app.browser.waitFor('the stage', async () => /\/$/.test(await app.browser.driver.getCurrentUrl()))
    },
    newFile,
    /** Presses what gives a file, and reads it as text. */
    download: async (name: string, ending: string): Promise<string> =>
      readFileSync(await newFile(ending, () => app.browser.click(name)), 'utf8'),
    count: async (css: string) => (await app.browser.driver.findElements(By.css(css))).length,
  }
}
