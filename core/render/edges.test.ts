import { describe, expect, it } from 'vitest'
import { solvedSet } from '#support/solvedSet'
import { demoSet } from '../edits/demo'
import { NOTHING_LEARNED } from '../calibration/calibration'
import { atOnce } from '../shared/steps'
import { projectionOf, throughLens } from '../camera/projection'
import { castFrame } from './gBuffer'
import { frameHeight, lightViewOf, exposeFrame } from './takeFrame'

const WIDTH = 48
const TIMES = 4

describe('edges of a picture', () => {
  it('come out smooth: nearer to the picture looked at sixteen times as finely than with one look a pixel', async () => {
    const set = demoSet()
    const { solved, look, camera } = await solvedSet(set)
    const lens = throughLens(projectionOf(set))
    const taken = (times: number, isSmooth: boolean) => {
      const [width, height] = [WIDTH * times, frameHeight(set, WIDTH) * times]
      const view = castFrame(solved.stage, lens, width, height, { isSmooth })
      const frame = atOnce(lightViewOf(set, solved, view))
      return { view, linear: exposeFrame(set, frame, look.lights, camera, NOTHING_LEARNED) }
    }
    const [smooth, plain, fine] = [taken(1, true), taken(1, false), taken(TIMES, false)]
    const { pixels, sources } = smooth.view.edges
    expect(pixels.length).toBeGreaterThan(100)
    expect(sources).toHaveLength(4 * pixels.length)
    /** Mean of the finely looked at picture over one pixel. */
    const truth = (pixel: number) => {
      let sum = 0
      for (let part = 0; part < TIMES * TIMES; part++) {
        const x = (pixel % WIDTH) * TIMES + (part % TIMES)
        const y = Math.floor(pixel / WIDTH) * TIMES + Math.floor(part / TIMES)
        sum += fine.linear[(y * WIDTH * TIMES + x) * 3 + 1]! / TIMES ** 2
      }
      return sum
    }
    const wrong = ({ linear }: typeof plain) =>
      Math.sqrt(pixels.reduce((sum, pixel) => sum + (linear[pixel * 3 + 1]! - truth(pixel)) ** 2, 0) / pixels.length)
    expect(wrong(smooth)).toBeLessThan(0.5 * wrong(plain))
    // Away from edges nothing is touched.
    const isEdge = new Set(pixels)
    plain.linear.forEach((value, at) => {
      if (!isEdge.has(Math.floor(at / 3))) expect(smooth.linear[at]).toBe(value)
    })
  })
})
