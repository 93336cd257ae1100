import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { plainOf as grey, plainReduced } from '#support/plainReduced'
import { expectWithin } from '#support/tolerance'
import { responseOf, SRGB_RESPONSE } from '../../camera/response'
import { SRGB_PROFILE, type ColourProfile } from '../colour/colourProfile'
import { stopsApart } from './compareFrames'
import { reducer, upright, type Reduced } from './downsample'
import { frameLight } from './frameLight'
import { pairSteps } from './pairSteps'
import { developed } from './sensorPicture'
import { cellAt, cellsOf, valueGrid } from './valueGrid'

const SQUARE: ColourProfile = { name: 'square', curves: [x => x * x, x => x * x, x => x * x], matrix: null }
describe('a picture made small', () => {
  const size = fc.integer({ min: 3, max: 40 })

  it.each([
    [1, 255],
    [2, 255],
    [3, 255],
    [4, 65_535],
  ] as const)('is the mean light of each part of a file of %s channels up to %s', (channels, most) => {
    fc.assert(
      fc.property(size, size, fc.integer({ min: 1, max: 1000 }), (width, height, salt) => {
        const data = Uint16Array.from({ length: width * height * channels }, (_, at) =>
          at % 7 === 0 ? most : (at * 7919 * salt) % (most + 1),
        )
        const side = 8
        const rows = reducer(width, height, { most, profile: SQUARE }, side)
        // In two goes, as decoders give them.
        const half = Math.floor(height / 2)
        rows.take({ data: data.subarray(0, half * width * channels), channels, count: half })
        expect(rows.take({ data: data.subarray(half * width * channels), channels, count: height - half })).toBe(1)
        const small = rows.finish()
        const scale = Math.max(1, Math.max(width, height) / side)
        expect([small.width, small.height]).toEqual([
          Math.max(1, Math.round(width / scale)),
          Math.max(1, Math.round(height / scale)),
        ])
        expect(small.pixels).toBe(width * height)
        const parts = Array.from({ length: small.width * small.height }, () => ({
          light: [0, 0, 0],
          full: 0,
          any: 0,
          black: 0,
          count: 0,
        }))
        let through = 0
        const columnOf = (x: number) =>
          Array.from({ length: small.width }, (_, column) =>
            Math.round(((column + 1) * width) / small.width),
          ).findIndex(end => x < end)
        for (let y = 0; y < height; y++)
          for (let x = 0; x < width; x++) {
            const part =
              parts[Math.min(small.height - 1, Math.floor((y * small.height) / height)) * small.width + columnOf(x)]!
            const at = (y * width + x) * channels
            const [r, g, b] = channels < 3 ? [0, 0, 0].map(() => data[at]!) : [data[at]!, data[at + 1]!, data[at + 2]!]
            ;[r!, g!, b!].forEach((value, channel) => (part.light[channel]! += (value / most) ** 2))
            const ends = [r!, g!, b!].filter(value => value === most).length
            if (ends === 3) part.full++
            if (ends > 0) part.any++
            else if ([r!, g!, b!].every(value => value <= Math.floor(most / 255))) part.black++
            if (channels % 2 === 0 && data[at + channels - 1]! < 0.98 * most) through++
            part.count++
          }
        parts.forEach((part, cell) => {
          part.light.forEach((sum, channel) => expectWithin(small.linear[cell * 3 + channel]!, sum / part.count, 1e-5))
          expectWithin(small.clipped[cell]!, part.full / part.count, 1e-6)
          expectWithin(small.anyClipped[cell]!, part.any / part.count, 1e-6)
          expectWithin(small.crushed[cell]!, part.black / part.count, 1e-6)
        })
        expectWithin(small.seeThrough, through / (width * height), 1e-9)
        expect(small.histogram.reduce((sum, count) => sum + count, 0)).toBe(width * height)
      }),
      { numRuns: 30 },
    )
  })

  it('counts its pixels by their own luminance, on 256 steps whatever the depth', () => {
    for (const most of [255, 65_535]) {
      const rows = reducer(3, 1, { most, profile: SRGB_PROFILE })
      const step = (most + 1) / 256
      rows.take({
        data: Uint16Array.from([most, 0, 0, 0, most, 0, 10 * step, 10 * step, 10 * step]),
        channels: 3,
        count: 1,
      })
      const { histogram } = rows.finish()
      const found = [...histogram.keys()].filter(bin => histogram[bin]! > 0)
      // Rec. 709: red 0.2126, green 0.7152 of 255.
      expect(found[0]).toBe(10)
      expectWithin(found[1]!, 0.2126 * 255, 1.5)
      expectWithin(found[2]!, 0.7152 * 255, 1.5)
    }
  })

  it('takes a sample of a large one, and is opaque where the file can hold no opacity', () => {
    const [width, height] = [960, 960]
    const rows = reducer(width, height, { most: 255, profile: SQUARE }, 20)
    // 48 pixels a part: every eighth is looked at.
    rows.take({ data: new Uint8Array(width * height * 4).fill(51), channels: 4, count: height, isOpaque: true })
    const small = rows.finish()
    expect(small.histogram[51]).toBe((width / 8) * (height / 8))
    expect([small.seeThrough, small.pixels]).toEqual([0, width * height])
    small.linear.forEach(light => expectWithin(light, 0.04, 1e-6))
  })

  it('goes through the matrix of its profile, and nothing is below 0', () => {
    const matrix = [1.5, -0.5, 0, 0, 1, 0, -1, 0, 2]
    const rows = reducer(1, 1, { most: 255, profile: { ...SQUARE, matrix } })
    rows.take({ data: Uint8Array.from([255, 0, 102]), channels: 3, count: 1 })
    const { linear } = rows.finish()
    ;[1.5, 0, 0].forEach((light, channel) => expectWithin(linear[channel]!, light, 1e-6))
  })

  it('keeps of a sensor its own shares beside the light', () => {
    const matrix = [2, 0, 0, 0, 1, 0, 0, 0, 1.5]
    const rows = reducer(2, 1, {
      most: 4000,
      profile: { ...SQUARE, curves: [x => x, x => x, x => x], matrix },
      isSensor: true,
    })
    rows.take({ data: Uint16Array.from([1000, 2000, 400, 4000, 4000, 4100]), channels: 3, count: 1 })
    const { sensor, histogram } = rows.finish()
    ;[0.25, 0.5, 0.1, 1, 1, 1].forEach((share, at) => expectWithin(sensor!.shares[at]!, share, 1e-6))
    ;[0.5, 0.5, 0.15].forEach((light, at) => expectWithin(sensor!.linear[at]!, light, 1e-6))
    expect(histogram.slice(1).every(count => count === 0)).toBe(true)
  })

  // CIPA DC-008, table of tag 0112h: which side of the scene the first row and the first column stand for.
  it.each([
    [1, 'top', 'left'],
    [2, 'top', 'right'],
    [3, 'bottom', 'right'],
    [4, 'bottom', 'left'],
    [5, 'left', 'top'],
    [6, 'right', 'top'],
    [7, 'right', 'bottom'],
    [8, 'left', 'bottom'],
  ] as const)('stands upright from orientation %s: first row %s, first column %s', (orientation, row, column) => {
    const [width, height] = [3, 2]
    const stored = grey(width, height, (x, y) => 10 * y + x)
    stored.clipped.set([0, 1, 2, 10, 11, 12])
    const turned = upright({ ...stored, sensor: { linear: stored.linear, shares: stored.linear } }, orientation)
    const [wide, high] = orientation >= 5 ? [height, width] : [width, height]
    expect([turned.width, turned.height]).toEqual([wide, high])
    for (let y = 0; y < height; y++)
      for (let x = 0; x < width; x++) {
        const at = { left: x, right: wide - 1 - x, top: y, bottom: high - 1 - y }
        const byRow = { top: y, bottom: high - 1 - y, left: y, right: wide - 1 - y }[row]
        const byColumn = { left: x, right: wide - 1 - x, top: x, bottom: high - 1 - x }[column]
        const [u, v] = row === 'top' || row === 'bottom' ? [byColumn, byRow] : [byRow, byColumn]
        expect(turned.clipped[v * wide + u], JSON.stringify(at)).toBe(10 * y + x)
        for (let channel = 0; channel < 3; channel++) {
          expect(turned.linear[(v * wide + u) * 3 + channel]).toBe(10 * y + x)
          expect(turned.sensor!.shares[(v * wide + u) * 3 + channel]).toBe(10 * y + x)
        }
      }
    expect(upright(stored, 0)).toBe(stored)
    expect(upright(stored, 9)).toBe(stored)
  })
})

