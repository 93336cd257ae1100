import { describe, expect, it } from 'vitest'
import { expectShare, expectStops, expectWithin } from '#support/tolerance'
import {
  axisIntensity,
  guideNumberFromWattSeconds,
  lampIntensity,
  USUALLY_GIVES_STOPS,
  wattSecondsFromGuideNumber,
} from './output'
import { relativeIntensity, type PhotometricTable } from './photometricTable'
import { tiltFactor } from './tilt'
import { rolled } from './emitter'
import { frontArea, frontReach, rolledReach } from './frontShape'
import { absoluteColour, chromaticityOf } from './colourTemperature'
import { cutoffShare } from './pattern'
import { dot, length, type Vector } from '../units/vector'

const RAD = Math.PI / 180

describe('what is known about a lamp', () => {
  // GN^2 = k BCPS ISO with GN in feet: GN 32 m is 105 ft, so 105^2 / (0.063 x 100) beam candela-seconds.
  it('is its axis intensity by the convention of its guide number', () => {
    const output = (convention: 'metered' | 'candela-0.05' | 'candela-0.063') =>
      axisIntensity({ from: 'guide-number', guideNumberM: 32, convention })
    expectShare(output('candela-0.063'), (32 * 3.28084) ** 2 / 6.3, 1e-4)
    expectShare(output('candela-0.05'), (32 * 3.28084) ** 2 / 5, 1e-4)
    expectStops(output('metered') / output('candela-0.05'), 2.5 / 2.1527, 1e-3)
  })

  // f/8 at 4 m and ISO 200 is half the light of ISO 100.
  it('goes by the film speed of a reading and the square of its distance', () => {
    expectStops(axisIntensity({ from: 'reading', fNumber: 8, distanceM: 4, iso: 200 }), 1280, 1e-12)
    expectStops(axisIntensity({ from: 'reading', fNumber: 8, distanceM: 2, iso: 100 }), 640, 1e-12)
  })

  it('is lessened by what lamps give under the figure on their box', () => {
    const output = { from: 'lux-at-1-m', lux: 1000 } as const
    expectStops(lampIntensity({ output, givesStops: -1 }), 500, 1e-12)
    expectStops(lampIntensity({ output, givesStops: USUALLY_GIVES_STOPS }), 784.6, 1e-3)
  })

  it('goes by the root of the energy: four times the watt-seconds, twice the guide number', () => {
    expectWithin(guideNumberFromWattSeconds(400) / guideNumberFromWattSeconds(100), 2, 1e-12)
    expectWithin(guideNumberFromWattSeconds(400), 58, 1e-9)
    expectWithin(wattSecondsFromGuideNumber(guideNumberFromWattSeconds(250)), 250, 1e-9)
  })
})

