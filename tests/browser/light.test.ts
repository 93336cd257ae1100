import { writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { By } from 'selenium-webdriver'
import { describe, expect, it } from 'vitest'
import { demoSet } from '#core/edits/demo'
import { meterPoints } from '#core/evaluation/probes/points'
import { BACKDROP_MIDDLE } from '#core/model/placeIds'
import { placeInFrame } from '#core/testFrames/reading/places'
import { useApp } from '#support/app'
import { crowdedSet } from '#support/scenes'
import { stepsIn } from '#support/steps'
import { expectWithin } from '#support/tolerance'

const app = useApp()
const { choose, open, see, undo } = stepsIn(app)

/** Mean pixel value of a canvas, once it is drawn. */
const meanOf = async (name: string): Promise<number> => {
  await app.browser.find(name)
  return app.browser.driver.executeScript(`
    const canvas = document.querySelector('[data-test="${name}"]')
    const copy = new OffscreenCanvas(canvas.width, canvas.height).getContext('2d', { willReadFrequently: true })
    copy.drawImage(canvas, 0, 0)
    const { data } = copy.getImageData(0, 0, canvas.width, canvas.height)
    let sum = 0
    for (let at = 1; at < data.length; at += 4) sum += data[at]
    return sum / (data.length / 4)`)
}

/** How many ways of light a drawing shows. */
const ways = async (drawing: string, kind = '') =>
  (await app.browser.driver.findElements(By.css(`[data-test="${drawing}"] [data-test="way"]${kind}`))).length

describe('seeing where light comes from', () => {
  it('opens a reading into what the light came from last', async () => {
    await app.browser.click('why')
    await app.browser.click('why-backdrop/middle')
    await app.browser.waitForText('why-from', /^Bounced from: ceiling \d+ %, .*White paper roll \d+ %/)
    // The ways show on the plan: straight ones of the lights, dashed ones of what sends light on.
    expect(await ways('plan')).toBeGreaterThanOrEqual(3)
    expect(await ways('plan', '[stroke-dasharray]')).toBeGreaterThanOrEqual(1)
    expect(await ways('side-view')).toBeGreaterThanOrEqual(3)
    // The ring lies on the middle of the backdrop: in the picture's middle across, over its middle up.
    const ring = await app.browser.driver.executeScript<{ x: number; y: number }>(
      `const field = document.querySelector('[data-test="frame-field"]').getBoundingClientRect()
       const box = document.querySelector('[data-spot="backdrop/middle"]').getBoundingClientRect()
       return { x: (box.left + box.width / 2 - field.left) / field.width, y: (box.top + box.height / 2 - field.top) / field.height }`,
    )
    const middle = meterPoints(demoSet()).find(({ id }) => id === BACKDROP_MIDDLE)!
    const wanted = placeInFrame(demoSet(), [...middle.position])!
    expectWithin(ring.x, wanted.x, 0.01)
    expectWithin(ring.y, wanted.y, 0.01)
    await app.browser.click('why-figures')
    await app.browser.waitForText('bounces', /Backdrop middle\s+ceiling \d+ %[\s\S]*White paper roll \d+ %/)
    await app.browser.click('why')
  })

  it('looks back from the subject and from the backdrop, and a light that goes off darkens both', async () => {
    await choose('frame-view', 'From the subject')
    const lit = await meanOf('look-back')
    await choose('look-from', 'Backdrop middle')
    await app.browser.waitFor('another view', async () => Math.abs((await meanOf('look-back')) - lit) > 1)
    const fromBackdrop = await meanOf('look-back')
    for (const id of ['switch-backdrop-left', 'switch-backdrop-right']) await app.browser.click(id)
    await app.browser.waitFor('a darker view', async () => (await meanOf('look-back')) < fromBackdrop - 2)
    await undo()
    await undo()
  })
})

describe('what hangs on a light', () => {
  it('may be a measured file; a broken one is refused and changes nothing', async () => {
    await app.browser.click('plan-backdrop-left')
    await see('Fit')
    const file = (name: string, rows: string) => {
      const path = join(app.browser.folder, name)
      writeFileSync(
        path,
        `IESNA:LM-63-2002\n[LUMINAIRE] Oak hall lamp\nTILT=NONE\n1 -1 1 3 1 1 2 0.2 0.2 0 1 1 100\n0 45 90\n0\n${rows}\n`,
      )
      return path
    }
    const input = await app.browser.find('ies')
    await input.sendKeys(file('broken.ies', '900 x 0'))
    await app.browser.waitForText('fit-problem', /broken\.ies: .*line 7 has "x".*Nothing was changed/)
    await input.sendKeys(file('lamp.ies', '900 500 0'))
    await app.browser.waitFor('the lamp', async () =>
      (await (await app.browser.find('modifier')).findElement(By.css('option:checked')))
        .getText()
        .then(text => text.trim() === 'Oak hall lamp'),
    )
    await undo()
  })
})

describe('a set full of things', () => {
  it('tells how far a long solve is, stops when asked, and finishes later', async () => {
    const set = crowdedSet()
    const many = Array.from({ length: 14 }, (_, index) => ({
      ...set.lights[1]!,
      id: `light-${index}`,
      name: `L${index}`,
      place: { xM: -2.4 + 0.34 * index, yM: 5 + (index % 3) * 0.4, zM: 2.6 },
    }))
    await open({
      ...set,
      id: 'slow',
      name: 'Slow',
      lights: many,
      looks: [
        { ...set.looks[0]!, lights: Object.fromEntries(many.map(light => [light.id, { on: true, powerStops: -4 }])) },
      ],
    })
    await app.browser.click('stop-solving')
    await app.browser.waitForText('stopped', /Stopped: these figures are a draft, or older/)
    await app.browser.locate(By.xpath('//button[normalize-space(text())="Finish"]')).click()
    await app.browser.waitFor(
      'the stop taken back',
      async () => (await app.browser.driver.findElements(By.css('[data-test="stopped"]'))).length === 0,
    )
    await app.browser.waitForText('verdict', /\w/)
  })

  it('complains of nothing', async () => {
    expect(await app.browser.complaints()).toEqual([])
  })
})
