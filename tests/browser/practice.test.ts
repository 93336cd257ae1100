import { describe, expect, it } from 'vitest'
import { findings } from '#support/accessibility'
import { useApp } from '#support/app'
import { practiceSteps } from '#support/practiceSteps'
import { stepsIn } from '#support/steps'

const app = useApp()
const { saying } = stepsIn(app)
const { open } = practiceSteps(app)

describe('a hall with a fault', () => {
  it('shows its frame, as values and as a picture', async () => {
    const exercise = await open({ skill: 'fault/one', level: 3, seed: 6 }, 'fault')
    const [frame, card] = exercise.readings.flatMap(({ by }, at) => (by === 'frame' ? [at] : []))
    await app.browser.click(`read-${frame}`)
    await app.browser.find('fault-frame')
    await app.browser.click(`read-${card}`)
    await app.browser.waitForText('readings', new RegExp(`Frame, the backdrop.s middle ${exercise.planned[frame!]} `))
    const row = await saying('[data-test="readings"] tr', /a grey card/)
    expect(await row.getText()).toMatch(
      new RegExp(`${exercise.planned[card!]} ${exercise.table[exercise.right]![card!]} `),
    )
    expect(await findings(app.browser)).toEqual([])
  })
})