describe('light worked back from a picture', () => {
  const ramp = grey(64, 4, x => 0.01 + (0.9 * x) / 63)

  it('is the picture’s own light under a plain response, less the veil of its mean', () => {
    const glare = 0.05
    const { light, value, veil, isInRange, whiteLight } = frameLight(ramp, SRGB_RESPONSE, glare)
    const mean = ramp.linear.reduce((sum, one) => sum + one, 0) / ramp.linear.length
    // The lens adds a share of the scene's mean to all of it: recorded = scene (1 + glare) in the mean.
    expectWithin(veil, (mean * glare) / (1 + glare), 1e-4)
    light.forEach((one, at) => expectWithin(one, Math.max(1e-6, ramp.linear[at * 3]! - veil), 2e-4))
    value.forEach((one, at) => expectWithin(one, SRGB_RESPONSE.valueFromLinear(ramp.linear[at * 3]!), 0.05))
    expect([...isInRange].every(one => one === 1)).toBe(true)
    expect(whiteLight).toBeUndefined()
  })

  it('is weighed by luminance, and worked back through the response that the camera has', () => {
    const coloured = plainReduced(1, 1, Float32Array.from([0.5, 0.1, 0.9]))
    const response = responseOf({ response: { kind: 'shoulder', headroomStops: 1 } })
    const back = (share: number) => response.linearFromValue(SRGB_RESPONSE.valueFromLinear(share))
    const { light, value } = frameLight(coloured, response, 0)
    expectWithin(light[0]!, 0.2126 * back(0.5) + 0.7152 * back(0.1) + 0.0722 * back(0.9), 2e-3)
    expectWithin(value[0]!, SRGB_RESPONSE.valueFromLinear(0.2126 * 0.5 + 0.7152 * 0.1 + 0.0722 * 0.9), 0.05)
  })

  it('trusts no pixel that clips or is white, but where the sensor tells the light itself', () => {
    const few = grey(4, 1, x => [0.2, 0.2, 1, 0.2][x]!)
    few.anyClipped.set([0, 0.021, 0, 0.02])
    expect([...frameLight(few, SRGB_RESPONSE, 0).isInRange]).toEqual([1, 0, 0, 1])
    const received = Float32Array.from(few.linear, light => 2 * light)
    const told = frameLight({ ...few, received }, SRGB_RESPONSE, 0.1)
    expect([...told.isInRange]).toEqual([1, 0, 1, 1])
    expectWithin(told.light[2]! + told.veil, 2, 1e-6)
    expectWithin(told.whiteLight! + told.veil, SRGB_RESPONSE.linearFromValue(254.5), 1e-9)
  })

  it('gives back what the lens takes toward the corners, at the middle of each pixel', () => {
    const even = grey(10, 5, () => 0.3)
    const places: [number, number][] = []
    const { light } = frameLight(even, SRGB_RESPONSE, 0, {
      share: (x, y) => {
        places.push([x, y])
        return 0.5 + 0.5 * x
      },
    })
    expect(places[0]).toEqual([0.05, 0.1])
    expect(places[13]).toEqual([0.35, 0.3])
    light.forEach((one, at) => expectWithin(one, 0.3 / (0.5 + 0.5 * (((at % 10) + 0.5) / 10)), 1e-3))
  })

  it('is compared in stops with another picture’s, place by place, where both can be trusted', () => {
    const [first, second] = [grey(6, 4, () => 0.2), grey(3, 2, x => 0.1 * (x + 1))].map(one =>
      frameLight(one, SRGB_RESPONSE, 0),
    ) as [ReturnType<typeof frameLight>, ReturnType<typeof frameLight>]
    second.isInRange[2] = 0
    const apart = stopsApart(first, second)
    for (let y = 0; y < 4; y++)
      for (let x = 0; x < 6; x++) {
        const found = apart[y * 6 + x]!
        if (x >= 4 && y < 2) expect(found).toBeNaN()
        else expectWithin(found, Math.log2(0.5 * (Math.floor(x / 2) + 1)), 1e-3)
      }
  })
})

