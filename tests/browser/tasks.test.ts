import { describe, expect, it } from 'vitest'
import { useApp } from '#support/app'
import { stepsIn } from '#support/steps'

const app = useApp()
const { visit } = stepsIn(app)

/** Everyday tasks as a newcomer would do them through what is in sight, each press and each field typed counted. */
describe('everyday tasks in few presses', () => {
  let presses = 0
  const counted = async (act: Promise<unknown>) => {
    await act
    presses++
  }
  const task = async (most: number, run: () => Promise<void>) => {
    presses = 0
    await run()
    expect(presses).toBeLessThanOrEqual(most)
  }

  it('a test frame taken and judged, and what it asks for done: 3', () =>
    task(3, async () => {
      await counted(visit('Frames'))
      await counted(app.browser.click('shoot'))
      await app.browser.waitForText('frame-verdict', /\d/)
      await counted(app.browser.click('frame-mend'))
      await app.browser.waitForText('frame-stale', /Shoot again/)
    }))
})
