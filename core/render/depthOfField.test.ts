import { describe, expect, it } from 'vitest'
import { expectShare, expectWithin } from '#support/tolerance'
import type { Projection } from '../camera/projection'
import { blurMm, depthOfField } from './depthOfField'
import type { FrameView } from './gBuffer'

const LENS = { focalLengthMm: 85, fNumber: 2.8, sensorWidthMm: 24, focusM: 2 }
const PROJECTION = { eye: [0, 0, 0], ahead: [0, 1, 0] } as unknown as Projection
const [WIDTH, HEIGHT] = [120, 80]

/** A flat picture of things so far away, pixel by pixel. */
const viewOf = (awayOf: (column: number, row: number) => number): FrameView => {
  const points = new Float32Array(WIDTH * HEIGHT * 6)
  for (let pixel = 0; pixel < WIDTH * HEIGHT; pixel++)
    points[pixel * 6 + 1] = awayOf(pixel % WIDTH, Math.floor(pixel / WIDTH))
  return { width: WIDTH, height: HEIGHT, surface: new Int16Array(WIDTH * HEIGHT), points } as unknown as FrameView
}
const lightOf = (at: (column: number, row: number) => number) =>
  Float32Array.from({ length: WIDTH * HEIGHT * 3 }, (_, index) => {
    const pixel = Math.floor(index / 3)
    return at(pixel % WIDTH, Math.floor(pixel / WIDTH))
  })

describe('depth of field', () => {
  it('throws a point as wide as two thin lenses of a lens do, by similar triangles', () => {
    // Images of focus and point behind the lens; the cone from the aperture to the point's image, cut at the sensor.
    const image = (metres: number) => 1 / (1 / LENS.focalLengthMm - 1 / (metres * 1000))
    for (const away of [0.8, 1.5, 3, 5, 12]) {
      const [sensor, meets] = [image(LENS.focusM), image(away)]
      const aperture = LENS.focalLengthMm / LENS.fNumber
      expectShare(blurMm(LENS, away), (aperture * Math.abs(meets - sensor)) / meets, 1e-9)
    }
    expect(blurMm(LENS, LENS.focusM)).toBe(0)
  })

  it('leaves what is in focus alone, and even light even', () => {
    const light = lightOf((column, row) => (column * 7 + row * 3) % 11)
    expect(
      depthOfField(
        viewOf(() => LENS.focusM),
        light,
        PROJECTION,
        LENS,
      ),
    ).toBe(light)
    const even = depthOfField(
      viewOf(() => 6),
      lightOf(() => 0.4),
      PROJECTION,
      LENS,
    )
    even.forEach(value => expectWithin(value, 0.4, 1e-6))
  })

  it('softens an edge behind the focus over about its disc, and keeps its light', () => {
    const edge = lightOf(column => (column < WIDTH / 2 ? 0 : 1))
    const soft = depthOfField(
      viewOf(() => 6),
      edge,
      PROJECTION,
      LENS,
    )
    const row = (HEIGHT / 2) * WIDTH
    const values = Array.from({ length: WIDTH }, (_, column) => soft[(row + column) * 3]!)
    const wide = values.filter(value => value > 0.1 && value < 0.9).length
    const disc = (blurMm(LENS, 6) / LENS.sensorWidthMm) * WIDTH
    // Of a true disc an edge takes 0.69 of the diameter from a tenth to nine tenths.
    expectWithin(wide, 0.69 * disc, 0.3 * disc)
    values.slice(1).forEach((value, index) => expect(value).toBeGreaterThanOrEqual(values[index]! - 1e-6))
    expectShare(
      values.reduce((sum, value) => sum + value, 0),
      WIDTH / 2,
      0.02,
    )
  })

  it('gives nothing of what is sharp to what is not', () => {
    const view = viewOf(column => (column < WIDTH / 2 ? LENS.focusM : 6))
    const light = lightOf(column => (column < WIDTH / 2 ? 100 : 1))
    const soft = depthOfField(view, light, PROJECTION, LENS)
    soft.forEach((value, index) => {
      const column = Math.floor(index / 3) % WIDTH
      expectWithin(value, column < WIDTH / 2 ? 100 : 1, 1e-4)
    })
  })

  it('throws what is before the focus over what is sharp, softly, and keeps its light', () => {
    // A bright post in the foreground before a dark wall in focus.
    const isPost = (column: number) => column >= 50 && column < 70
    const view = viewOf(column => (isPost(column) ? 1.2 : LENS.focusM))
    const light = lightOf(column => (isPost(column) ? 1 : 0))
    const soft = depthOfField(view, light, PROJECTION, LENS)
    const row = (HEIGHT / 2) * WIDTH
    const values = Array.from({ length: WIDTH }, (_, column) => soft[(row + column) * 3]!)
    const disc = (blurMm(LENS, 1.2) / LENS.sensorWidthMm) * WIDTH
    // It spreads half a disc to each side, evenly, and no further.
    expect(values[50 - Math.round(disc / 4)]!).toBeGreaterThan(0.02)
    expect(values[49]! + values[50]!).toBeGreaterThan(0.8)
    expect(values[49]! + values[50]!).toBeLessThan(1.2)
    expect(values[50 - Math.ceil(disc) - 1]).toBe(0)
    for (let column = 0; column < 59; column++)
      expect(values[column + 1]!).toBeGreaterThanOrEqual(values[column]! - 1e-6)
    values.forEach((value, column) => expectWithin(value, values[WIDTH - 1 - column]!, 1e-5))
    expectShare(
      values.reduce((sum, value) => sum + value, 0),
      20,
      0.03,
    )
    // As bright as the wall, nobody sees where it ends.
    const even = depthOfField(
      view,
      lightOf(() => 0.3),
      PROJECTION,
      LENS,
    )
    even.forEach(value => expectWithin(value, 0.3, 1e-5))
    // Nothing but foreground is as even as it was.
    const all = depthOfField(
      viewOf(() => 1.2),
      lightOf(() => 0.3),
      PROJECTION,
      LENS,
    )
    all.forEach(value => expectWithin(value, 0.3, 1e-5))
  })

  it('blurs less at a smaller aperture', () => {
    const edge = lightOf(column => (column < WIDTH / 2 ? 0 : 1))
    const widthAt = (fNumber: number) =>
      depthOfField(
        viewOf(() => 6),
        edge,
        PROJECTION,
        { ...LENS, fNumber },
      ).filter(value => value > 0.02 && value < 0.98).length
    expect(widthAt(2)).toBeGreaterThan(1.5 * widthAt(4))
    expect(widthAt(16)).toBeLessThan(widthAt(4))
  })
})