describe('a shot kept as raw file and as picture', () => {
  const [width, height] = [60, 24]
  /** Plates of light, half a stop apart, each six pixels wide. */
  const stopsAt = (x: number) => -4 + 0.5 * Math.floor(x / 6)
  const light = grey(width, height, x => 0.18 * 2 ** stopsAt(x))
  const raw: Reduced = { ...light, received: light.linear }
  const curve = (stops: number) => Math.min(255, 118 + 20 * stops)
  const pictureOf = (wide: number, high: number) =>
    grey(wide, high, x => SRGB_RESPONSE.linearFromValue(curve(stopsAt(Math.floor(((x + 0.5) * width) / wide)))))

  it('teaches the camera’s curve, plate by plate, whatever the picture’s size', () => {
    for (const picture of [pictureOf(width, height), pictureOf(120, 48)]) {
      const steps = pairSteps(raw, picture)
      expect(steps).toHaveLength(10)
      steps.forEach(({ stops, value }, index) => {
        expectWithin(stops, -4 + 0.5 * index, 1e-4)
        expectWithin(value, curve(stops), 0.5)
      })
    }
  })

  it('says nothing of edges, of what clips, of few pixels, or of pictures of another shape', () => {
    const clipped = { ...raw, anyClipped: raw.anyClipped.map((_, at) => (at % width >= 54 ? 1 : 0)) }
    expect(pairSteps(clipped, pictureOf(width, height))).toHaveLength(9)
    const partly = pictureOf(width, height)
    partly.anyClipped.forEach((_, at) => {
      partly.anyClipped[at] = at % width >= 48 ? 0.5 : 0
      partly.clipped[at] = at % width >= 54 ? 1 : 0
    })
    expect(pairSteps(raw, partly).map(({ stops }) => Math.round(2 * stops))).toEqual([
      -8, -7, -6, -5, -4, -3, -2, -1, 1,
    ])
    expect(pairSteps(raw, pictureOf(60, 30))).toEqual([])
    expect(pairSteps(light, pictureOf(width, height))).toEqual([])
    const small = grey(60, 4, x => 0.18 * 2 ** stopsAt(x))
    expect(pairSteps({ ...small, received: small.linear }, pictureOf(60, 4))).toEqual([])
  })
})

