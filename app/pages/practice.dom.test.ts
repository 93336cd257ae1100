import { By, Key } from 'selenium-webdriver'
import { describe, expect, it } from 'vitest'
import { findings } from '#support/accessibility'
import { useMountedApp } from '#support/dom/useMountedApp'
import { practiceSteps } from '#support/practiceSteps'
import { stepsIn } from '#support/steps'
import { answerWords } from '#wording/practiceMarks'

const app = useMountedApp()
const { visit, count, press, download, pressSaying } = stepsIn(app)
const { open, type, marked, kept } = practiceSteps(app)

describe('the course', () => {
  it('begins at the beginning, marks by one press, goes on by Enter, and is there after a reload', async () => {
    await visit('Practice')
    await app.browser.waitForText('practice-next', /Tone: Pick the value, level 1 \(new\)/)
    expect(await findings(app.browser)).toEqual([])
    await app.browser.click('practice-start')
    await app.browser.waitFor('patches', async () => (await count('[data-test="patches"] button')) >= 3)
    await app.browser.click('patch-0')
    await marked(/^(Right|Not yet)/)
    await kept()
    expect(await findings(app.browser)).toEqual([])
    // The way on has the focus.
    await press(Key.ENTER)
    await app.browser.waitFor('the next one', async () => (await count('[data-test="mark"]')) === 0)
    await app.browser.go(`${app.server.url}/practice/progress`)
    await app.browser.waitForText('progress-say', /^1 answer$/)
    expect(await count('[data-test="results"] tbody tr')).toBe(1)
    expect(await download('results-csv', '.csv')).toMatch(/^at,collection[\s\S]*value\/pick,1,/)
    expect(await findings(app.browser)).toEqual([])
  })
})

