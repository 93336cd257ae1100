import { SRGB_PROFILE } from '#core/imaging/colour/colourProfile'
import { readFrame } from '#core/testFrames/reading/readFrame'
import { reducer } from '#core/imaging/picture/downsample'
import { findRegions } from '#core/imaging/regions/regions'
import { demoSet } from '#core/edits/demo'
import { makeFrame } from '../support/madeFrame'
import { SCENES } from '../support/madeScenes'
import { asBytes } from '../support/savedFrame'
import { medianMs, report, shownMs } from './measure'

const WIDTH = 4000
const HEIGHT = 6000
const CHANNELS = 4

/** A frame of 24 megapixels as a browser's decoder gives it. */
const decoded = (): Uint8ClampedArray => {
  const made = makeFrame(SCENES.find(({ name }) => name.startsWith('a soft shadow'))!.scene)
  const small = asBytes(made)
  const data = new Uint8ClampedArray(WIDTH * HEIGHT * CHANNELS).fill(255)
  for (let y = 0, at = 0; y < HEIGHT; y++) {
    const row = Math.floor((y * made.height) / HEIGHT) * made.width
    for (let x = 0; x < WIDTH; x++, at += CHANNELS) {
      const from = (row + Math.floor((x * made.width) / WIDTH)) * 3
      for (let channel = 0; channel < 3; channel++) data[at + channel] = small[from + channel]!
    }
  }
  return data
}

/** A test shot of 24 megapixels, read and mapped after decoding, beside a plain loop over its bytes. */
export const readLargeFrames = async (): Promise<void> => {
  const data = decoded()
  const set = demoSet()
  const takeIn = () => {
    const taking = reducer(WIDTH, HEIGHT, { most: 255, profile: SRGB_PROFILE })
    taking.take({ data, channels: CHANNELS, count: HEIGHT, isOpaque: true })
    return taking.finish()
  }
  const small = takeIn()
  const regions = findRegions(small)
  const plain = () => {
    let sum = 0
    for (let at = 0; at < data.length; at++) sum += data[at]!
    return sum
  }
  const whole = () => {
    const picture = takeIn()
    return readFrame(set, picture, findRegions(picture))
  }
  await report('A test shot of 24 megapixels, after decoding', [
    { name: 'made small', run: takeIn },
    { name: 'regions found', run: () => findRegions(small) },
    { name: 'read and mapped', run: () => readFrame(set, small, regions) },
    { name: 'all of it', budgetMs: 300, run: whole },
  ])
  const [loop, all] = [await medianMs({ name: 'plain', run: plain }), await medianMs({ name: 'all', run: whole })]
  console.log(
    `\nA plain loop that adds its bytes up takes ${shownMs(loop)}; the whole reading takes ${(all / loop).toFixed(1)} times that (${shownMs(all)}).`,
  )
}