describe('a measured table of intensity', () => {
  /** A direction by its angle off the axis and its angle round it, from across toward up. */
  const toward = (offDeg: number, roundDeg: number) =>
    [
      Math.sin(offDeg * RAD) * Math.cos(roundDeg * RAD),
      Math.sin(offDeg * RAD) * Math.sin(roundDeg * RAD),
      Math.cos(offDeg * RAD),
    ] as const
  const c = (horizontalDeg: readonly number[], rowOf: (h: number, v: number) => number): PhotometricTable => {
    const verticalDeg = [0, 30, 60, 90]
    return {
      type: 'C',
      verticalDeg,
      horizontalDeg,
      relative: horizontalDeg.map(h => verticalDeg.map(v => rowOf(h, v))),
    }
  }
  const at = (table: PhotometricTable, off: number, round: number) => relativeIntensity(table, ...toward(off, round))

  it('reads linearly between its angles, and nothing beyond them', () => {
    const table = c([0], (_, v) => 1 - v / 100)
    expectWithin(at(table, 0, 0), 1, 1e-9)
    expectWithin(at(table, 45, 123), 0.55, 1e-9)
    expectWithin(at(table, 30, 200), 0.7, 1e-9)
    expectWithin(at(table, 89.999, 10), 0.1, 1e-4)
    expect(at(table, 91, 10)).toBe(0)
  })

  // LM-63: the last angle says the symmetry: 0 all round, 90 each quarter, 180 each half, 360 none.
  it.each([
    [[0, 45, 90], [30, 150, 210, 330], 0.3],
    [[0, 45, 90, 135, 180], [150, 210], 1.5],
    [[0, 90, 180, 270, 360], [210], 2.1],
    [[0, 90, 180, 270, 360], [330], 3.3],
  ] as const)('given over %s degrees is the same at %s degrees round', (given, same, expected) => {
    const table = c(given, h => h / 100)
    for (const round of same) expectWithin(at(table, 40, round), expected, 1e-6)
    for (const round of same) expectWithin(at(table, 40, round - 360), expected, 1e-6)
  })

  // From 90 to 270: the two sides of the plane through 90 and 270 are alike.
  it.each([
    [120, 1.2],
    [60, 1.2],
    [240, 2.4],
    [300, 2.4],
    [0, 1.8],
  ])('given from 90 to 270 is mirrored at the upright plane: %s', (round, expected) =>
    expectWithin(
      at(
        c([90, 135, 180, 225, 270], h => h / 100),
        40,
        round,
      ),
      expected,
      1e-6,
    ),
  )

  it.each(['A', 'B'] as const)('of type %s goes by its own two angles from the axis ahead', type => {
    const degrees = [-40, 0, 40]
    const table: PhotometricTable = {
      type,
      verticalDeg: degrees,
      horizontalDeg: degrees,
      relative: degrees.map(h => degrees.map(v => 0.5 + h / 200 + v / 400)),
    }
    // Level and upright, both types mean the same.
    expectWithin(relativeIntensity(table, Math.sin(20 * RAD), 0, Math.cos(20 * RAD)), 0.6, 1e-9)
    expectWithin(relativeIntensity(table, 0, Math.sin(-20 * RAD), Math.cos(20 * RAD)), 0.45, 1e-9)
    // Aslant: A turns about the upright first and then rises off the level, B rises first and then turns off its plane.
    const [h, v] = [30 * RAD, 20 * RAD]
    const ray: Vector =
      type === 'A'
        ? [Math.sin(h) * Math.cos(v), Math.sin(v), Math.cos(h) * Math.cos(v)]
        : [Math.sin(h), Math.sin(v) * Math.cos(h), Math.cos(v) * Math.cos(h)]
    expectWithin(relativeIntensity(table, ...ray), 0.5 + 30 / 200 + 20 / 400, 1e-9)
    expect(relativeIntensity(table, Math.sin(50 * RAD), 0, Math.cos(50 * RAD))).toBe(0)
    expect(relativeIntensity(table, 0, Math.sin(50 * RAD), Math.cos(50 * RAD))).toBe(0)
  })

  it('of types A and B that begin at 0 is alike on both sides', () => {
    const table: PhotometricTable = {
      type: 'B',
      verticalDeg: [0, 40],
      horizontalDeg: [0, 40],
      relative: [
        [1, 0.6],
        [0.5, 0.1],
      ],
    }
    for (const side of [-1, 1])
      for (const rise of [-1, 1])
        expectWithin(
          relativeIntensity(
            table,
            side * Math.sin(20 * RAD),
            rise * Math.sin(10 * RAD) * Math.cos(20 * RAD),
            Math.cos(10 * RAD) * Math.cos(20 * RAD),
          ),
          0.65,
          1e-9,
        )
  })
})

describe('a lamp that burns by its tilt', () => {
  const tilt = { anglesDeg: [0, 90, 180], factors: [1, 0.8, 0.4] }
  const axis = (deg: number): Vector => [0, Math.sin(deg * RAD), -Math.cos(deg * RAD)]

  it('is counted from straight down, between the angles by the line', () => {
    expect(tiltFactor(null, axis(30))).toBe(1)
    expectWithin(tiltFactor(tilt, axis(0)), 1, 1e-9)
    expectWithin(tiltFactor(tilt, axis(45)), 0.9, 1e-9)
    expectWithin(tiltFactor(tilt, axis(135)), 0.6, 1e-9)
    expectWithin(tiltFactor(tilt, axis(180)), 0.4, 1e-6)
  })

  it('keeps its last known factor beyond its angles', () => {
    const short = { anglesDeg: [10, 60], factors: [0.95, 0.7] }
    expectWithin(tiltFactor(short, axis(5)), 0.95, 1e-9)
    expectWithin(tiltFactor(short, axis(100)), 0.7, 1e-9)
  })
})