describe('an answer in figures', () => {
  it('takes the usual notations, refuses what is none in words, and says why the right one is right', async () => {
    const exercise = await open({ skill: 'reading/size', level: 4, seed: 77 }, 'number')
    await app.browser.waitForText('set-lines', /Room [\d.]+ m wide[\s\S]*Key A: /)
    await type('quite bright')
    await app.browser.waitForText('answer-problem', /quite bright/)
    await type(answerWords('f-number', exercise.right, 'metric'))
    await marked(/^Right\. f\//)
    await app.browser.waitForText('because', /inverse square[\s\S]*size of the source[\s\S]*bounce of the room/)
    await app.browser.waitForText('thumb', /The inverse square alone says f\//)
    await app.browser.waitForText('due-again', /Due again/)
    await app.browser.waitForText('effect-says', /reads f\/[\s\S]*inverse square f\//)
    const said = await app.browser.textOf('effect-says')
    await (await app.browser.find('effect-slider')).sendKeys(Key.ARROW_LEFT)
    expect(await app.browser.textOf('effect-says')).not.toBe(said)
  })

  it('of a change shows the picture before and after', async () => {
    const exercise = await open({ skill: 'change/distance', level: 4, seed: 3 }, 'number')
    await app.browser.waitFor('the picture', async () => (await count('main canvas')) === 1)
    await type(exercise.right.toFixed(2))
    await marked(/^Right/)
    await app.browser.waitFor('both pictures', async () => (await count('main canvas')) === 2)
  })

  it('of a ratio by eye and a sum in the head are taken alike', async () => {
    const ratio = await open({ skill: 'ratio/eye', level: 2, seed: 5 }, 'number')
    await type(`${ratio.right.toFixed(1)} to 1`)
    await marked(/^Right/)
    const sum = await open({ skill: 'sums/mired', level: 2, seed: 5 }, 'number')
    await type(String(Math.round(sum.right) + 300))
    await marked(/^Not yet\. [+−]\d+ mired: you were (299|300|301) mired off/)
  })
})

describe('what is judged by the eye', () => {
  it('is chosen from patches, and in a picture', async () => {
    const pick = await open({ skill: 'value/pick', level: 5, seed: 21 }, 'choice')
    await app.browser.click(`patch-${pick.right}`)
    await marked(/^Right/)
    const clipped = await open({ skill: 'value/clipped', level: 2, seed: 9 }, 'choice')
    await app.browser.click(`choice-${(clipped.right + 1) % 3}`)
    await marked(/^Not yet\. (Clipped|Holds detail|Grey)/)
  })

  it('is a key placed by what the picture shows, its own picture beside it', async () => {
    const exercise = await open({ skill: 'frame/key', level: 1, seed: 4 }, 'placing')
    const slider = await app.browser.find('slider-roundDeg')
    const steps = exercise.right.roundDeg / 5
    for (let step = 0; step < Math.abs(steps); step++)
      await slider.sendKeys(steps > 0 ? Key.ARROW_RIGHT : Key.ARROW_LEFT)
    await app.browser.click('give')
    await marked(/^Right\. \d+° to camera (left|right)[\s\S]*differ by 0 stop/)
    await app.browser.waitFor('both pictures', async () => (await count('main canvas')) === 2)
  })
})

describe('lights that made a picture', () => {
  it('are named, each of them, and shown in words', async () => {
    const { right } = await open({ skill: 'frame/lights', level: 2, seed: 4 }, 'placing')
    const edge = { left: 'Camera left', none: 'None', right: 'Camera right' }[right.edge]
    await pressSaying('[role="radio"]', new RegExp(edge))
    if (right.hasFill) await app.browser.click('has-fill')
    if (right.isBackdropLit) await app.browser.click('backdrop-lit')
    expect(await findings(app.browser)).toEqual([])
    await app.browser.click('give')
    await marked(/^Right\. [\s\S]*(edge light from camera|no edge light)[\s\S]*backdrop (not )?lit/)
  })
})

describe('a set that is to be set', () => {
  it('counts every move, says where it stands, and is compared with the quickest ways', async () => {
    const exercise = await open({ skill: 'set-it/power', level: 1, seed: 3 }, 'moves')
    await app.browser.waitForText('stand', /stops? too (dark|bright)/)
    const [move] = exercise.solution
    const offer = exercise.offers[move!.offer]!
    if (offer.kind !== 'power') throw new Error('another move')
    const was = exercise.set.looks[0]!.lights[offer.lightId]!.powerStops
    const thirds = Math.round((move!.powerStops! - was) * 3)
    for (let step = 0; step < Math.abs(thirds); step++)
      await app.browser.click(`${thirds > 0 ? 'up' : 'down'}-${offer.lightId}`)
    await app.browser.click(`set-${offer.lightId}`)
    await app.browser.waitForText('done', /Power of backdrop light/)
    await app.browser.waitForText('stand', /On target/)
    expect(await findings(app.browser)).toEqual([])
    await app.browser.click('give')
    await marked(/^(Right|Nearly|Part of it|Not yet)\. On target/)
    await app.browser.waitForText(
      'ways',
      /Yours, [\d.]+ min[\s\S]*On target after [\d.]+ min[\s\S]*The quickest, [\d.]+ min/,
    )
  })
})

describe('a hall with a fault', () => {
  it('shows what the meter shows at each reading that is taken, and how few were enough', async () => {
    const exercise = await open({ skill: 'fault/one', level: 3, seed: 6 }, 'fault')
    for (const at of exercise.shortest) await app.browser.click(`read-${at}`)
    expect(await count('[data-test^="read-"]')).toBe(exercise.readings.length - exercise.shortest.length)
    await app.browser.click(`suspect-${exercise.right}`)
    expect(await findings(app.browser)).toEqual([])
    await app.browser.click('give')
    await marked(/^Right\. It was so that/)
    await app.browser.waitForText('shortest', /The shortest way to know/)
  })
})

describe('an exercise that needs no eyes', () => {
  const listen = () =>
    app.browser.driver.executeScript(
      'window.spoken = []; speechSynthesis.speak = words => window.spoken.push(words.text)',
    )
  const spoken = () => app.browser.driver.executeScript<string[]>('return window.spoken')
  const toggle = async () => {
    await app.browser.press(By.css('[aria-label="Settings"]'))
    await app.browser.click('speaks')
    await press(Key.ESCAPE)
  }

  it('is read out with its figures, and so is its mark, once that is wanted', async () => {
    const exercise = await open({ skill: 'reading/room', level: 2, seed: 5 }, 'number')
    await listen()
    await toggle()
    await app.browser.waitFor('what is asked', async () =>
      /What does the meter show there\?[\s\S]*Room [\d.]+ m wide[\s\S]*Key A: /.test((await spoken()).join(' ')),
    )
    await type(answerWords('f-number', exercise.right, 'metric'))
    await marked(/^Right/)
    await app.browser.waitFor('the mark', async () => /^Right\. f\/[\d.]+/.test((await spoken()).at(-1) ?? ''))
    // What is to be seen is not said.
    await app.browser.go(`${app.server.url}/practice/exercise?skill=value/pick&level=1&seed=3`)
    await app.browser.waitFor('patches', async () => (await count('[data-test="patches"] button')) >= 3)
    await listen()
    await app.browser.click('patch-0')
    await marked(/^(Right|Not yet)/)
    expect((await spoken()).join()).not.toMatch(/Which patch/)
    await toggle()
  })
})

describe('a day', () => {
  it('is put in order by its arrows', async () => {
    const exercise = await open({ skill: 'day/order', level: 2, seed: 2 }, 'order')
    const now = exercise.names.map((_, at) => at)
    for (const [to, look] of exercise.right.entries()) {
      for (let at = now.indexOf(look); at > to; at--) {
        await app.browser.press(By.css(`[aria-label="${exercise.names[look]} earlier"]`))
        ;[now[at - 1], now[at]] = [now[at]!, now[at - 1]!]
      }
    }
    await app.browser.click('give')
    await marked(/^Right\. Look \d/)
  })
})

describe('an exercise that cannot be made', () => {
  it('says why, and lets one go on', async () => {
    await app.browser.go(`${app.server.url}/practice/exercise?skill=sums/none&level=9&seed=x`)
    // No such exercise: the course goes on.
    await app.browser.waitFor('another exercise', async () => (await count('[data-test="question"]')) === 1)
  })
})
