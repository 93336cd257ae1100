import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { expectWithin } from '#support/tolerance'
import { demoSet } from '../edits/demo'
import { headHeightM } from '../model/headHeight'
import type { Camera, Light, StudioSet } from '../model/schema'
import { add, distance, dot, length, scale, subtract, type Vector } from '../physics/units/vector'
import { coverageOf, uncovered } from './coverage'
import { exposureGain } from './exposureGain'
import { falloffOf, fieldFrom } from './falloff'
import { apertureForReading } from './followedAperture'
import { headShadow, shadowShows } from './headShadow'
import { solidAngle } from './lensLight'
import { around, focusOf, ontoBackdrop, ontoFloor, project, projectionOf, throughLens } from './projection'

const set = demoSet()
const lightAt = (
  xM: number,
  yM: number,
  zM: number,
  front: Light['modifier']['front'] = { shape: 'disc', radiusM: 0.2 },
): Light => ({
  ...set.lights[0]!,
  place: { xM, yM, zM },
  modifier: { ...set.lights[0]!.modifier, front },
})

describe('what a camera sees', () => {
  const projection = projectionOf(set)
  const share = fc.double({ min: 0, max: 1, noNaN: true })

  it('is what a ray through a place of the picture meets, and falls on that place again', () => {
    fc.assert(
      fc.property(share, share, fc.double({ min: 0.5, max: 9, noNaN: true }), (u, v, away) => {
        const { from, way } = throughLens(projection)(u, v)
        const seen = project(projection, add(from, scale(way, away)))!
        expectWithin(seen.u, 2 * u - 1, 1e-9)
        expectWithin(seen.v, 1 - 2 * v, 1e-9)
        expect(project(projection, add(from, scale(way, -away)))).toBeUndefined()
      }),
    )
  })

  // A lens of 105 mm before a sensor 24 mm wide: twice the arc tangent of 12 / 105.
  it('is as wide as the lens and the sensor make it', () => {
    const edge = (u: number) => {
      const { way } = throughLens(projection)(u, 0.5)
      return (Math.acos(dot(way, projection.ahead) / length(way)) * 180) / Math.PI
    }
    expectWithin(edge(0) + edge(1), (2 * Math.atan(12 / 105) * 180) / Math.PI, 1e-9)
    // It looks at the mark at its aim height, and is focused on the eyes.
    const [sitter] = set.subjects
    const aim = project(projection, [sitter!.place.xM, sitter!.place.yM, set.camera.aimHeightM])!
    expectWithin(aim.u, 0, 1e-9)
    expectWithin(aim.v, 0, 1e-9)
    expectWithin(focusOf(set).focusM, 4, 0.02)
    const near = { ...set, camera: { ...set.camera, place: { ...set.camera.place, yM: 3.61 } } }
    expect(focusOf(near).focusM).toBe(0.2)
  })

  it('of everything round a place has what is before it in its middle and what is behind at both ends', () => {
    const wide = around([0, 0, 1.5], 0)
    const near = (u: number, v: number, expected: readonly number[]) =>
      wide(u, v).way.forEach((part, axis) => expectWithin(part, expected[axis]!, 1e-9))
    near(0.5, 0.5, [0, 1, 0])
    near(0, 0.5, [0, -1, 0])
    near(1, 0.5, [0, -1, 0])
    near(0.5, 0, [0, 0, 1])
    near(0.25, 0.5, [1, 0, 0])
    around([0, 0, 1.5], 90)(0.5, 0.5).way.forEach((part, axis) => expectWithin(part, [-1, 0, 0][axis]!, 1e-9))
    expectWithin(distance(around([0, 0, 1.5], 30, 0.2)(0.3, 0.4).from, [0, 0, 1.5]), 0.2, 1e-9)
  })

  it('of a map lies square on: the backdrop edge to edge and down its curve, the floor wall to wall', () => {
    const { from, way } = ontoBackdrop(set)(0, 0)
    from.forEach((part, axis) => expectWithin(part, [-1.36, 0.03, 2.8][axis]!, 1e-9))
    expect(way).toEqual([0, -1, 0])
    // At the floor the curve of 0.35 m has come forward by all of it.
    expectWithin(ontoBackdrop(set)(1, 1).from[1], 0.38, 1e-9)
    expectWithin(
      ontoBackdrop(set)(1, 1 - 0.35 / 2 / 2.8).from[1],
      0.03 + 0.35 - Math.sqrt(0.35 ** 2 - 0.175 ** 2),
      1e-9,
    )
    expectWithin(ontoBackdrop({ ...set, backdrop: { ...set.backdrop, sweepM: 0 } })(1, 1).from[1], 0.03, 1e-9)
    const floor = ontoFloor(set)
    floor(0, 0).from.forEach((part, axis) => expectWithin(part, [-3.2, -0.8, 0.03][axis]!, 1e-9))
    floor(1, 1).from.forEach((part, axis) => expectWithin(part, [3.2, 8.4, 0.03][axis]!, 1e-9))
    expect(floor(0.5, 0.5).way).toEqual([0, 0, -1])
  })

  it('where the backdrop hangs is what rays through its corners meet there, and what the backdrop leaves open', () => {
    const level: StudioSet = {
      ...set,
      camera: { ...set.camera, place: { xM: 0.2, yM: 7.6, zM: 1.34 }, aimHeightM: 1.34 },
      subjects: [{ ...set.subjects[0]!, place: { xM: 0.2, yM: 3.6 } }],
    }
    const [half, tall] = [(7.6 * 12) / 105, (7.6 * 18) / 105]
    const seen = coverageOf(level)
    expectWithin(seen.leftM, 0.2 - half, 1e-9)
    expectWithin(seen.rightM, 0.2 + half, 1e-9)
    expectWithin(seen.topM, 1.34 + tall, 1e-9)
    expectWithin(seen.bottomM, 1.34 - tall, 1e-9)
    const narrow = { ...level, backdrop: { ...level.backdrop, widthM: 1.2, heightM: 2.4 } }
    expectWithin(uncovered(narrow).aside, 0.2 + half - 0.6, 1e-9)
    expectWithin(uncovered(narrow).above, 1.34 + tall - 2.4, 1e-9)
    const left = { ...narrow, backdrop: { ...narrow.backdrop, centreXM: 0.8 } }
    expectWithin(uncovered(left).aside, 0.8 - 0.6 - (0.2 - half), 1e-9)
    const cornered = (side: 'left' | 'right') => ({
      ...left,
      backdrop: { ...left.backdrop, corner: { side, depthM: 3 } },
    })
    expect(uncovered(cornered('left')).aside).toBe(0)
    expect(uncovered(cornered('right')).aside).toBeGreaterThan(0)
    expect(uncovered({ ...level, backdrop: { ...level.backdrop, widthM: 5, heightM: 3 } })).toEqual({
      aside: 0,
      above: 0,
    })
  })

  // A rectangle that fills half of everything: a cube's face takes a sixth of the sphere.
  it('is a solid angle', () => {
    expectWithin(solidAngle(1, 1), (4 * Math.PI) / 6, 1e-9)
    expectWithin(solidAngle(0.01, 0.02), 4 * 0.01 * 0.02, 1e-6)
  })
})