describe('a sensor’s numbers', () => {
  it('are developed by the response, with the light over white kept beside', () => {
    const linear = Float32Array.from([0.1, 0.1, 0.1, 0.5, 0.5, 0.5])
    const picture: Reduced = { ...plainReduced(2, 1, linear), pixels: 200, sensor: { linear, shares: linear } }
    const made = developed(picture, SRGB_RESPONSE, 1)
    ;[0.2, 1].forEach((light, pixel) => {
      expectWithin(made.received![pixel * 3]!, light, 1e-6)
      expectWithin(made.linear[pixel * 3]!, light, 1e-3)
    })
    expect(made.histogram[Math.round(SRGB_RESPONSE.valueFromLinear(0.2))]).toBe(100)
    expect(made.histogram[255]).toBe(100)
    const plain = plainReduced(2, 1, linear)
    expect(developed(plain, SRGB_RESPONSE, 1)).toBe(plain)
  })
})

describe('a picture in cells', () => {
  it('has nearly square ones, twelve along its longer side and three at the least', () => {
    expect([cellsOf(1200, 800), cellsOf(800, 1200), cellsOf(3000, 100)]).toEqual([
      [12, 8],
      [8, 12],
      [12, 3],
    ])
    expect([cellAt(0, 24, 16, 12, 8), cellAt(23, 24, 16, 12, 8), cellAt(24 * 16 - 1, 24, 16, 12, 8)]).toEqual([
      0, 11, 95,
    ])
    expect(cellAt(24 * 2 + 2, 24, 16, 12, 8)).toBe(13)
  })

  it('reads the mean light of each as a value and a lightness', () => {
    const { columns, rows, values, lightness } = valueGrid(grey(24, 16, (x, y) => (x % 2 ? 0.3 : 0.06) + 0 * y))
    expect([columns, rows, values.length]).toEqual([12, 8, 96])
    values.forEach(value => expectWithin(value, 117.6, 0.5))
    // CIE 15: 18 % is a lightness of 49.5.
    lightness.forEach(one => expectWithin(one, 49.5, 0.05))
  })
})
