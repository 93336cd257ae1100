import { describe, expect, it } from 'vitest'
import { fitBracket, type BracketStep } from '#core/camera/bracket'
import { responseOf } from '#core/camera/response'
import { demoSet } from '#core/edits/demo'
import { decodedFile } from '#support/savedFrame'
import { bracketFrame, bracketStops } from './bracket'
import { ownResponse } from './trueCamera'
import { writePicture } from '#support/benchPicture'

const camera = { fNumber: 8, shutterS: 1 / 125, iso: 100 }
const CARD = 0.18

/** Mean value of the middle of a picture. */
const cardValue = async (bytes: Uint8Array): Promise<number> => {
  const { data, width, height, channels } = await decodedFile(bytes)
  let [sum, count] = [0, 0]
  for (let y = Math.floor(height * 0.4); y < height * 0.6; y++) {
    for (let x = Math.floor(width * 0.4); x < width * 0.6; x++, count++) sum += data[(y * width + x) * channels + 1]!
  }
  return sum / count
}

const bracketOf = (seed: number): Promise<BracketStep[]> =>
  Promise.all(
    bracketStops().map(async stops => ({
      stops,
      value: await cardValue(
        new Uint8Array((await writePicture(bracketFrame(demoSet(), camera, stops, seed, true))).bytes),
      ),
    })),
  )

describe('a bracket from the bench', () => {
  it.each([1, 2, 3, 4, 5])('gives the hidden curve of camera %i back within 3 values from 10 to 250', async seed => {
    const truth = ownResponse(seed)
    const fit = fitBracket(await bracketOf(seed), CARD)!
    const found = responseOf({ response: fit.response })
    let worst = 0
    for (let value = 10; value <= 250; value += 5)
      worst = Math.max(worst, Math.abs(found.valueFromLinear(truth.linearFromValue(value)) - value))
    expect(worst).toBeLessThanOrEqual(3)
    // What it says of its own sureness holds, and the pictures lie on it.
    expect(Math.max(...fit.spreads)).toBeLessThan(6)
    expect(Math.max(...fit.residuals.map(off => Math.abs(off ?? 0)))).toBeLessThan(3)
  })

  it('hides another curve behind every number', () => {
    expect(new Set([1, 2, 3, 4, 5, 6].map(seed => ownResponse(seed).valueFromLinear(0.5).toFixed(2))).size).toBe(6)
  })

  it('needs four pictures between black and white, and takes one that strays for what it is', async () => {
    expect(
      fitBracket(
        [
          { stops: 0, value: 118 },
          { stops: 1, value: 160 },
          { stops: 2, value: 255 },
        ],
        CARD,
      ),
    ).toBeUndefined()
    const steps = await bracketOf(1)
    const strayed = steps.map(step => (step.stops === -1 ? { ...step, value: step.value + 12 } : step))
    const fit = fitBracket(strayed, CARD)!
    const off = fit.residuals[strayed.findIndex(({ stops }) => stops === -1)]!
    expect(off).toBeGreaterThan(4)
    expect(fit.response.steps.every(({ value }, index, all) => index === 0 || value >= all[index - 1]!.value)).toBe(
      true,
    )
  })
})