describe('the shadow of a head', () => {
  const [sitter] = set.subjects
  const head = headHeightM(sitter!)

  // Similar triangles: a light a before the sitter, a backdrop b behind; the shadow is (a + b) / a as far and large.
  it('falls where the line from the lamp over the head meets the backdrop, as large and soft as that makes it', () => {
    const cast = headShadow(set, lightAt(-1, 5.6, 2.4))!
    const [a, b] = [5.6 - 3.6, 3.6]
    expectWithin(cast.xM, -1 + ((a + b) / a) * 1, 1e-9)
    expectWithin(cast.zM, 2.4 + ((a + b) / a) * (head - 2.4), 1e-9)
    expectWithin(cast.radiusM, 0.055 * 1.72 * ((a + b) / a), 1e-9)
    expectWithin(cast.softM, (0.4 * b) / a, 1e-9)
    expect(headShadow(set, lightAt(0, 3.79, 2))).toBeUndefined()
    const strip = headShadow(set, lightAt(-1, 5.6, 2.4, { shape: 'rectangle', widthM: 0.3, heightM: 1.2 }))!
    expectWithin(strip.softM, (0.3 * b) / a, 1e-9)
  })

  it('shows beside the sitter alone: not behind the head or body, not off the backdrop or out of the frame', () => {
    // The camera at 105 mm sees 0.87 m to each side of the middle where the backdrop hangs.
    const shows = (xM: number, zM: number, of: StudioSet = set) => shadowShows(of, lightAt(xM, 5.6, zM))
    expect(shows(-0.25, 1.7)).toBe(true)
    expect(shows(0.25, 1.7)).toBe(true)
    expect(shows(0, 1.7)).toBe(false)
    expect(shows(0, 2.4)).toBe(false)
    expect(shows(-1.2, 1.7)).toBe(false)
    // High enough, it falls behind the body.
    expect(shows(-0.05, 2.1)).toBe(false)
    const narrow = { ...set, backdrop: { ...set.backdrop, widthM: 0.5 } }
    expect(shows(-0.25, 1.7, narrow)).toBe(false)
    const low = { ...set, backdrop: { ...set.backdrop, heightM: 1.2 } }
    expect(shows(-0.25, 1.7, low)).toBe(false)
    expect(shows(-0.25, 3.3)).toBe(false)
  })
})

