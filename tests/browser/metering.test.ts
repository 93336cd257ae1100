import { Key } from 'selenium-webdriver'
import { describe, expect, it } from 'vitest'
import { useApp } from '#support/app'
import { meteringIn, modelAndTruth } from '#support/meterRun'
import {
  ASKED_EVEN_STOPS,
  GRID_IDS,
  hallSet,
  median,
  READ_IDS,
  spread,
  UNREAD_IDS,
  WANTED_STOPS,
} from '#support/roughHall'
import { stepsIn } from '#support/steps'
import { expectWithin } from '#support/tolerance'

const app = useApp()
const { visit, open, undo } = stepsIn(app)
const { chooseHall, runToTheEnd, keptSet } = meteringIn(app)

/** Presses that move a lamp far enough to matter. */
const MOVES = 5
const studio = { seed: 2, roughness: 1 }

describe('a run in a rough hall, by the interface', () => {
  it('ends on target in as many readings as lights and five, and knows places that were not read', async () => {
    await open({ ...hallSet(), id: 'hall', name: 'Hall' })
    await chooseHall(studio.seed, 'A rough hall')
    await visit('Meter')
    expect(await app.browser.textOf('run-title')).toBe('Room light')
    const errors = async () => {
      const { model, truth } = await modelAndTruth(await keptSet('hall'), UNREAD_IDS, studio)
      return median(model.map((stops, index) => Math.abs(stops - truth[index]!)))
    }
    const before = await errors()
    await runToTheEnd()
    await app.browser.waitForText('run-verdict', /^On target/)
    const set = await keptSet('hall')
    expect(set.readings.length).toBeLessThanOrEqual(set.lights.length + 5)
    const {
      truth: [subject, ...backdrop],
    } = await modelAndTruth(set, READ_IDS, studio)
    expectWithin(subject!, 0, 0.1)
    expectWithin(backdrop.reduce((sum, stops) => sum + stops, 0) / 3, WANTED_STOPS, 0.1)
    expect(spread((await modelAndTruth(set, GRID_IDS, studio)).truth)).toBeLessThanOrEqual(ASKED_EVEN_STOPS)
    expect(before).toBeGreaterThan(0.3)
    expect(await errors()).toBeLessThan(0.12)
  })

  it('asks again only for what a move changed', async () => {
    await visit('Stage')
    await (await app.browser.find('plan-key')).sendKeys(...Array.from({ length: MOVES }, () => Key.ARROW_LEFT))
    await app.browser.stopsAtRest('subject/key-side')
    await visit('Meter')
    await app.browser.waitForText('run-title', /^A alone$/)
    expect(await app.browser.textOf('step-alone/key')).toContain('changed since')
    expect(await app.browser.textOf('step-together/subject/key-side')).toContain('changed since')
    expect(await app.browser.textOf('step-alone/backdrop-left')).not.toContain('changed since')
    for (let move = 0; move < MOVES; move++) await undo()
  })
})
