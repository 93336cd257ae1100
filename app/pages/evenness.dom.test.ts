import { By, Key } from 'selenium-webdriver'
import { beforeAll, describe, expect, it } from 'vitest'
import { demoSet } from '#core/edits/demo'
import { findings } from '#support/accessibility'
import { useMountedApp } from '#support/dom/useMountedApp'
import { meteringIn } from '#support/meterRun'
import { stepsIn } from '#support/steps'

const app = useMountedApp()
const { visit, open, see, choose, field, type } = stepsIn(app)
const { keptSet } = meteringIn(app)

const part = (name: string) => app.browser.press(By.linkText(name))
const write = async (text: string) =>
  (await app.browser.find('entry')).sendKeys(Key.chord(Key.CONTROL, 'a'), text, Key.ENTER)

describe('spill, ratio and the walk line', () => {
  beforeAll(async () => {
    await open({ ...demoSet(), id: 'level', name: 'Level' })
    await visit('Meter')
  })

  it('reads what comes round the subject from behind, and says how much it may be', async () => {
    await part('Spill, ratio')
    await app.browser.waitForText('spill-where', /^B, C on, A off\./)
    await app.browser.click('ask-bench')
    await app.browser.waitForText('spill-0', /under/)
    await app.browser.waitFor(
      'the next place',
      async () => (await (await app.browser.find('spill-1')).getAttribute('aria-pressed')) === 'true',
    )
    const { lights, pointId } = (await keptSet('level')).readings.at(-1)!
    expect([Object.keys(lights).toSorted(), pointId]).toEqual([['backdrop-left', 'backdrop-right'], 'subject/key-side'])
    await app.browser.locate(By.css('canvas[aria-label="The frame by the backdrop lights alone"]'))
  })

  it('turns two readings into a ratio, in both conventions', async () => {
    await type(await app.browser.find('ratio-highlight'), 'f/8')
    await type(await app.browser.find('ratio-shadow'), 'f/4')
    await app.browser.waitForText('ratio', /^4:1\s+2 stops$/)
    await app.browser.waitForText('ratio-other', /key \+ fill to fill.*key to fill, each read alone, it is 3:1/s)
    await app.browser.waitForText('fill-effect', /No fill light is on/)
    expect(await findings(app.browser)).toEqual([])
  })

  it('walks a line', async () => {
    await part('Walk line')
    await type(await field('Across'), '-0.5')
    await app.browser.click('walk')
    await app.browser.waitForText('walk-words', /\d stops? along the way; it changes fastest \d\.\d\d m from the start/)
    await app.browser.click('flatten')
    await app.browser.waitForText('flatter', /\d stops?, (not )?on target|Nothing that was tried/)
    expect(await findings(app.browser)).toEqual([])
    expect(await app.browser.complaints()).toEqual([])
  })
})

describe('lamps that burn on', () => {
  it('are read in lux, a figure alone is enough, and a longer shutter is the camera\u2019s affair', async () => {
    const demo = demoSet()
    const lights = demo.lights.map(light => ({
      ...light,
      lamp: { ...light.lamp, kind: 'continuous' as const, output: { from: 'lux-at-1-m' as const, lux: 9000 } },
    }))
    await open({
      ...demo,
      id: 'burning',
      name: 'Burning',
      lights,
      looks: demo.looks.map(look => ({ ...look, exposure: { ...look.exposure, shutterS: 1 / 30 } })),
    })
    await app.browser.press(By.css('[data-test="light-key"] button'))
    await type(await app.browser.find('power'), '1/8')
    await app.browser.waitFor(
      'an eighth in percent too',
      async () => (await (await app.browser.find('power')).getAttribute('value')) === '\u22123.0 (13 %)',
    )
    await type(await app.browser.find('power'), '8')
    await app.browser.waitForText('field-problem', /"8" is no power: write stops below full.*It is still \u22123\.0/)
    await see('Fit')
    await app.browser.waitForText('lamp-colour', /^\d+ K: /)
    await app.browser.press(By.css('[aria-label="Settings"]'))
    await choose('reading-unit', 'Lux')
    await app.browser.driver.actions().sendKeys(Key.ESCAPE).perform()
    await visit('Meter')
    await app.browser.click('step-alone/key')
    const expected = Number.parseFloat(await app.browser.waitForText('expected', /^\d+ lx$/))
    await write(String(Math.round(expected / 2)))
    await app.browser.waitForText('read', new RegExp(`^${Math.round(expected / 2)} lx$`))
    await app.browser.waitForText('correction', /ten clicks up on A|10 clicks up on A|end of its range/)
    await app.browser.click('again')
    await app.browser.click('ask-bench')
    await app.browser.waitForText('read', /^\d+ lx$/)
  })
})

describe('a run that speaks, on a bench with faults', () => {
  it('says nothing until it is asked to, then each step and each answer', async () => {
    await open({ ...demoSet(), id: 'aloud', name: 'Aloud' })
    await app.browser.driver.executeScript(
      'window.spoken = []; speechSynthesis.speak = words => window.spoken.push(words.text)',
    )
    const spoken = () => app.browser.driver.executeScript<string[]>('return window.spoken')
    await visit('Meter')
    await app.browser.click('step-alone/key')
    await app.browser.waitForText('run-title', /^A alone$/)
    expect(await spoken()).toEqual([])
    await app.browser.press(By.css('[aria-label="Settings"]'))
    for (const name of ['speaks', 'fault-recycling', 'fault-slips']) await app.browser.click(name)
    await app.browser.driver.actions().sendKeys(Key.ESCAPE).perform()
    await app.browser.waitFor('the step', async () =>
      /^A on, B, C off\. Meter at the subject.s cheek, dome toward the key \(A\)\. Expect f [\d.]+/.test(
        (await spoken()).at(-1) ?? '',
      ),
    )
    await app.browser.click('ask-bench')
    await app.browser.waitFor('the answer', async () =>
      /on A|leave A|That is|Most likely|Nothing usual/.test((await spoken()).at(-1) ?? ''),
    )
    await app.browser.waitForText('save-state', /^Saved$/)
    await app.browser.driver.navigate().refresh()
    await app.browser.press(By.css('[aria-label="Settings"]'))
    const isOn = async (name: string) => (await app.browser.find(name)).isSelected()
    expect([
      await isOn('speaks'),
      await isOn('fault-recycling'),
      await isOn('fault-slips'),
      await isOn('fault-drift'),
    ]).toEqual([true, true, true, false])
    for (const name of ['speaks', 'fault-recycling', 'fault-slips']) await app.browser.click(name)
    await app.browser.driver.actions().sendKeys(Key.ESCAPE).perform()
  })
})
