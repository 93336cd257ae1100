import { describe, expect, it } from 'vitest'
import { makeFrame } from '#support/madeFrame'
import { SCENES } from '#support/madeScenes'
import { plainReduced } from '#support/plainReduced'
import { xorshift } from '#support/xorshift'
import type { Reduced } from '../picture/downsample'
import { confidenceOf } from './confidence'
import { doubtWords } from '#wording/doubt'
import { findRegions } from './regions'

/** A made-up street: a sky that pales toward the roofs, house fronts with windows, a road. */
const street = (seed: number): Reduced => {
  const random = xorshift(seed)
  const [width, height] = [320, 240]
  const linear = new Float32Array(width * height * 3)
  const houses = Array.from({ length: 7 }, (_, index) => ({
    from: (index * width) / 7,
    roof: height * (0.15 + 0.4 * random()),
    tone: [0.05 + 0.5 * random(), 0.05 + 0.4 * random(), 0.05 + 0.35 * random()] as const,
    pitch: 6 + Math.floor(10 * random()),
  }))
  const road = height * (0.75 + 0.1 * random())
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; x++) {
      const house = houses[Math.min(6, Math.floor((x / width) * 7))]!
      const isWindow = (x - house.from) % house.pitch < house.pitch / 2 && y % house.pitch < house.pitch / 2
      const wall = isWindow ? [0.02, 0.025, 0.03] : house.tone
      const sky = [0.3 + (0.4 * y) / height, 0.45 + (0.35 * y) / height, 0.8]
      const aboveRoad = y > house.roof ? wall : sky
      const tone = y > road ? [0.09, 0.09, 0.1] : aboveRoad
      const grain = 1 + 0.15 * (random() - 0.5)
      for (let channel = 0; channel < 3; channel++) linear[(y * width + x) * 3 + channel] = tone[channel]! * grain
    }
  }
  return plainReduced(width, height, linear)
}

describe('confidence in what was found', () => {
  it.each(SCENES.map(({ name, scene }) => [name, scene] as const))('is there for %s', (_, scene) => {
    const { width, height, noisy } = makeFrame({ ...scene, width: scene.width / 2, height: scene.height / 2 })
    const picture = plainReduced(width, height, noisy)
    const confidence = confidenceOf(picture, findRegions(picture))
    expect(confidence, JSON.stringify(confidence)).toMatchObject({ isSure: true })
    expect(doubtWords(confidence)).toBe('')
  })

  it('is not there for streets', () => {
    for (let seed = 1; seed <= 12; seed++) {
      const picture = street(seed)
      const confidence = confidenceOf(picture, findRegions(picture))
      expect(confidence.isSure, `${seed} ${JSON.stringify(confidence)}`).toBe(false)
      expect(doubtWords(confidence)).toMatch(
        /^This does not look like a backdrop with a subject: .*\. Nothing was learned from it\./,
      )
    }
  })
})
