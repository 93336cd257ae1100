import { converter } from 'culori'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { expectWithin } from '#support/tolerance'
import { demoSet } from '../edits/demo'
import { BACKDROP_MIDDLE } from '../model/placeIds'
import { meterPoints } from './probes/points'
import type { Target } from '../model/schema'
import { ratioConstraint, spreadConstraint, levelConstraint, measureAt } from './constraint'
import { depthToward } from './constraints'
import { translationWords } from '#wording/conventions'
import { CONVENTIONS, translated } from '../tone/conventions'
import { missFrom, targetBand } from './target'

const set = demoSet()
const middle = meterPoints(set).find(({ id }) => id === BACKDROP_MIDDLE)!
const band = (target: Target, keyStops = 0) => targetBand(target, middle, set.camera, keyStops)
const valueAt = (stops: number) => translated(set, middle, { kind: 'stops', stops }).value

describe('a target', () => {
  it('of lightness renders the pixel value that a colour library gives for it', () => {
    const toRgb = converter('rgb')
    for (const lightness of [3, 8, 20, 50, 80, 96]) {
      // Lab65: the white of sRGB, so that no adaptation comes in.
      const wanted = 255 * toRgb({ mode: 'lab65', l: lightness, a: 0, b: 0 }).g
      expectWithin(valueAt(band({ kind: 'lightness', lightness }).stops), wanted, 0.02)
    }
  })

  it('that is a ratio moves with what is wanted of the key', () => {
    expect(band({ kind: 'ratio', stops: -2 }, 0.5)).toEqual({ stops: -1.5, freeAbove: 0, freeBelow: 0 })
  })

  it('to clip is free up to its limit, and "holds detail" stays under clipping', () => {
    const clip = band({ kind: 'clip', atMostStops: 0.4 })
    expectWithin(valueAt(clip.stops - 0.01), 254, 1)
    expect([-0.2, 0.2, 0.4, 0.7].map(over => Math.round(10 * missFrom(clip.stops + over, clip)) / 10)).toEqual([
      -0.2, 0, 0, 0.3,
    ])
    expect(valueAt(band({ kind: 'detail' }).stops)).toBeLessThan(250)
    expect(valueAt(band({ kind: 'detail' }).stops)).toBeGreaterThan(235)
  })
})

describe('the conventions of white', () => {
  it('say what they come to on this paper, and a value which of them it is', () => {
    // White paper of 0.88 renders 241 level with the key and clips from +0.18 on (derived from IEC 61966-2-1).
    expect(CONVENTIONS.map(({ target }) => Math.round(translated(set, middle, target).value)).slice(0, 5)).toEqual([
      Math.round(valueAt(0)),
      255,
      255,
      255,
      255,
    ])
    expect(translationWords(set, middle, { kind: 'value', value: 250 })).toBe(
      'On this camera and backdrop, 250 is +0.1 over the key: nearest to "Level with the key".',
    )
    const shouldered = {
      ...set,
      camera: { ...set.camera, response: { kind: 'shoulder' as const, headroomStops: 0.8 } },
    }
    expect(translationWords(shouldered, middle, { kind: 'value', value: 250 })).toContain(
      'nearest to "+2/3 over the key"',
    )
  })
})

describe('constraints', () => {
  const light = fc.double({ min: 0.01, max: 100, noNaN: true })
  it('measure levels, ratios and spreads in stops, whatever the unit of light', () => {
    fc.assert(
      fc.property(fc.array(light, { minLength: 3, maxLength: 3 }), light, (rows, unit) => {
        const shares = rows.map(row => [row * unit])
        expectWithin(measureAt(levelConstraint(shares[0]!, rows[1]! * unit), [1]), Math.log2(rows[0]! / rows[1]!), 1e-9)
        expectWithin(
          measureAt(
            ratioConstraint([shares[0]!, shares[1]!], stops => stops),
            [0.3],
          ),
          Math.log2(rows[0]! / rows[1]!),
          1e-9,
        )
        expectWithin(
          measureAt(spreadConstraint(shares, 0.3, undefined), [0.7]),
          Math.log2(Math.max(...rows) / Math.min(...rows)),
          1e-9,
        )
      }),
    )
  })

  it('never read darker when a light is turned up', () => {
    const share = fc.double({ min: 0, max: 10, noNaN: true })
    fc.assert(
      fc.property(
        fc.array(fc.tuple(share, share), { minLength: 1, maxLength: 8 }),
        fc.nat(),
        fc.double({ min: 0, max: 3, noNaN: true }),
        (lights, which, more) => {
          const level = levelConstraint(
            lights.map(([shares]) => shares),
            1,
          )
          const factors = lights.map(([, factor]) => factor)
          const turned = factors.with(which % lights.length, factors[which % lights.length]! + more)
          expect(measureAt(level, turned)).toBeGreaterThanOrEqual(measureAt(level, factors))
        },
      ),
    )
  })

  it('see a colour as deep as its saturation toward its own hue, less toward others', () => {
    const toHsv = converter('hsv')
    fc.assert(
      fc.property(light, light, light, (red, green, blue) => {
        const most = Math.max(red, green, blue)
        const { h = 0, s } = toHsv({ mode: 'rgb', r: red / most, g: green / most, b: blue / most })
        expectWithin(depthToward(red, green, blue, h), s, 1e-9)
        expectWithin(depthToward(red, green, blue, (h + 60) % 360), s / 2, 1e-9)
        expectWithin(depthToward(red, green, blue, (h + 180) % 360), 0, 1e-9)
      }),
    )
  })
})
