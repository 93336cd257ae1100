import { STANDARD_METER } from '../physics/photometry/meter'
import { describe, expect, it } from 'vitest'
import { expectShare, expectWithin } from '#support/tolerance'
import { demoSet } from '../edits/demo'
import { changeGrid, changeTargets } from '../edits/edits'
import { validationErrors } from '../validation/validation'
import { BACKDROP_MIDDLE } from '../model/placeIds'
import type { Grid, StudioSet } from '../model/schema'
import { incidentFromSpot, spotFromIncident } from '../physics/photometry/spot'
import { length } from '../physics/units/vector'
import { visibleBackdrop } from './probes/areaPoints'
import { gridPoints, gridRegions } from './probes/gridPoints'
import { distanceForStops, facingFactor } from '../tone/keying'
import { ratioOf, stopsOfFill } from '../tone/ratio'
import { ratioWords, stopDownWords } from '#wording/tone'
import { readingPoints } from './probes/readingPoints'
import { isEvenEnough, toleranceOf, useOf } from '../tone/tolerance'

describe('a ratio', () => {
  // Common practice, no source: 2:1 is one stop, 4:1 two, 8:1 three; at 1:1 a fill costs a whole stop.
  it.each([
    [8, 8, '1:1', 0],
    [8, 5.657, '2:1', 1],
    [16, 8, '4:1', 2],
    [16, 5.657, '8:1', 3],
  ])('of f/%s and f/%s is %s, %s stops', (highlight, shadow, words, stops) => {
    const ratio = ratioOf(highlight, shadow)
    expect(ratioWords(ratio.highlightToShadow)).toBe(words)
    expectWithin(ratio.stops, stops, 0.001)
  })

  // Key and fill of one strength: two to one over the face, though key to fill is one to one.
  it('is one less where key and fill are counted alone', () => {
    expect(ratioWords(ratioOf(Math.sqrt(2) * 8, 8).keyToFill!)).toBe('1:1')
    expect(ratioOf(8, 8).keyToFill).toBeUndefined()
  })

  it('says how far to stop down for a fill', () => {
    expectWithin(stopsOfFill(8, 8 * Math.sqrt(2)), 1, 1e-12)
    expect([0.05, 0.34, 1, 1.3, -0.7].map(stopDownWords)).toEqual([
      'leave the aperture as it is',
      'stop down a third',
      'stop down one stop',
      'stop down one stop and a third',
      'open two thirds',
    ])
  })
})

describe('a spot meter', () => {
  // L = rho E / pi, K = 12.5 and C = 250: both read alike on a card of pi K / C = 0.157; white paper of 0.88 reads
  // 2.49 stops higher.
  it('reads as an incident meter on a card of 15.7 %, and 2.5 stops higher on white paper', () => {
    expectWithin(spotFromIncident(8, (Math.PI * 12.5) / 250, 'flat', STANDARD_METER), 8, 1e-9)
    expectWithin(2 * Math.log2(spotFromIncident(8, 0.88, 'flat', STANDARD_METER) / 8), 2.487, 0.001)
    expectWithin(
      incidentFromSpot(spotFromIncident(5.6, 0.3, 'dome', STANDARD_METER), 0.3, 'dome', STANDARD_METER),
      5.6,
      1e-12,
    )
  })
})

describe('a keying screen', () => {
  /** View factor by plain summing over small tiles, cos^2 / (pi r^2). */
  const summed = (widthM: number, heightM: number, distanceM: number, count = 400) => {
    let sum = 0
    for (let row = 0; row < count; row++) {
      for (let column = 0; column < count; column++) {
        const [x, z] = [((column + 0.5) / count - 0.5) * widthM, ((row + 0.5) / count - 0.5) * heightM]
        sum += (distanceM * distanceM) / (Math.PI * (x * x + z * z + distanceM * distanceM) ** 2)
      }
    }
    return (sum * widthM * heightM) / count / count
  }

  it.each([
    [3.2, 3, 2],
    [3.2, 3, 0.6],
    [8, 4, 3],
  ])('of %s x %s m at %s m sends what its tiles send', (widthM, heightM, distanceM) =>
    expectShare(facingFactor(widthM, heightM, distanceM), summed(widthM, heightM, distanceM), 1e-3),
  )

  it('fills the whole view close by, and goes by the square far away', () => {
    expectWithin(facingFactor(3, 3, 0.001), 1, 1e-3)
    expectWithin(Math.log2(facingFactor(3, 3, 30) / facingFactor(3, 3, 60)), 2, 0.01)
    const needed = distanceForStops(3.2, 3, 2, -1.5)!
    expectWithin(Math.log2(facingFactor(3.2, 3, needed) / facingFactor(3.2, 3, 2)), -1.5, 1e-6)
    expect(distanceForStops(3.2, 3, 2, -12)).toBeUndefined()
  })
})