describe('fronts', () => {
  const rectangle = { shape: 'rectangle', widthM: 1.2, heightM: 0.4 } as const
  const ring = { shape: 'ring', innerRadiusM: 0.2, outerRadiusM: 0.5 } as const

  it('have an area and a reach', () => {
    expectWithin(frontArea(rectangle), 0.48, 1e-12)
    expectWithin(frontArea(ring), Math.PI * 0.21, 1e-12)
    expectWithin(frontArea({ shape: 'disc', radiusM: 0.5 }), Math.PI / 4, 1e-12)
    expect(frontReach(rectangle)).toEqual({ across: 0.6, up: 0.2 })
    expect(frontReach(ring)).toEqual({ across: 0.5, up: 0.5 })
    expect(frontReach({ shape: 'ball', radiusM: 0.1 })).toEqual({ across: 0.1, up: 0.1 })
  })

  // By its four corners, turned one by one.
  it.each([0, 20, 90, 135, -60])('reach as far as their corners, turned by %s degrees', roll => {
    const corners = [-1, 1].flatMap(a => [-1, 1].map(u => [a * 0.6, u * 0.2] as const))
    const turned = corners.map(([a, u]) => [
      a * Math.cos(roll * RAD) + u * Math.sin(roll * RAD),
      u * Math.cos(roll * RAD) - a * Math.sin(roll * RAD),
    ])
    const { across, up } = rolledReach(rectangle, roll)
    expectWithin(across, Math.max(...turned.map(([a]) => a!)), 1e-9)
    expectWithin(up, Math.max(...turned.map(([, u]) => u!)), 1e-9)
    expect(rolledReach(ring, roll)).toEqual({ across: 0.5, up: 0.5 })
  })

  it('turn clockwise as seen from behind, and stay square', () => {
    const { across, up } = rolled([0, -1, 0], 90)
    // Seen from behind a light that looks at the backdrop, right is +x and up +z: what was up points right.
    ;[1, 0, 0].forEach((value, axis) => expectWithin(up[axis]!, value, 1e-9))
    ;[0, 0, -1].forEach((value, axis) => expectWithin(across[axis]!, value, 1e-9))
    const aslant = rolled([0.6, -0.64, 0.48], 33)
    expectWithin(dot(aslant.across, aslant.up), 0, 1e-9)
    expectWithin(length(aslant.across), 1, 1e-9)
  })
})

describe('colour of what glows', () => {
  // CIE 15, illuminants on or near the Planckian locus; 2000 K and 10,000 K of the locus from memory.
  it.each([
    [2000, 0.5267, 0.4133],
    [3000, 0.4369, 0.4041],
    [10_000, 0.2807, 0.2884],
  ])('at %s K is %s, %s', (kelvin, x, y) => {
    expectWithin(chromaticityOf(kelvin).x, x, 1e-3)
    expectWithin(chromaticityOf(kelvin).y, y, 1e-3)
  })

  it('has no step where one fit ends and the next begins', () => {
    for (const kelvin of [2222, 4000]) {
      const [below, above] = [chromaticityOf(kelvin - 0.5), chromaticityOf(kelvin + 0.5)]
      expectWithin(below.x, above.x, 5e-4)
      expectWithin(below.y, above.y, 5e-4)
    }
  })

  it('goes back to its chromaticity from the channels that a meter weighs', () => {
    const [r, g, b] = absoluteColour(4500)
    const X = 0.4124 * r + 0.3576 * g + 0.1805 * b
    const Y = 0.2126 * r + 0.7152 * g + 0.0722 * b
    const Z = 0.0193 * r + 0.1192 * g + 0.9505 * b
    expectWithin(Y, 1, 1e-9)
    expectWithin(X / (X + Y + Z), chromaticityOf(4500).x, 2e-4)
    expectWithin(Y / (X + Y + Z), chromaticityOf(4500).y, 2e-4)
  })
})

describe('a cut-off', () => {
  it('is a ramp about its angle: whole before it, half at it, nothing past it', () => {
    const cutoff = { angleDeg: 20, softDeg: 5 }
    expect([0, 14, 15, 17.5, 20, 22.5, 25, 40].map(deg => cutoffShare(cutoff, deg))).toEqual([
      1, 1, 1, 0.75, 0.5, 0.25, 0, 0,
    ])
  })
})
