import { converter } from 'culori'
import { beforeAll, describe, expect, it } from 'vitest'
import { solvedSet } from '#support/solvedSet'
import { expectWithin } from '#support/tolerance'
import { demoSet } from '../edits/demo'
import { changeTargets } from '../edits/edits'
import { BACKDROP_MIDDLE } from '../model/placeIds'
import type { Target } from '../model/schema'

const PLACE = BACKDROP_MIDDLE
const WITHIN = 3
/** A painted cloth in three different parts, lit so that nothing clips. */
const painted = {
  ...demoSet(),
  backdrop: { ...demoSet().backdrop, reflectance: [0.3, 0.16, 0.1] as [number, number, number] },
}

describe('a colour that is wanted of a place', () => {
  let shown: [number, number, number]
  const missOf = async (lab: [number, number, number]) => {
    const target: Target = { kind: 'colour', lab, within: WITHIN }
    return (await solvedSet(changeTargets(painted, 'white', { [PLACE]: target }))).at(PLACE).missStops!
  }
  beforeAll(async () => {
    const [r, g, b] = (await solvedSet(painted)).at(PLACE).rendered!.linear
    // By a library of colour: linear sRGB to CIELAB under its own white.
    const { l, a, b: blue } = converter('lab65')({ mode: 'lrgb', r, g, b })
    shown = [l, a, blue]
  })

  it('is met by what it shows, and by all that is no further from it than it may be', async () => {
    expectWithin(await missOf(shown), 0, 1e-12)
    for (const axis of [0, 1, 2])
      for (const off of [-2.9, 2.9])
        expectWithin(await missOf(shown.map((at, index) => (index === axis ? at + off : at)) as never), 0, 1e-12)
  })

  it('is missed by a stop for each ten units past that, along each axis alike, and says whether it is too light', async () => {
    for (const axis of [0, 1, 2]) {
      const miss = await missOf(shown.map((at, index) => (index === axis ? at + 13 : at)) as never)
      expectWithin(Math.abs(miss), 1, 0.02)
    }
    expect(await missOf([shown[0] + 13, shown[1], shown[2]])).toBeLessThan(0)
    expect(await missOf([shown[0] - 13, shown[1], shown[2]])).toBeGreaterThan(0)
  })
})