describe('a grid for evenness', () => {
  const set = demoSet()
  const grid = (changes: Partial<Grid> = {}): Grid => ({ over: 'backdrop', places: 'nine', free: [], ...changes })
  const seen = visibleBackdrop(set)

  it.each([
    ['five', 5],
    ['nine', 9],
    ['fifteen', 15],
  ] as const)('of %s lies over what the camera sees', (places, count) => {
    const points = gridPoints(set, grid({ places }))
    expect(new Set(points.map(({ id }) => id)).size).toBe(count)
    for (const {
      position: [x, , z],
    } of points) {
      expect(x).toBeGreaterThan(seen.leftM)
      expect(x).toBeLessThan(seen.rightM)
      expect(z).toBeGreaterThan(seen.bottomM)
      expect(z).toBeLessThan(seen.topM)
    }
  })

  it('stands off the curve of the cove and the floor, square to them', () => {
    for (const over of ['cove', 'floor'] as const) {
      for (const { facing, position } of gridPoints(set, grid({ over }))) {
        expectWithin(length(facing), 1, 1e-12)
        expect(position[2]).toBeGreaterThan(0)
        expect(position[1]).toBeGreaterThan(0)
      }
    }
    const radius = set.backdrop.coveRadiusM
    for (const {
      position: [, y, z],
    } of gridPoints(set, grid({ over: 'cove' })))
      expectWithin(Math.hypot(y - radius, z - radius), radius - 0.03, 1e-9)
  })

  it('lies on the drop where there is no cove, and wherever it is put by hand', () => {
    const flat: StudioSet = { ...set, backdrop: { ...set.backdrop, sweepM: 0 } }
    expect(gridRegions(flat)).toEqual(['backdrop'])
    expect(gridPoints(flat, grid({ over: 'cove' }))[0]!.facing).toEqual([0, 1, 0])
    const [free] = gridPoints(set, grid({ places: 'free', free: [{ across: 0.5, up: 0.5 }] }))
    expectWithin(free!.position[0], (seen.leftM + seen.rightM) / 2, 1e-9)
  })

  it('is among the places of readings once it is laid, and the set stays sound', () => {
    const laid = changeGrid(set, 'white', grid())
    expect(readingPoints(laid).length).toBe(readingPoints(set).length + 9)
    expect(validationErrors(laid)).toEqual([])
  })
})

describe('how even a backdrop has to be', () => {
  const set = demoSet()
  const wanting = (target: StudioSet['looks'][0]['targets'][string], changes: Partial<StudioSet['backdrop']> = {}) => {
    const after = changeTargets({ ...set, backdrop: { ...set.backdrop, ...changes } }, 'white', {
      [BACKDROP_MIDDLE]: target,
    })
    return useOf(after, after.looks[0]!)
  }

  it('goes by what it is used for', () => {
    expect([255, 240, 118, 12].map(value => wanting({ kind: 'value', value }))).toEqual([
      'clipped',
      'white',
      'grey',
      'black',
    ])
    expect(wanting({ kind: 'value', value: 118 }, { kind: 'keying-screen' })).toBe('keying')
    expect(wanting({ kind: 'clip', atMostStops: 0.3 })).toBe('clipped')
  })

  it('is what the look itself asks for, where it does', () => {
    const look = { ...set.looks[0]!, areas: [{ kind: 'even' as const, withinStops: 0.12 }] }
    expect(toleranceOf(set, look)).toBe(0.12)
    expect(toleranceOf(set, set.looks[0]!)).toBe(0.5)
    // What is shown is what is compared: no "0.2 stop" is too uneven where "0.2" is allowed, and every "0.3" is.
    for (let spread = 0; spread < 1; spread += 0.003)
      expect(isEvenEnough(spread, 0.2)).toBe(Number(spread.toFixed(1)) <= 0.2)
  })
})
