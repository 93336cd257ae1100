import { readFileSync, readdirSync } from 'node:fs'
import { join } from 'node:path'
import ExifReader from 'exifreader'
import { decode } from 'fast-png'
import { By, Key } from 'selenium-webdriver'
import { describe, expect, it } from 'vitest'
import { useApp } from '#support/app'
import { stepsIn } from '#support/steps'

const app = useApp()
const { press, count } = stepsIn(app)

/** Size of a canvas in its own pixels, and on the page. */
const sizeOf = (name: string) =>
  app.browser.driver.executeScript<{ own: number[]; page: number[] }>(
    `const canvas = document.querySelector('[data-test="' + arguments[0] + '"]')
     const box = canvas.getBoundingClientRect()
     return { own: [canvas.width, canvas.height], page: [box.width, box.height] }`,
    name,
  )

/** Mean of the middle third of a canvas, red, green and blue. */
const meanOf = (name: string) =>
  app.browser.driver.executeScript<number>(
    `const canvas = document.querySelector('[data-test="' + arguments[0] + '"]')
     const { width, height } = canvas
     const { data } = canvas.getContext('2d').getImageData(width / 3, height / 3, width / 3, height / 3)
     let sum = 0
     for (let at = 0; at < data.length; at += 4) sum += data[at] + data[at + 1] + data[at + 2]
     return sum / data.length`,
    name,
  )

const isLit = () =>
  app.browser.waitFor(
    'the picture lit',
    async () => (await (await app.browser.find('save-picture')).getAttribute('disabled')) === null,
  )

describe('the picture over the whole screen', () => {
  it('is as large as fits and as sharp as the screen; P opens it, P and Escape lead back', async () => {
    await app.browser.waitForText('verdict', /wanted 250/)
    await app.browser.driver.executeScript('document.activeElement.blur()')
    await press('p')
    await app.browser.find('screen-frame')
    await isLit()
    const { own, page } = await sizeOf('screen-frame')
    expect(page[1]).toBeGreaterThan(780)
    expect(Math.abs(own[0]! - page[0]!)).toBeLessThanOrEqual(8)
    await press('p')
    await app.browser.waitFor('the stage', async () => (await count('[data-test="screen-frame"]')) === 0)
    await app.browser.click('full-picture')
    await app.browser.find('screen-frame')
    await press(Key.ESCAPE)
    await app.browser.waitFor('the stage', async () => (await count('[data-test="screen-frame"]')) === 0)
  })

  it('is wiped against a state that was pinned', async () => {
    await app.browser.click('full-picture')
    await isLit()
    const before = await meanOf('screen-frame')
    await app.browser.click('screen-pin')
    await app.browser.find('wipe')
    await app.browser.click('leave-picture')
    await app.browser.click('switch-key')
    await app.browser.click('full-picture')
    await app.browser.find('screen-pinned')
    await isLit()
    expect(await meanOf('screen-frame')).toBeLessThan(before - 3)
    expect(Math.abs((await meanOf('screen-pinned')) - before)).toBeLessThan(0.5)
    const clip = () => app.browser.find('screen-pinned').then(canvas => canvas.getAttribute('style'))
    const half = await clip()
    await app.browser.find('wipe').then(wipe => wipe.sendKeys(Key.HOME))
    await app.browser.waitFor('the wipe moved', async () => (await clip()) !== half)
    expect(await clip()).toContain('100%')
  })

  it('is saved in sixteen bits with what it is of', async () => {
    await app.browser.click('save-deep')
    const file = () => readdirSync(app.browser.folder).find(name => name.endsWith('16-bit.png'))
    await app.browser.waitFor('the file', () => Promise.resolve(file() !== undefined))
    await new Promise(resolve => setTimeout(resolve, 500))
    const bytes = readFileSync(join(app.browser.folder, file()!))
    const png = decode(bytes, { checkCrc: true })
    expect([png.depth, png.channels]).toEqual([16, 3])
    const facts = ExifReader.load(new Uint8Array(bytes).buffer) as Record<string, { value: unknown }>
    expect(facts.Title?.value).toMatch(/Fernhollow/)
    expect(facts.Comment?.value).toMatch(/A: off/)
    expect(facts.Description?.value).toMatch(/Backdrop middle/)
    await app.browser.click('leave-picture')
  })

  it('shows sitters with the hair and glasses that they are given', async () => {
    await app.browser.driver.executeScript('document.activeElement.blur()')
    await (await app.browser.find('plan-subject')).sendKeys(Key.SPACE)
    const before = await meanOf('predicted-frame')
    await (await app.browser.find('haircut')).findElement(By.css('option[value="long"]')).click()
    await app.browser.waitFor('another picture', async () => Math.abs((await meanOf('predicted-frame')) - before) > 0.2)
    expect(await app.browser.complaints(/willReadFrequently/)).toEqual([])
  })
})
