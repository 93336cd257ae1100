import { probesOf } from '#core/evaluation/probes/probes'
import { evaluate } from '#core/evaluation/evaluation'
import { By, Key } from 'selenium-webdriver'
import { lightingSolver } from '#core/evaluation/lightingSolver'
import type { StudioSet } from '#core/model/schema'
import { calibratedLighting, learnedOf } from '#core/evaluation/calibratedLighting'
import { benchTruth } from '#core/bench/answers'
import type { Browser } from './browser'
import { stepsIn } from './steps'

/** The run of the metering page, driven as somebody with a meter would. */
export const meteringIn = (app: { browser: Browser }) => {
  const browser = () => app.browser
  const { choose, field } = stepsIn(app)
  const isThere = async (name: string) =>
    (await browser().driver.findElements(By.css(`[data-test="${name}"]`))).length > 0

  /** Dials the bench: which studio, and how far from its plan. */
  const chooseHall = async (seed: number, roughness: string) => {
    await browser().press(By.css('[aria-label="Settings"]'))
    await choose('roughness', roughness)
    await (await field('Simulator studio no.')).sendKeys(Key.chord(Key.CONTROL, 'a'), String(seed), Key.TAB)
    await browser().driver.actions().sendKeys(Key.ESCAPE).perform()
  }

  /**
   * Reads every step from the bench and does what each answer says, to the end; `instead` may type a reading itself.
   */
  const runToTheEnd = async (instead: (title: string) => Promise<boolean> = () => Promise.resolve(false)) => {
    for (let guard = 0; guard < 40 && !(await isThere('run-end')); guard++) {
      const before = await browser().textOf('run-step')
      const title = await browser().textOf('run-title')
      if (!(await instead(title))) await browser().click('ask-bench')
      await browser().find('correction')
      await browser().click((await isThere('turned')) ? 'turned' : 'next')
      await browser().waitFor(
        'the next step',
        async () =>
          (await isThere('run-end')) ||
          (await browser()
            .textOf('run-step')
            .catch(() => before)) !== before,
      )
    }
    await browser().waitForText('run-verdict', /\.$/)
    if (await isThere('run-accept')) {
      const words = await browser().textOf('run-verdict')
      await browser().click('run-accept')
      await browser().waitFor('another verdict', async () => (await browser().textOf('run-verdict')) !== words)
    }
  }

  /** The open set as the browser keeps it. */
  const keptSet = async (id: string): Promise<StudioSet> => {
    await browser().waitForText('save-state', /^Saved$/)
    return browser().driver.executeAsyncScript(
      `
      const [id, done] = arguments
      const opening = indexedDB.open('keen-tonal')
      opening.onsuccess = () => {
        const asking = opening.result.transaction('sets').objectStore('sets').get(id)
        asking.onsuccess = () => { opening.result.close(); done(asking.result.document) }
      }`,
      id,
    )
  }

  return { chooseHall, runToTheEnd, keptSet, isThere }
}

const solve = lightingSolver(undefined, set => probesOf(set, 'read'))

/** What the plan predicts and what really is at some points of a set with everything on, in stops over the camera. */
export const modelAndTruth = async (
  set: StudioSet,
  pointIds: readonly string[],
  studio: { seed: number; roughness: number },
) => {
  const [look] = set.looks
  const { layers } = (await solve(set))!
  const lighting = calibratedLighting(set, layers, learnedOf(set, look!))
  const camera = { fNumber: look!.exposure.fNumber, shutterS: look!.exposure.shutterS, iso: look!.exposure.iso }
  const truth = await benchTruth({
    set,
    lookId: look!.id,
    pointIds,
    lightIds: set.lights.map(({ id }) => id),
    camera,
    ...studio,
  })
  return {
    model: pointIds.map(id => evaluate(set, look!, lighting, camera).at(id).stops),
    truth: truth.map(fNumber => 2 * Math.log2(fNumber / camera.fNumber)),
  }
}
