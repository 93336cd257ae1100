import { describe, expect, it } from 'vitest'
import { demoSet } from '#core/edits/demo'
import type { StudioSet } from '#core/model/schema'
import { useApp } from '#support/app'
import { stepsIn } from '#support/steps'

const app = useApp()
const { open } = stepsIn(app)

/** Imports a set, opens it and waits for its verdict. */
const openSet = async (set: StudioSet) => {
  await open(set)
  await app.browser.waitForText('verdict', /\.$/)
}

describe('odd sets', () => {
  const set = demoSet()
  const look = set.looks[0]!

  it('opens one with thirty lights and still fits the screen', async () => {
    const lights = Array.from({ length: 30 }, (_, index) => ({
      ...set.lights[1]!,
      id: `light-${index}`,
      name: `L${index}`,
      place: { xM: -2.9 + index * 0.2, yM: 2, zM: 2 },
    }))
    await openSet({
      ...set,
      id: 'crowd',
      name: 'Thirty lamps',
      lights,
      looks: [{ ...look, lights: Object.fromEntries(lights.map(light => [light.id, { on: true, powerStops: -6 }])) }],
    })
    await app.browser.waitForText('power-light-29', /\d/)
    expect(await app.browser.driver.executeScript('return document.documentElement.scrollHeight')).toBe(800)
  })

  it('gave the console nothing to complain of', async () => {
    expect(await app.browser.complaints()).toEqual([])
  })
})
