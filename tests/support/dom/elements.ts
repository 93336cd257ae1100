import { File } from 'node:buffer'
import { readFileSync } from 'node:fs'
import { basename } from 'node:path'
import userEvent, { PointerEventsCheckLevel } from '@testing-library/user-event'
import { Key, type By, type WebElement } from 'selenium-webdriver'
import { chained } from '../chained'
import { keyboardText } from './keys'
import { visibleText } from './visibleText'

/** The hands: what they do fires the events that a browser fires. */
export const hands = () =>
  userEvent.setup({ document, delay: null, pointerEventsCheck: PointerEventsCheckLevel.Never, applyAccept: false })

type Hands = ReturnType<typeof hands>

/** All elements that a locator of WebDriver finds within another. */
export const elementsBy = (by: By, within: ParentNode = document): HTMLElement[] => {
  const { using, value } = by as unknown as { using: string; value: string }
  switch (using) {
    case 'css selector':
      return [...within.querySelectorAll<HTMLElement>(value)]
    case 'link text':
      return [...within.querySelectorAll<HTMLElement>('a')].filter(link => visibleText(link) === value)
    default:
      throw new Error(`No locator by ${using}`)
  }
}

/** Steps of a slider by its arrow keys, which the library of hands leaves out. */
const slide = (slider: HTMLInputElement, keys: readonly string[]) => {
  const [least, most, step] = [slider.min || '0', slider.max || '100', slider.step || '1'].map(Number) as [
    number,
    number,
    number,
  ]
  const up: Readonly<Record<string, number>> = {
    [Key.ARROW_LEFT]: -step,
    [Key.ARROW_DOWN]: -step,
    [Key.ARROW_RIGHT]: step,
    [Key.ARROW_UP]: step,
  }
  for (const key of keys.join('')) {
    slider.value = String(Math.min(most, Math.max(least, Number(slider.value) + (up[key] ?? 0))))
    for (const type of ['input', 'change']) slider.dispatchEvent(new Event(type, { bubbles: true }))
  }
}

/** An element as WebDriver hands it out, as far as tests use it. */
export const elementOf = (element: HTMLElement, by: Hands): WebElement => {
  const find = (locator: By) => elementsBy(locator, element).map(one => elementOf(one, by))
  const first = async (locator: By) => {
    const [found] = find(locator)
    if (!found) throw new Error(`${String(locator)} is not there`)
    return found
  }
  const own = {
    click: async () => {
      if ((element as HTMLButtonElement).disabled) throw new Error(`"${visibleText(element)}" cannot be pressed`)
      if (element instanceof HTMLOptionElement) await by.selectOptions(element.closest('select')!, element)
      else await by.click(element)
    },
    clear: () => by.clear(element),
    sendKeys: async (...keys: string[]) => {
      if ((element as HTMLInputElement).type === 'file') {
        const files = keys[0]!.split('\n').map(path => new File([new Uint8Array(readFileSync(path))], basename(path)))
        return by.upload(element, files as never)
      }
      element.focus()
      if ((element as HTMLInputElement).type === 'range') return slide(element as HTMLInputElement, keys)
      await by.keyboard(keyboardText(...keys))
    },
    getText: async () => visibleText(element),
    getAttribute: async (name: string) => {
      if (name === 'value') return (element as HTMLInputElement).value
      if (name === 'textContent') return element.textContent
      return element.getAttribute(name)
    },
    isEnabled: async () => !(element as HTMLButtonElement).disabled,
    isSelected: async () => (element as HTMLInputElement).checked,
    isDisplayed: async () => element.isConnected,
    findElements: async (locator: By) => find(locator),
    findElement: (locator: By) => chained(first(locator)),
  }
  return own as unknown as WebElement
}