describe('a lens and its settings', () => {
  const camera: Camera = { ...set.camera, falloff: { use: 'model', fields: [] } }

  // The law of the cosine to the fourth: at the corner of 24 x 36 mm behind 105 mm, tan = 21.63 / 105.
  it('loses toward its corners by the fourth power of the cosine', () => {
    const { share, cornerStops } = falloffOf(camera, { fNumber: 8 })
    const cosine = Math.cos(Math.atan(Math.hypot(12, 18) / 105))
    expectWithin(share(0, 0), cosine ** 4, 1e-9)
    expectWithin(share(1, 0.5), Math.cos(Math.atan(12 / 105)) ** 4, 1e-9)
    expectWithin(share(0.5, 0.5), 1, 1e-12)
    expectWithin(cornerStops, -4 * Math.log2(cosine), 1e-9)
    expect(falloffOf({ ...camera, falloff: { use: 'none', fields: [] } }, { fNumber: 8 })).toMatchObject({
      kind: 'none',
    })
  })

  it('goes by a flat field of the same lens and aperture, between its cells', () => {
    const field = (focalLengthMm: number, fNumber: number, corner: number) => ({
      focalLengthMm,
      fNumber,
      columns: 3,
      rows: 3,
      stops: [corner, 0, corner, 0, 0, 0, corner, 0, corner],
    })
    const measured = (...fields: ReturnType<typeof field>[]): Camera => ({
      ...camera,
      falloff: { use: 'measured', fields },
    })
    const found = falloffOf(measured(field(105, 8, -1), field(50, 8, -3), field(105, 5.6, -2)), { fNumber: 8.4 })
    expect(found.kind).toBe('measured')
    expectWithin(found.share(0, 0), 0.5, 1e-9)
    expectWithin(found.share(1 / 6, 1 / 6), 0.5, 1e-9)
    // Half way between the middles of a corner cell and its neighbour.
    expectWithin(found.share(1 / 3, 1 / 6), 2 ** -0.5, 1e-9)
    expectWithin(found.share(1 / 6, 1 / 3), 2 ** -0.5, 1e-9)
    expectWithin(found.share(0.5, 0.5), 1, 1e-9)
    expectWithin(found.share(1, 1), 0.5, 1e-9)
    expectWithin(found.cornerStops, 1, 1e-9)
    expect(falloffOf(measured(field(50, 8, -3), field(105, 5.6, -2)), { fNumber: 8.4 }).kind).toBe('model')
  })

  it('has a flat field that says what was lost against the middle', () => {
    const [width, height] = [48, 24]
    const light = Float32Array.from({ length: width * height }, (_, at) => (at % width < 4 ? 0.1 : 0.4))
    const made = fieldFrom({ width, height, light }, camera, 5.6)
    expect([made.columns, made.rows, made.focalLengthMm, made.fNumber]).toEqual([12, 12, 105, 5.6])
    made.stops.forEach((stops, cell) => expectWithin(stops, cell % 12 === 0 ? -2 : 0, 1e-6))
    const dark = fieldFrom({ width, height, light: light.map((_, at) => (at === 0 ? 0 : 0.4)) }, camera, 5.6)
    expect(Math.min(...dark.stops)).toBeGreaterThan(-1)
  })

  it('is set to the nearest of its own apertures, by stops', () => {
    const apertures = { widest: 2.8, smallest: 22, clickStops: 1 / 3 }
    expectWithin(apertureForReading(8.3, apertures), 8, 1e-9)
    expectWithin(apertureForReading(8.6, apertures), 8 * 2 ** (1 / 6), 1e-9)
    expectWithin(apertureForReading(1, apertures), Math.SQRT2 ** 3, 1e-9)
    expectWithin(apertureForReading(90, apertures), Math.SQRT2 ** 9, 1e-9)
  })

  // A flat reading at the setting puts reflectance R at linear R: 160 lx s at f/8 and ISO 100.
  it('makes of light what the meter equation says', () =>
    expectWithin(160 * exposureGain({ iso: 100, fNumber: 8 }), 1, 1e-12))

  it('keeps the camera’s right to the right', () => {
    const projection = projectionOf(set)
    const right = project(projection, add([0, 3.6, 1.34], [0.3, 0, 0] as Vector))!
    expect(right.u).toBeGreaterThan(0)
    expect(length(subtract(projection.right, [1, 0, 0]))).toBeLessThan(1e-9)
  })
})
