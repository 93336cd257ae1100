import { writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { By } from 'selenium-webdriver'
import { SRGB_RESPONSE } from '#core/camera/response'
import { cameraView } from '#core/render/takeFrame'
import { writeSetFile } from '#core/formats/setFile'
import { demoSet } from '#core/edits/demo'
import { changeTargets } from '#core/edits/edits'
import { lightingSolver } from '#core/evaluation/lightingSolver'
import { meterPoints } from '#core/evaluation/probes/points'
import type { StudioSet } from '#core/model/schema'
import { backdropValues } from './backdropValues'
import type { Browser } from './browser'
import { decodedFile } from './savedFrame'
import { benchPicture } from '#support/benchPicture'

export const BACKDROP_IDS = ['backdrop/left', 'backdrop/middle', 'backdrop/right'] as const

/** The demo set with another tone asked of its backdrop. */
export const setFor = (value: number): StudioSet =>
  changeTargets(
    { ...demoSet(), id: 'frames', name: 'Frames' },
    'white',
    Object.fromEntries(BACKDROP_IDS.map(id => [id, { kind: 'value' as const, value }])),
  )

/** The frames page, driven as somebody without a meter would. */
export const framesIn = (app: { browser: Browser }) => {
  const browser = () => app.browser

  /** Opens a set from a file. */
  const openSet = async (url: string, set: StudioSet) => {
    const path = join(browser().folder, 'frames.json')
    writeFileSync(path, writeSetFile(set, {}))
    await browser().go(`${url}/sets`)
    await browser().locate(By.css('[data-test="import"]')).sendKeys(path)
    await browser().waitForText('library-done', new RegExp(`Imported "${set.name}"`))
    await browser()
      .locate(By.xpath(`//li[.//input[@aria-label="Name of ${set.name}"]]//button[@data-test="open"]`))
      .click()
  }

  /** How many frames the strip shows. */
  const count = async () => (await browser().driver.findElements(By.css('[data-test="frame-strip"] li'))).length

  /** Shoots on the bench and waits until the frame is read. */
  const shoot = async () => {
    const before = await count()
    // The page may draw itself anew between finding the button and pressing it.
    await browser().waitFor('the shutter', () =>
      browser()
        .click('shoot')
        .then(
          () => true,
          () => false,
        ),
    )
    await browser().waitFor(
      'the frame',
      async () => (await count()) > before && (await (await browser().find('shoot')).isEnabled().catch(() => false)),
    )
    await browser().find('frame-verdict')
  }

  const state = async () => (await browser().find('frame-verdict')).getAttribute('data-state')

  /** Does what the frame says; false where it says nothing to press. */
  const mend = async (): Promise<boolean> => {
    const buttons = await browser().driver.findElements(By.css('[data-test="frame-mend"]'))
    await buttons[0]?.click()
    return buttons.length > 0
  }

  return { openSet, shoot, state, mend, count }
}

const solve = lightingSolver()

/**
 * What a picture of the true studio shows at the points of the backdrop, in stops against a value: read with the
 * geometry known, apart from the app's own way.
 */
export const trueMisses = async (
  set: StudioSet,
  value: number,
  studio: Pick<Parameters<typeof benchPicture>[0], 'seed' | 'roughness' | 'rig'>,
): Promise<number[]> => {
  const [look] = set.looks
  const { followsPointId: _, ...camera } = look!.exposure
  const solved = (await solve(set))!
  const { bytes } = await benchPicture({
    set,
    lookId: look!.id,
    camera,
    ...studio,
    take: 9999,
    width: 240,
    format: 'jpeg',
    ownCurve: false,
  })
  const picture = await decodedFile(new Uint8Array(bytes))
  const values = backdropValues(
    picture,
    cameraView(set, solved, picture.width),
    solved.stage.scene.surfaces.map(({ id }) => id),
    meterPoints(set),
    SRGB_RESPONSE,
  )
  return BACKDROP_IDS.map(id =>
    Math.log2(SRGB_RESPONSE.linearFromValue(values[id]!) / SRGB_RESPONSE.linearFromValue(value)),
  )
}
